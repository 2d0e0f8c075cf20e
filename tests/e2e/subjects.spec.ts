import { expect, type Page, test } from "@playwright/test";
import { Pantomet, sure } from "./pantomet.ts";
import { drag } from "./pointer.ts";

let app: Pantomet;

test.beforeEach(async () => {
  app = await Pantomet.start("destinations");
  await takeForty();
});
test.afterEach(() => app.stop());

// 36 things that each lie elsewhere, and four shots of one tripod.
const shot = (x: number, y: number, ground: string, side: number) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="${ground}"/><rect x="${x}" y="${y}" width="${side}" height="${side}" fill="#b03020"/></svg>`,
  );

async function takeForty(): Promise<void> {
  const things = Array.from({ length: 36 }, (_, one) => ({
    name: `thing-${one}.svg`,
    bytes: shot(10 + (one % 6) * 84, 8 + Math.floor(one / 6) * 54, `#d0d${one % 10}e0`, 90),
  }));
  const tripod = Array.from({ length: 4 }, (_, one) => ({
    name: `tripod-${one}.svg`,
    bytes: shot(205, 105, `#e${one}e0d0`, 180 + 2 * one),
  }));
  await Promise.all([...things, ...tripod].map(({ name, bytes }) => app.takeIn(name, bytes)));
}

const entries = async () =>
  (await app.send<"SubjectSheet">("POST", "/api/subjects", {})).items.map((entry) => ({
    ...entry,
    stem: entry.source.stem,
  }));
const isSettled = async (stem: string) =>
  sure((await entries()).find((entry) => entry.stem === stem)).isDecided;
const left = async () => (await entries()).filter((entry) => !entry.isDecided).length;
const card = (page: Page, stem: string) =>
  page.getByRole("list", { name: "Subjects" }).getByRole("listitem").filter({ hasText: stem });

test("by pointer: mark three, confirm the others, draw the three, take one for a series", async ({
  page,
}) => {
  await page.goto(`${app.url}/framing/subjects`);
  await expect(card(page, "thing-0")).toBeVisible();
  const three = ["thing-7", "thing-20", "tripod-0"];
  for (const stem of three) {
    await card(page, stem).getByRole("button", { name: stem }).click();
    await page.getByRole("button", { name: "Not right" }).click();
    await expect(card(page, stem)).toContainText("not right");
  }
  await page.getByRole("button", { name: /^Confirm 37/ }).click();
  await expect.poll(left).toBe(3);

  for (const stem of three) {
    await card(page, stem).scrollIntoViewIfNeeded();
    const box = sure(await card(page, stem).locator("img").boundingBox());
    await drag(page, { x: box.x + 20, y: box.y + 20 }, { x: box.x + 120, y: box.y + 90 });
    await expect.poll(() => isSettled(stem)).toBe(true);
  }
  await expect(page.getByRole("status").filter({ hasText: "All are confirmed." })).toBeVisible();

  await card(page, "tripod-0").getByRole("button", { name: "Take for 3 like it" }).click();
  const dialog = page.getByRole("dialog");
  await expect(dialog.getByRole("listitem")).toHaveCount(3);
  await dialog.getByRole("checkbox", { name: "tripod-2" }).uncheck();
  await dialog.getByRole("button", { name: "Take for 2 pictures" }).click();
  const subjectOf = async (stem: string) =>
    sure((await entries()).find((entry) => entry.stem === stem)).subject;
  const drawn = await subjectOf("tripod-0");
  await expect.poll(() => subjectOf("tripod-3")).toEqual(drawn);
  expect(await subjectOf("tripod-1")).toEqual(drawn);
  expect(await subjectOf("tripod-2")).not.toEqual(drawn);

  // All of it is one step each, and taken back as one.
  await page.keyboard.press("Control+z");
  await expect.poll(() => subjectOf("tripod-3")).not.toEqual(drawn);
});

test("by keys only: the same", async ({ page }) => {
  await page.goto(`${app.url}/framing/subjects`);
  await expect(card(page, "thing-0")).toBeVisible();
  const current = () => page.locator("li[aria-current=true]");
  const to = async (stem: string) => {
    // Along the rows, from the first on.
    for (let row = 0; row < 12; row++) await page.keyboard.press("ArrowUp");
    for (let step = 0; step < 40; step++) await page.keyboard.press("ArrowLeft");
    for (let step = 0; step < 40; step++) {
      if ((await current().textContent())?.startsWith(stem)) return;
      await page.keyboard.press("ArrowRight");
    }
    throw new Error(`The arrows do not reach ${stem}.`);
  };
  const three = ["thing-7", "thing-20", "tripod-0"];
  for (const stem of three) {
    await to(stem);
    await page.keyboard.press(" ");
    await expect(current()).toContainText("not right");
  }
  await page.keyboard.press("Enter");
  await expect.poll(left).toBe(3);
  await to(sure(three[0]));
  for (let one = 0; one < 3; one++) {
    const stem = sure((await current().textContent())?.match(/^(thing|tripod)-\d+/)?.[0]);
    await page.keyboard.press("d");
    await expect(current()).toContainText("drawing");
    await page.keyboard.press("ArrowRight");
    await page.keyboard.press("Shift+ArrowDown");
    await page.keyboard.press("Enter");
    await expect.poll(() => isSettled(stem)).toBe(true);
    if (one < 2) await expect(current()).not.toContainText(stem);
  }
  expect(await left()).toBe(0);

  await to("tripod-0");
  await page.keyboard.press("s");
  await expect(page.getByRole("dialog").getByRole("listitem")).toHaveCount(3);
  await page.keyboard.press("Enter");
  const subjects = async () => [
    ...new Set(
      (await entries())
        .filter((entry) => entry.stem.startsWith("tripod"))
        .map((entry) => JSON.stringify(entry.subject)),
    ),
  ];
  await expect.poll(async () => (await subjects()).length).toBe(1);
  await page.keyboard.press("Escape");
});
