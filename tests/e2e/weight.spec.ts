import { readFile } from "node:fs/promises";
import { expect, type Locator, type Page, test } from "@playwright/test";
import { expectNoFault } from "./axe.ts";
import { demo, first, Pantomet, sure } from "./pantomet.ts";

let app: Pantomet;
let ribbon = "";
test.beforeAll(async () => {
  app = await Pantomet.start("destinations");
  ribbon = await app.takeIn("ribbon.jpg", await readFile(demo("ribbon-tails-detail.jpg")));
});
test.afterAll(() => app.stop());

const renderOne = async (slot: string) => first(await app.render([ribbon], [slot]));
const listing = `/weight/${"{source}"}/quayside-market.listing-photo?size=2500x2000`;
const openListing = async (page: Page) => {
  await page.goto(app.url + listing.replace("{source}", ribbon));
  await expect(page.getByTestId("score")).toHaveText(/\d/);
};
const box = async (one: Locator) =>
  (await one.boundingBox()) as NonNullable<Awaited<ReturnType<Locator["boundingBox"]>>>;

test("a file that its cap forbids is stopped, its remedies are figures, and one of them is taken by its key", async ({
  page,
}) => {
  await app.limit("windowbox.square", 60_000);
  const stopped = await renderOne("windowbox.square");
  expect(stopped).toMatchObject({ state: "blocked", bytes: 0, sha256: null });

  await page.goto(`${app.url}/weight`);
  await expect(page.getByRole("button", { name: /ribbon-square/ })).toContainText("below the minimum");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/Within the 60.0 kB allowed, the best is JPEG/)).toBeVisible();
  const remedy = page.getByRole("button", { name: /AVIF quality \d+.* kB at a score of / });
  await expect(remedy).toBeVisible();
  await page.keyboard.press("1");
  await expect(page.getByText("square now takes AVIF too.")).toBeVisible();
  const made = await renderOne("windowbox.square");
  expect(made).toMatchObject({ state: "done", format: "avif" });
  expect(made.bytes).toBeLessThanOrEqual(60_000);
  expect(stopped.remedies[0]).toMatchObject({ kind: "otherFormat", format: "avif", bytes: made.bytes });
  expect(first(stopped.remedies).sentence).toContain(`${(made.bytes / 1000).toFixed(1)} kB`);
});

test("quality is moved along the curve with live bytes and score, set by hand, kept, and given back", async ({
  page,
}) => {
  const before = await renderOne("quayside-market.listing-photo");
  const [quality, score] = [sure(before.quality), sure(before.score)];
  await openListing(page);
  await expect(page.getByTestId("score")).toHaveText(score.toFixed(1));
  await page.keyboard.press(",");
  for (let step = 0; step < 4; step++) await page.keyboard.press(",");
  await expect(page.getByTestId("quality")).toHaveText(`${quality - 5}`);
  await expect(page.getByTestId("score")).toHaveText(/^\d/);
  await expect(page.getByTestId("score")).not.toHaveText(score.toFixed(1));
  expect(Number(await page.getByTestId("score").textContent())).toBeLessThan(score);
  await page.keyboard.press("h");
  const marked = page.getByTestId("by-hand");
  await expect(marked).toHaveText(`by hand: JPEG ${quality - 5}`);
  await page.reload();
  await expect(marked).toHaveText(`by hand: JPEG ${quality - 5}`);

  const byHand = await renderOne("quayside-market.listing-photo");
  expect(byHand).toMatchObject({ quality: quality - 5, byHand: true, state: "done" });
  expect(byHand.bytes).toBeLessThan(before.bytes);
  await page.keyboard.press("a");
  await expect(marked).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await expect(marked).toBeVisible();
  await page.keyboard.press("Control+y");
  await expect(marked).toHaveCount(0);
  const after = await renderOne("quayside-market.listing-photo");
  expect(after).toMatchObject({ sha256: before.sha256, byHand: false });
});

