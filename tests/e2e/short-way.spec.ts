import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { unzipSync } from "fflate";
import { expectNoFault } from "./axe.ts";
import { demo, first, Pantomet } from "./pantomet.ts";

test("twenty pictures, at most 1,500 px wide, under 500 kB, named in a row, in one ZIP: three acts and one typed line", async ({
  page,
}) => {
  // Sixty files are made, on whatever processor there is.
  test.setTimeout(240_000);
  const app = await Pantomet.start("demo");
  try {
    await page.goto(app.url);
    await expect(page.getByRole("heading", { name: "20 pictures" })).toBeVisible();
    await page.keyboard.press("Control+a");
    await page.keyboard.press("m");
    const dialog = page.getByRole("dialog", { name: "Make files of 20 pictures" });
    await dialog.getByLabel("Name", { exact: true }).fill("kites-spring-01");
    const firstLine = dialog.getByRole("listitem").filter({ hasText: "kites-spring-01.jpg" });
    await expect(firstLine).toContainText(/1,500 × \d+ px/);
    await expect(firstLine).toContainText(/\d kB/);
    const foretold = (await firstLine.textContent())?.match(/([\d.]+) kB/)?.[1];
    await expectNoFault(page);
    const files = await downloaded(page);

    // Pictures that are named without a hyphen are the package's own lists.
    const pictures = Object.entries(files).filter(([name]) => name.startsWith("kites-spring-"));
    expect(pictures.map(([name]) => name).sort()).toEqual(
      Array.from({ length: 20 }, (_, at) => `kites-spring-${`${at + 1}`.padStart(2, "0")}.jpg`),
    );
    const kB = (files["kites-spring-01.jpg"]?.length ?? 0) / 1000;
    expect(kB.toFixed(1)).toBe(foretold);
    for (const [name, bytes] of pictures) {
      expect(bytes.length, name).toBeLessThanOrEqual(500_000);
      expect(await widthOf(page, bytes), name).toBeLessThanOrEqual(1500);
    }
  } finally {
    await app.stop();
  }
});

test("from an empty library, by what the screen says alone: pictures, a place from a ready example, files", async ({
  page,
}) => {
  const app = await Pantomet.start("empty");
  try {
    await page.goto(app.url);
    await expect(page.getByRole("listitem").filter({ hasText: "Add pictures" })).toBeVisible();
    await expectNoFault(page);
    await page.getByRole("button", { name: "New destination" }).click();
    const made = page.getByRole("dialog", { name: "New destination" });
    await made.getByRole("radio", { name: /^Newsletter/ }).check();
    await made.getByLabel("Name").fill("The Friday Letter");
    await expectNoFault(page);
    await made.getByRole("button", { name: "Create" }).click();
    await expect(page.getByRole("heading", { name: "The Friday Letter" })).toBeVisible();

    await page.getByRole("link", { name: /^Sources/ }).click();
    await expect(page.getByText("1 destination with 2 slots so far")).toBeVisible();
    await page
      .getByLabel("Pictures to add")
      .setInputFiles(["hill-flight.jpg", "spool-small.jpg", "beach-morning.jpg"].map(demo));
    await expect(page.getByRole("heading", { name: "3 pictures" })).toBeVisible();
    await page.getByRole("listbox", { name: "Sources" }).getByRole("option").first().click();
    await page.keyboard.press("Control+a");
    await page.getByRole("button", { name: "Make files" }).click();
    const dialog = page.getByRole("dialog", { name: "Make files of 3 pictures" });
    await dialog.getByRole("radio", { name: "What a slot demands" }).check();
    // One is too small for a banner: it says so, and the others are made.
    await expect(dialog.getByRole("listitem").filter({ hasText: "spool-small" })).toContainText("short");
    await expect(dialog.getByRole("status")).toContainText("1 picture cannot be made so");
    const files = await downloaded(page);
    expect(Object.keys(files).filter((name) => name.endsWith(".jpg"))).toHaveLength(2);

    // What was typed becomes a slot in one act, and goes again in one.
    await page.getByRole("button", { name: "Make files" }).click();
    await dialog.getByRole("radio", { name: "What I type here" }).check();
    await dialog.getByLabel("Width at most, px").fill("wide");
    await expect(dialog.getByRole("alert")).toContainText("A whole number of pixels");
    await dialog.getByLabel("Width at most, px").fill("1180");
    await dialog.getByRole("button", { name: "Keep as a slot of…" }).click();
    await page.getByRole("menuitem", { name: "The Friday Letter" }).click();
    await expect(
      page.getByText("“At most 1180 px wide, 500 kB” is a slot of The Friday Letter now."),
    ).toBeVisible();
    const slots = async () =>
      first((await app.get<"DestinationPage">("/api/destinations")).items).slots.map((slot) => slot.name);
    expect(await slots()).toEqual(["Banner", "Picture in a column", "At most 1180 px wide, 500 kB"]);
    await dialog.getByRole("button", { name: "Close" }).click();
    await page.keyboard.press("Control+z");
    await expect.poll(slots).toEqual(["Banner", "Picture in a column"]);
  } finally {
    await app.stop();
  }
});

async function downloaded(page: Page): Promise<Record<string, Uint8Array>> {
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Make and download" }).click();
  return unzipSync(new Uint8Array(await readFile(await (await download).path())));
}

/** As the browser itself finds it. */
const widthOf = (page: Page, bytes: Uint8Array): Promise<number> =>
  page.evaluate(
    async (content) => (await createImageBitmap(new Blob([new Uint8Array(content)]))).width,
    Array.from(bytes),
  );
