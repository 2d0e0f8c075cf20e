import { execFileSync } from "node:child_process";
import { mkdir, mkdtemp, readFile, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import { Ajv2020 } from "ajv/dist/2020.js";
import { unzipSync } from "fflate";
import { expectNoFault } from "./axe.ts";
import { demo, Pantomet } from "./pantomet.ts";

const sources = 60;
const places = 18;
let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("destinations");
  const spool = await readFile(demo("spool-small.jpg"));
  const kite = await readFile(demo("hill-flight.jpg"));
  // A comment in the file makes it another one. The first ones are large enough for every place.
  for (let index = 0; index < sources; index++) {
    const picture = index < 2 ? kite : spool;
    const bytes = Buffer.concat([
      picture.subarray(0, 2),
      Buffer.from([0xff, 0xfe, 0, 3, index]),
      picture.subarray(2),
    ]);
    await app.takeIn(`${index < 2 ? "kite" : "spool"}-${index}.jpg`, bytes);
  }
});
test.afterAll(() => app.stop());

const cell = (page: Page, name: RegExp) => page.getByRole("gridcell", { name });

test("sixty pictures: filtered, chosen, rendered, reloaded, reviewed, packaged, and the package verified", async ({
  page,
}) => {
  await page.goto(`${app.url}/board`);
  await expect(
    page.getByRole("button", { name: `All ${(sources * places).toLocaleString("en")}` }),
  ).toBeVisible();
  // Only what is in view is drawn.
  expect(await page.getByRole("gridcell").count()).toBeLessThan(300);

  await page.getByRole("combobox", { name: "Destination" }).selectOption({ label: "Plaza Nine" });
  await page.getByRole("button", { name: "Filter", exact: true }).click();
  await page.getByLabel("Words in name, file or text").fill("spool");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: "All 174" })).toBeVisible();
  await page.getByRole("button", { name: "round portrait, whole column" }).click();
  await expect(page.getByText("58 cells chosen")).toBeVisible();
  await page.getByRole("button", { name: /^Render 58 chosen/ }).click();
  await page.getByRole("button", { name: "Watch" }).click();
  const progress = page.getByRole("progressbar", { name: "Files rendered" });
  await expect(progress.or(page.getByRole("heading", { name: "done" })).first()).toBeVisible();
  await page.reload();
  await expect(page.getByRole("heading", { name: "done" })).toBeVisible({ timeout: 60_000 });
  await page.goBack();
  await expect(page.getByRole("button", { name: "done 58" })).toBeVisible();

  // Two findings are looked at: the cell opens, and coming back leads to the same place.
  await page.goto(`${app.url}/board?state=blocked&search=spool-7`);
  await cell(page, /^spool-7, hero: too few pixels/).dblclick();
  await expect(page).toHaveURL(/\/framing\//);
  await expect(page.getByText(/1,500/).first()).toBeVisible();
  await page.goBack();
  const current = page.locator('[data-current="true"]');
  await expect(current).toHaveAccessibleName(/^spool-7, hero/);
  await page.keyboard.press("ArrowRight");
  await expect(current).toHaveAccessibleName(/^spool-7, season banner: too few pixels/);
  await page.keyboard.press("l");
  await expect(page.getByText("1 cell left out.")).toBeVisible();
  await expect(current).toHaveAccessibleName(/^spool-7, season banner: left out/);
  await page.keyboard.press("Control+z");
  await expect(current).toHaveAccessibleName(/^spool-7, season banner: too few pixels/);

  await page.goto(`${app.url}/board?destination=plaza-nine&search=spool`);
  await page.getByRole("button", { name: "round portrait, whole column" }).click();
  await page.keyboard.press("p");
  await page.getByRole("button", { name: "Look" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Download" }).first().click();
  await verified(await (await download).path(), 58);
});

test("by keyboard alone: a rectangle is chosen, rendered and taken back", async ({ page }) => {
  await page.goto(`${app.url}/board?destination=windowbox&search=kite`);
  await expect(cell(page, /^kite-1, square: not yet/)).toBeVisible();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Shift+ArrowRight");
  await expect(page.getByText("4 cells chosen")).toBeVisible();
  await page.keyboard.press("r");
  await expect(page.getByRole("button", { name: "done 4" })).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press("Escape");
  await page.keyboard.press("r");
  await expect(page.getByRole("button", { name: "Everything is up to date" })).toBeVisible({
    timeout: 60_000,
  });
  await page.keyboard.press("Control+a");
  await expect(page.getByText("6 cells chosen")).toBeVisible();
  await page.keyboard.press("l");
  await expect(page.getByRole("button", { name: "left out 6" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "done 6" })).toBeVisible();
});

test("destinations fold, pictures are grouped, and the board has no serious fault for those who cannot see or point", async ({
  page,
}) => {
  await page.goto(`${app.url}/board`);
  await expect(cell(page, /^spool-59, hero/)).toBeVisible();
  await page.getByRole("button", { name: "Galewright shop" }).click();
  await expect(page.getByText("8 slots")).toBeVisible();
  await page.reload();
  await expect(page.getByText("8 slots")).toBeVisible();
  await page.getByRole("button", { name: "spool-59, whole row" }).click();
  await page.getByRole("button", { name: "Group", exact: true }).click();
  await page.getByLabel("Group of 1 picture").fill("spools");
  await page.getByRole("button", { name: "Put into the group" }).click();
  await expect(page.getByRole("rowheader").filter({ hasText: "spools" })).toHaveCount(1);
  await expectNoFault(page);
});

/** Every file is what the list says, by GNU coreutils; and there are as many as were chosen. */
async function verified(zip: string, files: number): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), "pantomet-package-"));
  try {
    for (const [name, content] of Object.entries(unzipSync(new Uint8Array(await readFile(zip))))) {
      await mkdir(dirname(join(folder, name)), { recursive: true });
      await writeFile(join(folder, name), content);
    }
    const said = execFileSync("sha256sum", ["-c", "checksums.sha256"], { cwd: folder, encoding: "utf8" });
    expect(said.match(/: OK$/gm)).toHaveLength(files + 4);
    const manifest = JSON.parse(await readFile(join(folder, "manifest.json"), "utf8"));
    expect(manifest.files).toHaveLength(files);
    const ajv = new Ajv2020({ strict: true, allowUnionTypes: true });
    expect(ajv.validate(await app.schema("package-1.json"), manifest), ajv.errorsText()).toBe(true);
    expect(await readFile(join(folder, "contact-sheet.html"), "utf8")).toContain(manifest.files[0].file);
  } finally {
    await rm(folder, { recursive: true });
  }
}