test("before and after stay in register through zoom and pan, in every way of looking", async ({ page }) => {
  await openListing(page);
  const before = page.locator("[data-side=before]");
  const after = page.locator("[data-side=after]");
  await expect(after).toHaveJSProperty("complete", true);
  const same = async () => {
    const [one, other] = [await box(before), await box(after)];
    expect(other).toEqual(one);
    return one;
  };
  // At 100 % a pixel of the file is a pixel of the page.
  expect(await same()).toMatchObject({ width: 2500, height: 2000 });
  await page.mouse.move(300, 400);
  // Moves that come before the picture is drawn again all count: where the page is slow, several do.
  await before.evaluate((side) => {
    for (let step = 0; step < 3; step++)
      side.dispatchEvent(new WheelEvent("wheel", { deltaY: -100, bubbles: true, cancelable: true }));
  });
  await expect(page.getByTestId("zoom")).toHaveText("173 %");
  for (let step = 0; step < 6; step++) await page.mouse.wheel(0, -240);
  await expect(page.getByTestId("zoom")).toHaveText("800 %");
  expect((await same()).width).toBe(20_000);
  const at = await same();
  await page.mouse.down();
  await page.mouse.move(360, 370, { steps: 4 });
  await page.mouse.up();
  expect(await same()).toMatchObject({ x: at.x + 60, y: at.y - 30 });

  await page.keyboard.press("b");
  const panes = page.locator("[data-pane]");
  await expect(panes).toHaveCount(2);
  const corner = async (side: Locator, pane: Locator) => {
    const [inner, outer] = [await box(side), await box(pane)];
    return { x: inner.x - outer.x, y: inner.y - outer.y, width: inner.width };
  };
  const inRegister = async () =>
    expect(await corner(after, panes.nth(1))).toEqual(await corner(before, panes.nth(0)));
  await inRegister();
  for (const key of ["ArrowRight", "Shift+ArrowDown", "-", "ArrowLeft"]) {
    await page.keyboard.press(key);
    await inRegister();
  }
  await page.keyboard.press("f");
  await same();
  await page.keyboard.press("x");
  const shown = await box(after);
  await page.keyboard.press("Space");
  expect(await box(before)).toEqual(shown);
});

test("from a run to its worst files, to one on the scales, and back, by keyboard", async ({ page }) => {
  const made = await renderOne("quayside-market.listing-photo");
  await page.goto(`${app.url}/runs/${made.run}`);
  await page.getByRole("button", { name: "Worst first" }).press("Enter");
  await expect(page.getByRole("heading", { name: "Worst of one run" })).toBeVisible();
  await expect(page.getByRole("button", { name: /ribbon-listing-photo/ })).toHaveCount(1);
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("score")).toHaveText(sure(made.score).toFixed(1));
  await page.keyboard.press("Escape");
  await expect(page.getByRole("heading", { name: "Worst of one run" })).toBeVisible();
  // Rendered again, the file is of both runs, and is listed once.
  await renderOne("quayside-market.listing-photo");
  await page.reload();
  await expect(page.getByRole("button", { name: /ribbon-listing-photo/ })).toHaveCount(1);
  await page.getByRole("button", { name: "All files" }).press("Enter");
  await expect(page.getByRole("button", { name: /ribbon-listing-photo/ })).toHaveCount(1);

  await page.goto(`${app.url}/runs/${made.run}`);
  await expect(page.getByRole("button", { name: /ribbon-listing-photo/ })).toBeVisible();
  await page.keyboard.press("w");
  await expect(page.getByTestId("score")).toHaveText(/\d/);
});

test("from the worst file to the next through more pages of the list than one, and round to the first", async ({
  page,
}) => {
  await renderOne("galewright-shop.hero");
  const { items, total } = await app.get<"WorstFiles">("/api/weighing/worst?by=score&limit=200");
  expect(total).toBeGreaterThan(3);
  // Pages of two files instead of two hundred.
  await page.route("**/api/weighing/worst?**", async (route) => {
    const { offset } = Object.fromEntries(new URL(route.request().url()).searchParams);
    const from = (2 * Number(offset)) / 200;
    await route.fulfill({ json: { items: items.slice(from, from + 2), total: 100 * total } });
  });
  // Not by way of the list, which looks for its other pages itself.
  const worst = first(items);
  await page.goto(
    `${app.url}/weight/${worst.source}/${worst.slot}?size=${worst.width}x${worst.height}&format=${worst.format}`,
  );
  for (const one of [...items, worst]) {
    await expect(page).toHaveURL(
      new RegExp(`/weight/${one.source}/${one.slot}[?].*size=${one.width}x${one.height}`),
    );
    // Two files may have the same score, but not the same name.
    await expect(page.getByRole("contentinfo")).toContainText(one.fileName);
    await page.keyboard.press("Enter");
  }
});

test("the scales have no serious fault for those who cannot see or point", async ({ page }) => {
  for (const path of ["/weight", listing.replace("{source}", ribbon)]) {
    await page.goto(app.url + path);
    await page.waitForLoadState("networkidle");
    await expectNoFault(page);
  }
});
