import { gzipSync } from "node:zlib";
import { expect, test } from "@playwright/test";
import { expectNoFaultInEither } from "./axe.ts";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

const paths = [
  "/site-check",
  "/sources",
  "/destinations",
  "/destinations/windowbox?about",
  "/destinations/windowbox/measure",
  "/framing",
  "/framing/subjects",
  "/weight",
  "/runs",
  "/packages",
  "/samples",
  "/names",
  "/space",
  "/totals",
  "/board",
];

for (const path of paths)
  test(`${path} has no fault in either theme for those who cannot see or point`, async ({ page }) => {
    await page.goto(app.url + path);
    await page.waitForLoadState("networkidle");
    await expectNoFaultInEither(page);
  });

test("no dialog, menu or tab that is opened has one: Destinations", async ({ page }) => {
  await page.goto(`${app.url}/destinations/windowbox`);
  for (const tab of await page.getByRole("tab").all()) {
    await tab.click();
    await expectNoFaultInEither(page);
  }
  await page.getByRole("button", { name: "More for Windowbox" }).click();
  await expect(page.getByRole("menuitem", { name: "Export" })).toBeVisible();
  await expectNoFaultInEither(page);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "New destination" }).click();
  await expect(page.getByRole("radio", { name: /^Portfolio/ })).toBeVisible();
  await expectNoFaultInEither(page);
  await page.keyboard.press("Escape");
  await page.keyboard.press("?");
  await expect(page.getByText("A destination is a place where pictures go")).toBeVisible();
  await expectNoFaultInEither(page);
});

test("no dialog, menu or tab that is opened has one: Board", async ({ page }) => {
  await page.goto(`${app.url}/board`);
  await page.getByRole("button", { name: "Filter" }).click();
  await expect(page.getByLabel("Worst finding")).toBeVisible();
  await expectNoFaultInEither(page);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "logo-1200, whole row" }).click();
  await page.getByRole("button", { name: "Group" }).click();
  await expect(page.getByLabel("Group of 1 picture")).toBeVisible();
  await expectNoFaultInEither(page);
});

test("no dialog, menu or tab that is opened has one: Sources", async ({ page }) => {
  await page.goto(`${app.url}/sources`);
  await page.getByRole("listbox", { name: "Sources" }).getByRole("option").first().click();
  await page.getByRole("button", { name: "Make files" }).click();
  await expect(page.getByRole("dialog").getByRole("listitem")).toContainText("kB");
  for (const way of ["What a slot demands", "What a ready example demands"]) {
    await page.getByRole("radio", { name: way }).check();
    await expectNoFaultInEither(page);
  }
});

// Counted as a visit loads them; a server that compresses sends no more than this.
test("a first visit to Sources loads less than 150 kB of scripts", async ({ page }) => {
  // Those of other screens come when this one stands.
  await page.addInitScript(() => {
    new MutationObserver((_, seen) => {
      if (!document.querySelector("h1")?.textContent?.includes("20 pictures")) return;
      performance.mark("stands");
      seen.disconnect();
    }).observe(document, { subtree: true, childList: true, characterData: true });
  });
  await page.goto(`${app.url}/sources`);
  await expect(page.getByRole("heading", { name: "20 pictures" })).toBeVisible();
  const scripts = await page.evaluate(() => {
    const [stands] = performance.getEntriesByName("stands");
    return performance
      .getEntriesByType("resource")
      .filter((one) => one.name.endsWith(".js") && one.startTime < (stands?.startTime ?? 0))
      .map((one) => one.name);
  });
  const bodies = await Promise.all(scripts.map(async (script) => (await page.request.get(script)).body()));
  const bytes = bodies.map((body) => gzipSync(body).length);
  expect(bytes.length).toBeGreaterThan(1);
  expect(bytes.reduce((sum, one) => sum + one, 0)).toBeLessThan(150_000);
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
