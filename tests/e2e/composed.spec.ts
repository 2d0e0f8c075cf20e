import { expect, type Page, test } from "@playwright/test";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeEach(async () => {
  app = await Pantomet.start("destinations");
  // Two portraits and four others, each with a thing of its own that must stay.
  for (const [name, width, height] of [
    ["dune.svg", 600, 900],
    ["reel.svg", 800, 800],
    ["kite-1.svg", 900, 600],
    ["kite-2.svg", 900, 606],
    ["kite-3.svg", 900, 612],
  ] as const)
    await app.takeIn(name, shot(width, height));
});
test.afterEach(() => app.stop());

const shot = (width: number, height: number) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="${width}" height="${height}" fill="#d8dce0"/><circle cx="${width * 0.3}" cy="${height * 0.4}" r="90" fill="#b03020"/></svg>`,
  );
const cell = (page: Page, stem: string) => page.getByRole("option", { name: stem, exact: true });
const composed = async () => (await app.sources()).filter((one) => one.inputs);
const details = (page: Page) => page.getByRole("complementary", { name: "Details" });

test("by keyboard: two become one, exchanged and as wide as wanted; undo takes it away and redo brings it back", async ({
  page,
}) => {
  await page.goto(`${app.url}/sources`);
  await cell(page, "reel").click();
  await cell(page, "dune").click({ modifiers: ["Control"] });
  await page.keyboard.press("p");
  const whole = page.getByRole("img", { name: "reel, dune" });
  await expect(whole).toBeVisible();
  await page.keyboard.press("x");
  await expect(page.getByRole("img", { name: "dune, reel" })).toBeVisible();
  await page.getByLabel("Width in all").focus();
  await page.keyboard.type("505");
  await expect(page.getByRole("figure")).toContainText("505 × 300 px");
  await page.keyboard.press("Enter");
  await expect(cell(page, "dune-and-reel")).toBeVisible();
  const [pair] = await composed();
  expect([pair?.width, pair?.height]).toEqual([505, 300]);
  await expect(details(page)).toContainText("Made of 2 pictures");

  await page.keyboard.press("Control+z");
  await expect(cell(page, "dune-and-reel")).toHaveCount(0);
  await page.keyboard.press("Control+Shift+z");
  await expect(cell(page, "dune-and-reel")).toBeVisible();
  // It is framed like any other.
  await cell(page, "dune-and-reel").click();
  await page.keyboard.press("f");
  await expect(page).toHaveURL(new RegExp(`/framing/${pair?.id}`));
});

test("by pointer: many become pairs as one act, and undo takes all of them away", async ({ page }) => {
  await page.goto(`${app.url}/sources`);
  await cell(page, "kite-3").click();
  await cell(page, "dune").click({ modifiers: ["Shift"] });
  await page.getByRole("button", { name: /^Pair/ }).click();
  await expect(page.getByText("2 pairs; one picture is left over.")).toBeVisible();
  await page.getByRole("radio", { name: "One above the other" }).check();
  await page.getByRole("radio", { name: "By light" }).check();
  await page.getByLabel("Gap between them", { exact: true }).fill("20");
  await page.getByLabel("Shape of each").fill("1:1");
  await expect(page.getByRole("region", { name: /kite-3/ })).toContainText("1,220 px");
  await page.getByRole("button", { name: "Make 2 pairs" }).click();
  await expect.poll(async () => (await composed()).length).toBe(2);
  await expect(page.getByText("2 pairs made.")).toBeVisible();
  for (const pair of await composed()) expect(pair.height).toBe(2 * pair.width + 20);
  await page.keyboard.press("Control+z");
  await expect.poll(async () => (await composed()).length).toBe(0);
});

test("one is out of date when its picture is framed otherwise, is made again and otherwise, and says what is missing", async ({
  page,
}) => {
  const [dune, reel] = [await app.source("dune"), await app.source("reel")];
  await app.send("POST", "/api/sources/composed", {
    sources: [dune.id, reel.id],
    direction: "row",
    shape: "1:2",
    width: 400,
  });
  await page.goto(`${app.url}/sources`);
  await cell(page, "dune-and-reel").click();
  await expect(details(page)).toContainText("Made of 2 pictures");
  await expect(details(page)).not.toContainText("Out of date");
  const subject = { x: 500, y: 700, width: 250, height: 90 };
  await app.send("PATCH", `/api/sources/${reel.id}`, { subject });
  await page.reload();
  await expect(page.getByText("1 composed picture is out of date")).toBeVisible();
  await cell(page, "dune-and-reel").click();
  await details(page).getByRole("button", { name: "Make it again" }).click();
  await expect(page.getByText("1 composed picture is out of date")).toHaveCount(0);
  await expect(details(page).getByLabel("File name")).toHaveValue("dune-and-reel");

  await details(page).getByRole("button", { name: "Make it otherwise" }).click();
  await page.getByLabel("Margin round them", { exact: true }).fill("10");
  await expect(page.getByRole("figure")).toContainText("190 × 380");
  await page.getByRole("button", { name: "Make it again" }).click();
  await expect(page.getByText("dune-and-reel is made.")).toBeVisible();
  await expect.poll(async () => (await composed())[0]?.layout?.margin).toBe(10);
  await page.keyboard.press("Control+z");
  await expect.poll(async () => (await composed())[0]?.layout?.margin).toBe(0);

  await app.send("POST", "/api/acts", { on: { ids: [reel.id] }, act: "delete" });
  await expect.poll(async () => (await app.sources("reel")).length).toBe(1);
  await page.reload();
  await cell(page, "dune-and-reel").click();
  await expect(details(page)).toContainText("reel is in the bin");
  await details(page).getByRole("button", { name: "Restore" }).click();
  await expect(page.getByText("reel is back.")).toBeVisible();
  await expect(details(page)).not.toContainText("in the bin");
});
