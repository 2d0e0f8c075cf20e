import { expect, type Page, test } from "@playwright/test";
import { tabTo } from "./keyboard.ts";
import { Pantomet } from "./pantomet.ts";
import { dragBy } from "./pointer.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

const lookAgain = (page: Page) => page.evaluate(() => window.dispatchEvent(new Event("visibilitychange")));

test("a frame that was moved just before going on to the next picture is stored with its own", async ({
  page,
}) => {
  const [one, other] = [await app.source("dune-box-kite"), await app.source("winder-handle")];
  // Their revisions differ: one that is sent with the other's is refused.
  for (const act of ["decide", "mirror", "mirror"]) await app.change(other.id, { act });
  await page.addInitScript(
    (sources) => localStorage.setItem("pantomet.choice", JSON.stringify({ sources, slots: [] })),
    [one.id, other.id],
  );
  await page.goto(`${app.url}/framing/${one.id}/windowbox.square`);
  await expect(page.getByTestId("frame")).toBeVisible();
  const before = (await app.framing(other.id)).revision;
  await dragBy(page, "frame", 40, 0);
  await page.getByRole("button", { name: "Next picture" }).click();
  await expect(page).toHaveURL(new RegExp(other.id));
  const byHand = async () =>
    (await app.framing(one.id)).places.find((place) => place.slot === "windowbox.square")?.byHand;
  await expect.poll(byHand).toBe(true);
  expect((await app.framing(other.id)).revision).toBe(before);
  await expect(page.getByRole("button", { name: "Do mine all the same" })).toHaveCount(0);
});

test("a remedy that changes a destination keeps what somebody else has saved there meanwhile", async ({
  page,
}) => {
  const { id } = await app.source("hill-flight");
  await app.change(id, { act: "decide", subject: { x: 828, y: 192, width: 2340, height: 1800 } });
  await page.goto(`${app.url}/framing/${id}/galewright-shop.product-detail`);
  const remedy = page.getByRole("button", { name: /Allow 4:5\.\./ });
  await expect(remedy).toBeVisible();
  await app.replace({ ...(await app.destination("galewright-shop")), note: "theirs" });
  const shop = async () => {
    const { note, slots } = await app.destination("galewright-shop");
    return [note, slots.find((slot) => slot.id === "galewright-shop.product-detail")?.shape];
  };
  // It was read before theirs was saved: refused, looked at again, and done over theirs when it is asked for once more.
  const refused = page.waitForResponse(
    (response) => response.request().method() === "PUT" && response.status() === 412,
  );
  const again = page.waitForResponse(/\/api\/destinations$/);
  await remedy.click();
  await Promise.all([refused, again]);
  expect(await shop()).toEqual(["theirs", "4:5"]);
  await remedy.click();
  await expect.poll(shop).toEqual(["theirs", expect.stringMatching(/^4:5\.\./)]);
});

test("a refresh that fails leaves the screen as it is, with its zoom, and says that it may be old", async ({
  page,
}) => {
  const { id } = await app.source("dune-box-kite");
  await page.goto(`${app.url}/framing/${id}/windowbox.square`);
  await expect(page.getByTestId("frame")).toBeVisible();
  await page.getByRole("button", { name: /^100 %/ }).click();
  await page.route("**/api/framings/**", (route) =>
    route.fulfill({ status: 500, json: { title: "fault", detail: "Nobody knows why." } }),
  );
  await expect(async () => {
    await lookAgain(page);
    await expect(page.getByText("Not up to date: Nobody knows why.")).toBeVisible({ timeout: 1000 });
  }).toPass();
  await expect(page.getByTestId("frame")).toBeVisible();
  await expect(page.getByRole("button", { name: /^100 %/ })).toHaveAttribute("aria-pressed", "true");
});

test("rows of the board that cannot be loaded are not blank without a word, and come when asked again", async ({
  page,
}) => {
  await page.route(/\/api\/board\?/, (route) =>
    route.fulfill({ status: 500, json: { title: "fault", detail: "Nobody knows why." } }),
  );
  await page.goto(`${app.url}/board`);
  const fault = page.getByRole("alert").filter({ hasText: "could not be loaded" });
  await expect(fault).toContainText("Nobody knows why.");
  await page.unroute(/\/api\/board\?/);
  await fault.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByRole("gridcell", { name: /, hero:/ }).first()).toBeVisible();
});

