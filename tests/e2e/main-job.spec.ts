import { createHash } from "node:crypto";
import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { unzipSync } from "fflate";
import { demo, Pantomet, stepTo } from "./pantomet.ts";
import { dragBy, stored } from "./pointer.ts";

test.describe.configure({ mode: "serial" });

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("destinations");
});
test.afterAll(() => app.stop());

test("drop files, frame, render, download the ZIP, compare its files with the manifest", async ({ page }) => {
  const faults = watchForFaults(page);
  await page.goto(app.url);
  await expect(page.getByText("No pictures yet")).toBeVisible();

  await drop(
    page,
    ["hill-flight-rotated.jpg", "studio-delta.jpg", "spool-small.jpg"],
    "Dear customer, the pictures follow.",
  );
  const intake = page.getByRole("region", { name: "Intake" });
  await expect(intake.getByRole("status")).toHaveText("Uploaded 3 of 4");
  await expect(intake).toContainText("letter.jpg: This is a text file, not a picture");
  await intake.getByRole("button", { name: "Close" }).click();
  await expect(sourcesOf(page).getByRole("option")).toHaveCount(3);

  await sourcesOf(page).getByRole("option", { name: "hill-flight-rotated" }).click();
  await sourcesOf(page)
    .getByRole("option", { name: "studio-delta" })
    .click({ modifiers: ["Control"] });
  await page.getByLabel("File name").fill("delta-on-white");
  await page.getByLabel("File name").press("Enter");
  await expect(sourcesOf(page).getByRole("option", { name: "delta-on-white" })).toBeVisible();
  await sourcesOf(page).getByRole("option", { name: "hill-flight-rotated" }).click();
  await sourcesOf(page)
    .getByRole("option", { name: "delta-on-white" })
    .click({ modifiers: ["Control"] });
  await page.getByRole("button", { name: "Frame" }).click();

  // The square of the kite: moved to the right with the ratio locked, stored, taken back, done again.
  await page.getByLabel("Render for every slot of Windowbox").check();
  await page.getByLabel("Render for every slot of Quayside Market").check();
  if (!(await page.getByRole("heading", { name: "hill-flight-rotated" }).isVisible()))
    await page.getByRole("button", { name: "Next picture" }).click();
  await page.getByRole("button", { name: "Frame for square" }).click();
  const left = page.getByLabel("Left, px");
  // From the proposed subject: the kite is high in the right third.
  await expect(left).toHaveValue("800");
  const kite = await idOf("hill-flight-rotated");
  await stored(app, kite, () => dragBy(page, "frame", -90, 0));
  await expect(page.getByRole("button", { name: "Reset to automatic 0" })).toBeVisible();
  const moved = Number(await left.inputValue());
  expect(moved).toBeLessThan(750);
  await expect(page.getByTestId("readout")).toContainText(`1,600 × 1,600 at ${moved}, 0`);
  await stored(app, kite, () => dragBy(page, "corner-bottom-left", 60, -60));
  await expect(page.getByLabel("Width, px")).not.toHaveValue("1600");
  const width = await page.getByLabel("Width, px").inputValue();
  expect(await page.getByLabel("Height, px").inputValue()).toBe(width);
  await page.keyboard.press("Control+z");
  await expect(page.getByLabel("Width, px")).toHaveValue("1600");
  await page.keyboard.press("Control+z");
  await expect(left).toHaveValue("800");
  await page.keyboard.press("Control+Shift+z");
  await expect(left).toHaveValue(`${moved}`);

  // The picture is too small for a listing photo, and the screen says so before anything is rendered.
  await page.getByRole("button", { name: "Frame for listing photo" }).click();
  await expect(
    page.getByText("The 2,500 × 2,000 file needs as many pixels, the crop has 2,000 × 1,600"),
  ).toBeVisible();

  await page.getByRole("button", { name: /^Render 2 pictures for 4 slots/ }).click();
  await expect(page.getByRole("heading", { name: "done" })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByRole("status").first()).toHaveText("6 / 6");
  await expect(page.getByRole("row")).toHaveCount(7);
  await expect(page.getByRole("img", { name: /kB of 500\.0 kB$/ }).first()).toBeVisible();

  const single = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download" }).first().click();
  expect((await single).suggestedFilename()).toMatch(/^[a-z0-9-]+\.jpg$/);

  await page.getByRole("button", { name: "Make a package" }).click();
  await expect(page).toHaveURL(/\/packages$/);
  // The address changes a moment before the page does.
  await expect(page.getByRole("table", { name: "Files" })).toHaveCount(0);
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download" }).first().click();
  const zip = unzipSync(new Uint8Array(await readFile(await (await download).path())));
  const manifest = JSON.parse(new TextDecoder().decode(zip["manifest.json"]));
  expect(manifest.files.map((file: { file: string }) => file.file).sort()).toEqual(
    Object.keys(zip)
      .filter((name) => name.includes("/"))
      .sort(),
  );
  expect(manifest.files).toHaveLength(6);
  for (const file of manifest.files) {
    const content = zip[file.file];
    expect(content?.length).toBe(file.bytes);
    expect(
      createHash("sha256")
        .update(content ?? "")
        .digest("hex"),
    ).toBe(file.sha256);
  }
  const csv = new TextDecoder().decode(zip["manifest.csv"]).trimEnd().split("\r\n");
  expect(csv).toHaveLength(7);

  // The framing was what was rendered, and it is still there after a reload.
  const plan = await app.get<"PlanAnswer">(`/api/plan?source=${kite}&slot=windowbox.square`);
  expect(plan.crop).toEqual({ x: moved, y: 0, width: 1600, height: 1600 });
  expect(plan.byHand).toBe(true);
  expect(faults).toEqual([]);
});

