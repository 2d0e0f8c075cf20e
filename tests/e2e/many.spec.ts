import { copyFile, mkdtemp, rm, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { expectNoFault } from "./axe.ts";
import { tabTo } from "./keyboard.ts";
import { demo, Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

test("by keyboard alone: pictures are named at once, and named back", async ({ page }) => {
  await page.goto(`${app.url}/sources`);
  await page
    .getByRole("option", { name: /^hill-flight/ })
    .first()
    .waitFor();
  await page.keyboard.press("Control+a");
  await expect(page.getByRole("button", { name: "Name 20" })).toBeVisible();
  await page.keyboard.press("n");
  await page.getByRole("textbox", { name: "Pattern" }).fill("Kite No {number}");
  await expect(page.getByRole("cell", { name: "kite-no-01" })).toBeVisible();
  await page.getByRole("textbox", { name: "Pattern" }).press("Enter");
  await expect(page.getByRole("option", { name: /kite-no-01/ })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("option", { name: /^hill-flight/ }).first()).toBeVisible();
  await expect(page.getByRole("option", { name: /kite-no/ })).toHaveCount(0);
});

test("by keyboard alone: what was taken away lies in the bin, comes back, and is gone when the bin is emptied", async ({
  page,
}) => {
  const takeAway = async () => {
    await page.goto(`${app.url}/sources`);
    await page.getByRole("option", { name: /^tail-loop/ }).waitFor();
    await page.keyboard.press("/");
    await page.keyboard.type("tail-loop");
    const shown = page.getByRole("listbox", { name: "Sources" }).getByRole("option");
    await expect(shown).toHaveCount(1);
    await page.keyboard.press("Tab");
    await page.keyboard.press("Control+a");
    await page.keyboard.press("Delete");
    await expect(shown).toHaveCount(0);
    await tabTo(page, page.getByRole("link", { name: "Storage and bin" }));
    await page.keyboard.press("Enter");
  };
  await takeAway();
  await tabTo(page, page.getByRole("button", { name: "Put tail-loop back" }));
  await page.keyboard.press("Enter");
  await expect(page.getByText("Empty. What is moved to the bin")).toBeVisible();
  await takeAway();
  await tabTo(page, page.getByRole("button", { name: "Empty the bin" }));
  await page.keyboard.press("Enter");
  await tabTo(page, page.getByRole("button", { name: "Delete 1" }));
  await page.keyboard.press("Enter");
  await expect(page.getByText("1 picture deleted for good.")).toBeVisible();
  expect((await app.get<"BinAnswer">("/api/bin")).items).toEqual([]);
});

test("by keyboard alone: what a watched folder took in and what it refused", async ({ page }) => {
  const folder = await mkdtemp(join(tmpdir(), "pantomet-watched-"));
  await copyFile(demo("spool-small.jpg"), join(folder, "card 0007.jpg"));
  await writeFile(join(folder, "notes.txt"), "Sails: two of each.");
  const watching = await Pantomet.start("empty", folder);
  try {
    await page.goto(`${watching.url}/sources`);
    await expect(page.getByRole("option", { name: /^card-0007/ })).toBeVisible({ timeout: 30_000 });
    await tabTo(page, page.locator("summary", { hasText: "Watched folder" }));
    await page.keyboard.press("Enter");
    await expect(page.getByText("notes.txt")).toBeVisible({ timeout: 30_000 });
    await expect(page.getByText("1 added")).toBeVisible();
  } finally {
    await watching.stop();
    await rm(folder, { recursive: true });
  }
});

test("a package of what changed, by keyboard; and what a page weighs", async ({ page }) => {
  const kites = (await app.sources("hill-flight")).map((one) => one.id);
  await app.render(kites, ["windowbox.square", "windowbox.portrait"]);
  await page.goto(`${app.url}/runs`);
  await expect(page.getByRole("link", { name: "Download" }).first()).toBeVisible();
  await expectNoFault(page);
  await page.goto(`${app.url}/packages`);
  await page.getByLabel("Destination").selectOption({ label: "For Windowbox" });
  // Away from the list, which takes the keys.
  await page.getByRole("contentinfo").click();
  await page.keyboard.press("c");
  await expect(page.getByRole("navigation", { name: "Packages" })).toContainText(
    "what changed for Windowbox",
  );
  await expect(page.getByText("Windowbox · square").first()).toBeVisible();
  // The package is looked through before it is handed on: every picture of its sheet is there.
  const opened = page.waitForEvent("popup");
  await page.getByRole("link", { name: "Contact sheet" }).click();
  const sheet = await opened;
  await expect(sheet.getByRole("heading", { level: 1 })).toContainText("files");
  await expect
    .poll(() =>
      sheet.locator("img").evaluateAll((all) => all.map((one) => (one as HTMLImageElement).naturalWidth > 0)),
    )
    .toEqual([true, true, true, true]);
  await sheet.close();
  await expectNoFault(page);
  await page.keyboard.press("c");
  await expect(page.getByText(/Nothing changed since the last package/)).toBeVisible();

  await page.goto(`${app.url}/weight`);
  await page.getByRole("button", { name: "Totals" }).waitFor();
  await page.keyboard.press("t");
  await page.getByLabel("Pictures of square on a page").fill("4");
  await expect(page.getByRole("complementary", { name: "Page weight" })).toContainText("390 px at 3x");
  await expectNoFault(page);
});