test("the focus of a list is the list's, follows the arrows, and is reached again after scrolling away", async ({
  page,
}) => {
  await page.setViewportSize({ width: 1024, height: 300 });
  await page.goto(`${app.url}/sources`);
  const list = page.getByRole("listbox", { name: "Sources" });
  const meant = async () => {
    const id = await list.getAttribute("aria-activedescendant");
    return id ? page.locator(`[id="${id}"]`) : undefined;
  };
  await tabTo(page, list);
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowRight");
  await expect((await meant()) ?? page.locator("none")).toHaveAttribute("data-current", "true");
  await expect((await meant()) ?? page.locator("none")).toBeInViewport();
  await list.hover();
  await page.mouse.wheel(0, 5000);
  await expect(list).not.toHaveAttribute("aria-activedescendant");
  // What is scrolled away cannot have the focus; the list has, and the arrows lead back.
  await page.getByRole("searchbox", { name: "Find a picture" }).focus();
  await tabTo(page, list);
  await page.keyboard.press("ArrowLeft");
  await expect((await meant()) ?? page.locator("none")).toBeInViewport();
});

test("a paused run is called paused wherever it is shown", async ({ page }) => {
  const sources = (await app.sources()).map((one) => one.id);
  const slots = (await app.destination("galewright-shop")).slots.map((slot) => slot.id);
  const { id } = await app.send<"RunAnswer">("POST", "/api/runs", { sources, slots });
  await app.send<"RunAnswer">("POST", `/api/runs/${id}/pause`, {});
  await page.goto(`${app.url}/runs/${id}`);
  await expect(page.getByRole("heading", { name: "paused" })).toBeVisible();
  await expect(page.getByRole("navigation", { name: "Runs" }).getByRole("button").first()).toContainText(
    "paused",
  );
  await expect(page.getByRole("img", { name: "stale" })).toHaveCount(0);
  await app.send<"RunAnswer">("POST", `/api/runs/${id}/cancel`, {});
});

test("a screen that breaks takes neither the others nor an upload with it", async ({ page }) => {
  await page.route("**/api/weighing/worst?**", (route) =>
    route.fulfill({ json: { items: [null], total: 1 } }),
  );
  let sent = () => {};
  const isSent = new Promise<void>((done) => {
    sent = done;
  });
  await page.route("**/api/sources", async (route) => {
    if (route.request().method() === "POST") await isSent;
    await route.fallback();
  });
  await page.goto(`${app.url}/sources`);
  const picture = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(40, 30);
    canvas.getContext("2d")?.fillRect(3, 4, 20, 11);
    return [...new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer())];
  });
  await page
    .getByLabel("Pictures to add")
    .setInputFiles({ name: "late.png", mimeType: "image/png", buffer: Buffer.from(picture) });
  await page.getByRole("link", { name: /^Weight/ }).click();
  await expect(page.getByRole("heading", { name: "This screen could not be drawn" })).toBeVisible();
  await page.getByRole("link", { name: "To the sources" }).click();
  sent();
  await expect(page.getByRole("option", { name: "late" })).toBeVisible();
});

test.describe("on a dense screen", () => {
  test.use({ deviceScaleFactor: 2 });

  test("100 % is a pixel of the file on a pixel of the screen, on the bench and on the scales", async ({
    page,
  }) => {
    const source = await app.source("dune-box-kite");
    await page.goto(`${app.url}/framing/${source.id}/windowbox.square`);
    await expect(page.getByTestId("frame")).toBeVisible();
    await page.getByRole("button", { name: /^100 %/ }).click();
    const onBench = page.getByTestId("well").locator("img");
    await expect
      .poll(async () => Math.round(((await onBench.boundingBox())?.width ?? 0) * 2))
      .toBe(source.width);

    const [file] = await app.render([source.id], ["windowbox.square"]);
    if (!file) throw new Error("Nothing was made");
    await page.goto(
      `${app.url}/weight/${source.id}/windowbox.square?size=${file.width}x${file.height}&format=${file.format}`,
    );
    const onScales = page.locator("[data-side=before]");
    await expect
      .poll(async () => Math.round(((await onScales.boundingBox())?.width ?? 0) * 2))
      .toBe(file.width);
    const divider = page.getByRole("separator", { name: "Divider between before and after" });
    await expect(divider).toHaveAttribute("aria-valuenow", "50");
    await divider.press("ArrowLeft");
    await expect(divider).toHaveAttribute("aria-valuenow", "48");
    await divider.press("End");
    await expect(divider).toHaveAttribute("aria-valuenow", "100");
  });
});
