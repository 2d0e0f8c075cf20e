import { type CDPSession, expect, type Page, test } from "@playwright/test";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());
test.use({ hasTouch: true });

type Spot = { x: number; y: number };

/** Moves fingers over the glass, all at once, from where they are put to where they are lifted. */
async function slide(page: Page, fingers: readonly { from: Spot; to: Spot }[]): Promise<void> {
  const glass: CDPSession = await page.context().newCDPSession(page);
  const touch = (type: "touchStart" | "touchMove", share: number) =>
    glass.send("Input.dispatchTouchEvent", {
      type,
      touchPoints: fingers.map(({ from, to }, id) => ({
        id,
        x: from.x + (to.x - from.x) * share,
        y: from.y + (to.y - from.y) * share,
      })),
    });
  await touch("touchStart", 0);
  for (let step = 1; step <= 8; step++) await touch("touchMove", step / 8);
  await glass.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  await glass.detach();
}

async function middleOf(page: Page, testId: string): Promise<Spot> {
  const box = await page.getByTestId(testId).boundingBox();
  if (!box) throw new Error(`${testId} is not there`);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

test("on the bench a finger moves the frame, and two change its size", async ({ page }) => {
  const { id } = await app.source("hill-flight");
  await page.goto(`${app.url}/framing/${id}/windowbox.square`);
  await expect(page.getByTestId("frame")).toBeVisible();
  const crop = async () =>
    (await app.framing(id)).places.find((place) => place.slot === "windowbox.square")?.crop;
  const before = await crop();
  if (!before) throw new Error("There is no crop");
  const middle = await middleOf(page, "frame");
  await slide(page, [{ from: middle, to: { x: middle.x - 50, y: middle.y } }]);
  await expect.poll(async () => (await crop())?.x).toBeLessThan(before.x);

  const { x, y } = await middleOf(page, "frame");
  await slide(page, [
    { from: { x: x - 80, y }, to: { x: x - 40, y } },
    { from: { x: x + 80, y }, to: { x: x + 40, y } },
  ]);
  await expect.poll(async () => (await crop())?.width).toBeLessThan(before.width * 0.7);
});

test("on the comparison a finger moves both sides, and two enlarge them about what they hold", async ({
  page,
}) => {
  const { id } = await app.source("ribbon-tails-detail");
  await app.render([id], ["windowbox.portrait"]);
  const [file] = (await app.get<"VariantPage">(`/api/variants?source=${id}`)).items;
  await page.goto(
    `${app.url}/weight/${id}/windowbox.portrait?size=${file?.width}x${file?.height}&format=${file?.format}`,
  );
  const side = page.locator("[data-side=before]");
  await expect(side).toHaveJSProperty("complete", true);
  // What comes beside it takes its room first.
  await page.waitForLoadState("networkidle");
  const place = async () => (await side.boundingBox()) ?? { x: 0, y: 0, width: 0 };
  const before = await place();
  await slide(page, [{ from: { x: 300, y: 300 }, to: { x: 350, y: 320 } }]);
  await expect.poll(async () => (await place()).x).toBeCloseTo(before.x + 50, -1);

  const moved = await place();
  const held = (300 - moved.x) / moved.width;
  await slide(page, [
    { from: { x: 260, y: 300 }, to: { x: 220, y: 300 } },
    { from: { x: 340, y: 300 }, to: { x: 380, y: 300 } },
  ]);
  await expect.poll(async () => (await place()).width / moved.width).toBeCloseTo(2, 1);
  const after = await place();
  expect((300 - after.x) / after.width).toBeCloseTo(held, 2);
});

test("on the board a tap chooses a cell, and another one adds to it", async ({ page }) => {
  await page.goto(`${app.url}/board?destination=windowbox&search=hill-flight`);
  const cell = (name: RegExp) => page.getByRole("gridcell", { name }).first();
  await cell(/^hill-flight-rotated, square/).tap();
  await cell(/^hill-flight-rotated, portrait/).tap();
  await expect(page.getByRole("button", { name: /^Render 2 chosen/ })).toBeVisible();
  await cell(/^hill-flight-rotated, square/).tap();
  await page.getByRole("button", { name: "Leave out" }).tap();
  await expect(cell(/^hill-flight-rotated, portrait: left out/)).toBeVisible();
});
