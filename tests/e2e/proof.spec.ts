import { expect, test } from "@playwright/test";
import { expectNoFault } from "./axe.ts";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
let kite = "";
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
  kite = (await app.source("hill-flight")).id;
  await app.render([kite], ["galewright-shop.hero", "plaza-nine.round-portrait"]);
});
test.afterAll(() => app.stop());

test("a picture is seen in a page, with the file that the browser took, on every model page and without a jump", async ({
  page,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(`${app.url}/proof/${kite}/galewright-shop.hero?at=1280x2,390x3`);
  const taken = page.getByRole("row", { name: /, taken/ });
  await expect(taken).toHaveCount(1);
  await expect(page.getByText("The browser took the file that was foretold.")).toBeVisible();
  // The screen that shows it has one pixel for each of CSS: what stands here was chosen as on a dense one.
  await expect(taken).toContainText("1,680 px AVIF");
  await expectNoFault(page);

  const pageOf = page.getByRole("combobox", { name: "Page" });
  for (const name of ["article", "productList", "product", "header", "twoColumns", "frame", "newsletter"]) {
    await pageOf.selectOption(name);
    await expect(page.getByText("The browser took the file that was foretold.")).toBeVisible();
    await expect(page.getByRole("contentinfo")).toHaveText(/shift\s*0$/);
  }

  // Narrower by the ruler, and from device to device.
  await page.getByRole("slider", { name: "Viewport" }).focus();
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(page.getByRole("contentinfo")).toContainText("1,260 px at 2×");
  await page.keyboard.press(".");
  await expect(page.getByRole("contentinfo")).toContainText("1,280 px at 1×");
  await expect(taken).toContainText("1,680 px AVIF");
  await page.getByRole("button", { name: "390 × 819 at 3×" }).click();
  await expect(page.getByRole("contentinfo")).toContainText("390 px at 3×");
  await page.keyboard.press("c");
  await expect(page.getByText("The HTML is copied.")).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain("<picture>");
});

test("a text over the picture is measured, and an overlay makes it readable", async ({ page }) => {
  await page.goto(`${app.url}/proof/${kite}/galewright-shop.hero?at=1280x1&page=header`);
  const contrast = page.getByRole("img", { name: /^Contrast/ });
  await expect(contrast).toBeVisible();
  const before = Number(/Contrast ([\d.]+)/.exec((await contrast.getAttribute("aria-label")) ?? "")?.[1]);
  expect(before).toBeLessThan(4.5);
  await page.getByRole("textbox", { name: "Headline" }).fill('Up & <b>away</b> "now"');
  await expect(page.frameLocator("iframe").first().getByRole("heading", { level: 1 }).first()).toHaveText(
    'Up & <b>away</b> "now"',
  );
  await page.getByRole("slider", { name: "Overlay's opacity" }).fill("70");
  await expect(contrast).toHaveAccessibleName(/^Contrast (?:[5-9]|1\d)/);
});

test("where nothing is made yet it is rendered from there, and a slot that says no width is told", async ({
  page,
}) => {
  await page.goto(`${app.url}/proof/${kite}/windward-letter.banner`);
  await expect(page.getByRole("heading", { name: "Nothing is made for this place yet" })).toBeVisible();
  await page.keyboard.press("r");
  await expect(page.getByRole("heading", { name: /done/ })).toBeVisible();
  await page.goto(`${app.url}/proof/${kite}/plaza-nine.round-portrait`);
  await expect(page.getByText("The slot does not say how wide the page shows its picture")).toBeVisible();
});
