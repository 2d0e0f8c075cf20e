import { expect, type Page, test } from "@playwright/test";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

// Two seconds, four, eight and eight: a page that has looked so often has been alone for more than twenty.
const looks = 5;

test("what is done in five screens while the server is away for twenty seconds is kept, and goes on by itself", async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const context = await browser.newContext();
  context.setDefaultTimeout(15_000);
  const [text, place, frame, cell, names] = await Promise.all(
    Array.from({ length: 5 }, () => context.newPage()),
  );
  if (!text || !place || !frame || !cell || !names) throw new Error("no pages");
  const [first, second, third] = await app.sources();
  if (!first || !second || !third) throw new Error("no demo");

  await text.goto(`${app.url}/sources?search=${first.stem}`);
  await expect(text.getByRole("complementary", { name: "Details" })).toBeVisible();
  await place.goto(`${app.url}/destinations/plaza-nine?about`);
  await expect(place.getByLabel("Note")).toBeVisible();
  await frame.goto(`${app.url}/framing/${second.id}/windowbox.square`);
  await expect(frame.getByTestId("frame")).toBeVisible();
  await cell.goto(`${app.url}/board?destination=windowbox&search=${third.stem}`);
  await cell
    .getByRole("gridcell", { name: `${third.stem}, square` })
    .first()
    .click();
  await names.goto(`${app.url}/sources?search=spool-small`);
  await names.getByRole("listbox", { name: "Sources" }).getByRole("option").first().click();
  await names.keyboard.press("n");
  await expect(names.getByRole("textbox", { name: "Pattern" })).toBeVisible();

  let asked = 0;
  const cut = async () => {
    asked++;
    return "cut";
  };
  await context.setOffline(true);
  context.on("requestfailed", (request) => {
    if (request.url().endsWith("/healthz")) void cut();
  });

  await text.getByLabel("Alternative text").fill("a kite over the hill");
  await text.getByLabel("Alternative text").press("Enter");
  await place.getByLabel("Note").fill("written while the server was away");
  await place.getByRole("button", { name: "Save S" }).click();
  await frame.keyboard.press("w");
  await frame.keyboard.press("m");
  await cell.keyboard.press("l");
  await names.getByRole("textbox", { name: "Pattern" }).fill("away-{number}");

  for (const page of [text, place, frame, cell, names])
    await expect(page.getByText("No connection to the server since")).toBeVisible({ timeout: 30_000 });
  await expect.poll(() => asked, { timeout: 60_000 }).toBeGreaterThanOrEqual(looks * 5);
  await expect(text.getByLabel("Alternative text")).toHaveValue("a kite over the hill");
  await expect(place.getByLabel("Note")).toHaveValue("written while the server was away");
  await expect(names.getByRole("textbox", { name: "Pattern" })).toHaveValue("away-{number}");
  await context.setOffline(false);

  const later = { timeout: 30_000 };
  await expect
    .poll(async () => (await app.sources()).find((one) => one.id === first.id)?.altText, later)
    .toBe("a kite over the hill");
  await expect
    .poll(async () => (await app.destination("plaza-nine")).note, later)
    .toBe("written while the server was away");
  // Turned to the right, then mirrored as it is seen: both, in that order.
  await expect
    .poll(async () => (await app.framing(second.id)).turn, later)
    .toMatchObject({ quarters: 3, isMirrored: true });
  await expect(cell.getByRole("gridcell", { name: `${third.stem}, square: left out` }).first()).toBeVisible(
    later,
  );
  await names.getByRole("button", { name: "Name 1 picture" }).click();
  await expect
    .poll(async () => (await app.sources()).filter((one) => one.stem.startsWith("away-")).length, later)
    .toBe(1);
  for (const page of [text, place, frame, cell, names]) await noBanner(page);
  await context.close();
});

const noBanner = (page: Page) => expect(page.getByText("No connection to the server since")).toHaveCount(0);

test("a change whose answer was lost is done once", async ({ page }) => {
  await page.goto(`${app.url}/sources`);
  const [first] = await app.sources();
  let isLost = false;
  await page.route("**/api/runs", async (route) => {
    if (route.request().method() !== "POST" || isLost) return route.fallback();
    isLost = true;
    // It reaches the server, and the answer does not come back.
    await route.fetch();
    await route.abort("connectionreset");
  });
  const before = (await app.get<"RunPage">("/api/runs")).items.length;
  await page.goto(`${app.url}/framing/${first?.id}/windowbox.square`);
  await page.evaluate(
    (id) =>
      localStorage.setItem("pantomet.choice", JSON.stringify({ sources: [id], slots: ["windowbox.square"] })),
    first?.id,
  );
  await page.reload();
  await expect(page.getByTestId("frame")).toBeVisible();
  await page.keyboard.press("r");
  await expect(page).toHaveURL(/\/runs\//, { timeout: 20_000 });
  expect(isLost).toBe(true);
  expect((await app.get<"RunPage">("/api/runs")).items.length).toBe(before + 1);
});