test("the same by keyboard alone, and everything survives a reload", async ({ page }) => {
  await page.goto(`${app.url}/sources`);
  await expect(sourcesOf(page).getByRole("option")).toHaveCount(3);
  // Files of one drop arrive in any order, so the picture is found by its name.
  await page.keyboard.press("/");
  await page.keyboard.type("delta");
  await expect(sourcesOf(page).getByRole("option")).toHaveCount(1);
  // What F frames is the picture whose details are shown.
  await expect(page.getByLabel("File name")).toHaveValue("delta-on-white");
  await page.keyboard.press("Tab");
  await page.keyboard.press("f");
  await expect(page.getByTestId("frame")).toBeVisible();
  const left = page.getByLabel("Left, px");
  const card = page.getByRole("button", { name: "Frame for product card" });
  await stepTo(page, card);
  await expect(page.getByLabel("Height, px")).toHaveValue("2400");
  const first = Number(await left.inputValue());
  await page.keyboard.press("Shift+ArrowRight");
  await page.keyboard.press("ArrowRight");
  await expect(left).toHaveValue(`${first + 11}`);
  await expect(page.getByRole("button", { name: "Reset to automatic 0" })).toBeVisible();
  await page.reload();
  await expect(left).toHaveValue(`${first + 11}`);
  await page.getByLabel("Render for product card").focus();
  await page.keyboard.press("Space");
  await page.keyboard.press("r");
  await expect(page.getByRole("heading", { name: "done" })).toBeVisible({ timeout: 30_000 });
  await page.goBack();
  await expect(left).toHaveValue(`${first + 11}`);
  await page.keyboard.press("0");
  await expect(left).toHaveValue(`${first}`);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Help and keys" })).toBeVisible();
});

const sourcesOf = (page: Page) => page.getByRole("listbox", { name: "Sources" });

const idOf = async (stem: string): Promise<string> => (await app.source(stem)).id;

// A drop as the browser delivers it, with files of the demo and a letter that only calls itself a picture.
async function drop(page: Page, names: string[], letter: string): Promise<void> {
  const files = await Promise.all(
    names.map(async (name) => ({ name, content: (await readFile(demo(name))).toString("base64") })),
  );
  const transfer = await page.evaluateHandle(
    ([pictures, text]) => {
      const made = new DataTransfer();
      for (const { name, content } of pictures)
        made.items.add(new File([Uint8Array.from(atob(content), (letter) => letter.charCodeAt(0))], name));
      made.items.add(new File([text], "letter.jpg"));
      return made;
    },
    [files, letter] as const,
  );
  await page.dispatchEvent("main", "drop", { dataTransfer: transfer });
}

// Nothing may fail behind the scenes: no script fault, nothing refused by the content policy, nothing asked for elsewhere.
function watchForFaults(page: Page): string[] {
  const faults: string[] = [];
  page.on("pageerror", (fault) => faults.push(fault.message));
  page.on("console", (message) => message.type() === "error" && faults.push(message.text()));
  page.on("request", (request) => {
    const address = request.url();
    if (!address.startsWith(app.url) && !/^(blob|data):/.test(address)) faults.push(address);
  });
  return faults;
}
