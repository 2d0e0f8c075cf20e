import { type Browser, expect, type Page, test } from "@playwright/test";
import { Pantomet } from "./pantomet.ts";
import { dragBy, stored } from "./pointer.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

/** Two people, each in a browser of their own, at the same address. */
async function two(browser: Browser, path: string): Promise<[Page, Page]> {
  const open = async () => {
    const page = await (await browser.newContext()).newPage();
    await page.goto(app.url + path);
    return page;
  };
  return Promise.all([open(), open()]);
}

test("two people at one destination: nobody's work is lost, and each sees what the other has done", async ({
  browser,
}) => {
  const [one, other] = await two(browser, "/destinations/plaza-nine?about");
  for (const page of [one, other]) await expect(page.getByLabel("Note")).toBeVisible();
  await one.getByLabel("Note").fill("from the first");
  await other.getByLabel("Name", { exact: true }).fill("Plaza Ten");
  await one.getByRole("button", { name: "Save S" }).click();
  await expect(one.getByText("Plaza Nine is saved.")).toBeVisible();

  await other.getByRole("button", { name: "Save S" }).click();
  const conflict = other.getByRole("alert").filter({ hasText: "Somebody else has saved" });
  await expect(conflict).toContainText("from the first");
  await expect(conflict).toContainText("Plaza Ten");
  await expect(other.getByLabel("Name", { exact: true })).toHaveValue("Plaza Ten");
  expect(await app.destination("plaza-nine")).toMatchObject({ name: "Plaza Nine", note: "from the first" });
  await conflict.getByRole("button", { name: "Use theirs" }).click();
  await expect(other.getByLabel("Note")).toHaveValue("from the first");
  await other.getByLabel("Name", { exact: true }).fill("Plaza Ten");
  await other.getByRole("button", { name: "Save S" }).click();
  await expect(other.getByText("Plaza Ten is saved.")).toBeVisible();
  expect(await app.destination("plaza-nine")).toMatchObject({ name: "Plaza Ten", note: "from the first" });
});

test("two people at one picture: each frames a place of their own, and both are kept", async ({
  browser,
}) => {
  const { id } = await app.source("dune-box-kite");
  const [one, other] = await two(browser, `/framing/${id}/windowbox.square`);
  await other.goto(`${app.url}/framing/${id}/plaza-nine.round-portrait`);
  for (const page of [one, other]) await expect(page.getByTestId("frame")).toBeVisible();
  await stored(app, id, () => dragBy(one, "frame", 60, 0));
  // The other has not heard of it yet: what they do is told apart, not thrown away.
  await dragBy(other, "frame", 0, -30);
  const insist = other.getByRole("button", { name: "Do mine all the same" });
  const byHand = async () =>
    (await app.framing(id)).places.filter((place) => place.byHand).map((place) => place.slot);
  await expect(async () => {
    if (await insist.isVisible()) await insist.click();
    expect(await byHand()).toEqual(expect.arrayContaining(["windowbox.square", "plaza-nine.round-portrait"]));
  }).toPass();
});

test("two people at one board: what one leaves out and renders, the other sees", async ({ browser }) => {
  const [one, other] = await two(browser, "/board?destination=windowbox&search=hill-flight");
  const cell = (page: Page, name: RegExp) => page.getByRole("gridcell", { name }).first();
  for (const page of [one, other]) await expect(cell(page, /^hill-flight-rotated, square/)).toBeVisible();
  await cell(one, /^hill-flight-rotated, square/).click();
  await cell(other, /^hill-flight-rotated, portrait/).click();
  await one.keyboard.press("l");
  await other.keyboard.press("r");
  await expect(cell(one, /^hill-flight-rotated, square: left out/)).toBeVisible();
  await expect(cell(other, /^hill-flight-rotated, portrait: \d+(\.\d+)? kB/)).toBeVisible({
    timeout: 60_000,
  });
  // The one who has rendered nothing looks again when the page is looked at again.
  for (const [page, name] of [
    [one, /^hill-flight-rotated, portrait: \d+(\.\d+)? kB/],
    [other, /^hill-flight-rotated, square: left out/],
  ] as const)
    await expect(async () => {
      await page.evaluate(() => window.dispatchEvent(new Event("visibilitychange")));
      await expect(cell(page, name)).toBeVisible({ timeout: 1000 });
    }).toPass();
});
