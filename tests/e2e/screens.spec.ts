import { expect, test } from "@playwright/test";
import { expectNoSeriousFault } from "./axe.ts";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

for (const path of [
  "/sources",
  "/destinations",
  "/destinations/windowbox?about",
  "/destinations/windowbox/measure",
  "/framing",
  "/weight",
  "/runs",
  "/packages",
  "/samples",
  "/names",
  "/space",
  "/totals",
  "/board",
])
  test(`${path} has no serious fault for those who cannot see or point`, async ({ page }) => {
    await page.goto(app.url + path);
    await page.waitForLoadState("networkidle");
    await expectNoSeriousFault(page);
  });

test("the seven demo destinations are drawn to scale", async ({ page }) => {
  await page.goto(`${app.url}/destinations/plaza-nine`);
  const drawing = page.getByLabel("Slots of Plaza Nine, to scale");
  await expect(drawing.getByRole("button")).toHaveCount(3);
  const cover = await drawing
    .getByRole("button", { name: "cover, 874 × 328 px" })
    .locator("rect")
    .first()
    .boundingBox();
  const card = await drawing
    .getByRole("button", { name: "link card, 1180 × 616 px" })
    .locator("rect")
    .first()
    .boundingBox();
  expect((cover?.width ?? 0) / (card?.width ?? 1)).toBeCloseTo(874 / 1180, 1);
  await drawing.getByRole("button", { name: /^round portrait/ }).click();
  const slot = page.getByRole("complementary", { name: "Slot" });
  await slot.getByRole("tab", { name: "Subject and zones" }).click();
  await expect(slot.getByLabel("What is there")).toHaveValue("cut off round");
});
