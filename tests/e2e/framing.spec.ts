import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { type Answers, demo, first, Pantomet, stepTo, sure } from "./pantomet.ts";
import { drag, dragBy, stored } from "./pointer.ts";

let app: Pantomet;
let kite = "";
test.beforeAll(async () => {
  app = await Pantomet.start("destinations");
});
test.afterAll(() => app.stop());
test.beforeEach(async () => {
  // Each journey begins with a source that nobody has touched: one more comment makes it another file (ITU-T T.81, B.2.4.5).
  const bytes = await readFile(demo("hill-flight.jpg"));
  const mark = Buffer.from([0xff, 0xfe, 0, 6, ...Buffer.from(`${Date.now() % 10_000}`.padStart(4, "0"))]);
  kite = await app.takeIn("kite.jpg", Buffer.concat([bytes.subarray(0, 2), mark, bytes.subarray(2)]));
});

type Framing = Answers["FramingAnswer"];
type Rect = Answers["PixelRect"];

test("by pointer: one subject frames every shape; one adjusted, one parted, a tier apart, levelled; undone, redone, reloaded", async ({
  page,
}) => {
  await page.goto(`${app.url}/framing/${kite}/quayside-market.listing-photo`);
  await expect(page.getByText("proposed subject")).toBeVisible();
  const before = await state();

  // The kite lies at 0.68…0.88 across and 0.08…0.44 down (by eye, demo/sources/README.md).
  await page.getByRole("button", { name: "Subject S" }).click();
  // Beyond the corner of what is proposed, which would be taken hold of.
  await drawOn(page, { x: 0.62, y: 0.03 }, { x: 0.9, y: 0.46 });
  await expect(page.getByText("Subject confirmed")).toBeVisible();
  const subject = sure((await framing()).subject);
  expect(Math.abs(subject.x - 0.62 * 3600)).toBeLessThan(30);
  expect(Math.abs(subject.width - 0.28 * 3600)).toBeLessThan(40);
  for (const place of (await framing()).places) {
    const canHold = place.crop.width >= subject.width && place.crop.height >= subject.height;
    expect([place.slot, canHold, holds(place.crop, subject)]).toEqual([place.slot, canHold, canHold]);
  }
  // The page header is too low for the kite, and says by how much.
  expect(at("galewright-shop.page-header", await framing()).findings[0]?.id).toBe("subject-cut");

  await page.getByRole("button", { name: "Frame E" }).click();
  await dragPart(page, "frame", -40, 0);
  await expect(page.getByRole("button", { name: "Reset to automatic 0" })).toBeVisible();
  await page.getByRole("button", { name: "Frame for square", exact: true }).click();
  await page.getByRole("button", { name: /^Unlink from/ }).click();
  await expect(page.getByRole("button", { name: "Link again" })).toBeVisible();
  await dragPart(page, "corner-bottom-left", 60, -60);
  const parted = await framing();
  expect(at("windowbox.square", parted).byHand).toBe(true);
  expect(at("plaza-nine.round-portrait", parted).byHand).toBe(false);

  await page.getByRole("button", { name: "Frame for season banner, narrow" }).click();
  await dragPart(page, "corner-bottom-left", 50, -50);
  const tiers = (await framing()).places.filter((place) => place.slot.endsWith("season-banner"));
  expect(tiers.map((place) => [place.tier, place.byHand])).toEqual([
    ["narrow", true],
    ["medium", false],
    ["wide", false],
  ]);

  await page.getByRole("button", { name: "Straighten V" }).click();
  await drawOn(page, { x: 0.2, y: 0.6 }, { x: 0.8, y: 0.65 });
  await expect(page.getByLabel("Straighten, degrees")).not.toHaveValue("0.0");
  expect((await framing()).turn.level).toBeCloseTo(-3.2, 0);

  await thereAndBack(page, before);
});

test("what is wished for stays beside what must, as far as a shape lets it", async ({ page }) => {
  await page.goto(`${app.url}/framing/${kite}/quayside-market.listing-photo`);
  await page.getByRole("button", { name: "Subject S" }).click();
  await stored(app, kite, () => drawOn(page, { x: 0.62, y: 0.03 }, { x: 0.9, y: 0.46 }));
  await page.getByRole("button", { name: "Wished for", exact: true }).click();
  // The tail, down to the hills.
  await stored(app, kite, () => drawOn(page, { x: 0.4, y: 0.4 }, { x: 0.8, y: 0.75 }));
  await expect(page.getByTestId("wish")).toBeVisible();
  const { subject, wish, places } = await framing();
  const across = (rect: Rect | null | undefined) => sure(rect).x;
  for (const place of places.filter((one) => one.canBeSet && one.crop.height > sure(subject).height)) {
    expect([place.slot, place.crop.x <= across(subject)]).toEqual([place.slot, true]);
    const canHoldBoth = place.crop.width > sure(subject).x + sure(subject).width - across(wish);
    if (canHoldBoth) expect([place.slot, place.crop.x <= across(wish)]).toEqual([place.slot, true]);
  }
  await stored(app, kite, () => page.getByRole("button", { name: "Nothing wished for" }).click());
  await expect(page.getByTestId("wish")).toBeHidden();
  expect((await framing()).subject).toEqual(subject);
});

test("keys that are pressed while the server is slow are all kept", async ({ page }) => {
  await page.route("**/changes", async (route) => {
    const answer = await route.fetch();
    await new Promise((resolve) => setTimeout(resolve, 700));
    await route.fulfill({ response: answer });
  });
  await page.goto(`${app.url}/framing/${kite}/quayside-market.listing-photo`);
  await expect(page.getByText("proposed subject")).toBeVisible();
  const listing = async () => at("quayside-market.listing-photo", await framing());
  const { x } = (await listing()).crop;
  await page.keyboard.press("Shift+ArrowLeft");
  await expect.poll(async () => (await listing()).crop.x).toBe(x - 10);
  // Pressed before the page has heard that the first was stored, and stored after it has.
  await page.keyboard.press("Shift+ArrowLeft");
  await expect.poll(async () => (await listing()).crop.x).toBe(x - 20);
  // Something else is done before the frame has come to rest.
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("m");
  await expect.poll(async () => (await framing()).turn.isMirrored).toBe(true);
  expect((await listing()).crop.x).toBe(x - 21);
  await page.unrouteAll({ behavior: "wait" });
});

test("places are gone through as fast as keys come", async ({ page }) => {
  const { places } = await framing();
  await page.goto(`${app.url}/framing/${kite}/${places[0]?.slot}`);
  await expect(page.getByText("proposed subject")).toBeVisible();
  await page.evaluate(() => {
    for (const key of ["n", "n", "n"]) window.dispatchEvent(new KeyboardEvent("keydown", { key }));
  });
  await expect(page).toHaveURL(new RegExp(`${places[3]?.slot}(/${places[3]?.tier})?$`));
});

test("a figure that is being typed stays when the place is changed elsewhere", async ({ page }) => {
  await page.goto(`${app.url}/framing/${kite}/quayside-market.listing-photo`);
  await expect(page.getByText("proposed subject")).toBeVisible();
  await page.getByLabel("Left, px").fill("77");
  const crop = { x: 400, y: 300, width: 2500, height: 2000 };
  await app.send<"FramingAnswer">("PUT", `/api/framings/${kite}/quayside-market.listing-photo`, { crop });
  // A page that is looked at again asks for what is old by then.
  await expect
    .poll(async () => {
      await page.evaluate(() => window.dispatchEvent(new Event("visibilitychange")));
      return page.getByLabel("Top, px").inputValue();
    })
    .toBe("300");
  await expect(page.getByLabel("Left, px")).toHaveValue("77");
  await page.keyboard.press("Enter");
  await expect
    .poll(async () => at("quayside-market.listing-photo", await framing()).crop)
    .toEqual({ ...crop, x: 77 });
});

test("by keyboard alone: the same, with figures typed, turned and mirrored", async ({ page }) => {
  await page.goto(`${app.url}/framing/${kite}/quayside-market.listing-photo`);
  await expect(page.getByText("proposed subject")).toBeVisible();
  const before = await state();
  const press = (...keys: string[]) =>
    stored(app, kite, async () => {
      for (const key of keys) await page.keyboard.press(key);
    });
  // Keys that follow each other are kept together, or one by one where the machine is slow: the last counts.
  const soon = (of: (saved: Framing) => unknown) => expect.poll(async () => of(await framing()));
  const width = (saved: Framing) => at("quayside-market.listing-photo", saved).crop.width;

  await press("c");
  const confirmed = sure((await framing()).subject);
  await press("s", "Shift+ArrowRight", "Shift+ArrowRight", "ArrowUp");
  await soon((saved) => saved.subject).toEqual({ ...confirmed, x: confirmed.x + 20, y: confirmed.y - 1 });
  await press("-");
  expect((await framing()).subject?.width).toBeGreaterThan(confirmed.width);
  await press("o", "Shift+ArrowDown");
  expect((await framing()).focus?.y).toBeGreaterThan(confirmed.y);
  await page.keyboard.press("e");
  await press("Shift+ArrowLeft", "ArrowLeft");
  await stored(app, kite, async () => {
    await page.getByLabel("Width, px").focus();
    await page.keyboard.type("2600");
    await page.keyboard.press("Enter");
  });
  expect(at("quayside-market.listing-photo", await framing()).crop).toMatchObject({
    width: 2600,
    height: 2080,
  });
  await page.getByLabel("Width, px").evaluate((field: HTMLElement) => field.blur());

  // Scaled below what the file needs, the frame sticks at the limit, says so, and goes on when it is asked again.
  await press("+", "+");
  await soon(width).toBe(2500);
  await expect(page.getByText("The 2,500 × 2,000 file needs every one of these pixels")).toBeVisible();
  await press(...Array(9).fill("+"));
  await soon(width).toBeLessThan(2200);
  await expect(page.getByText("the crop set by hand has").first()).toBeVisible();

  const square = page.getByRole("button", { name: "Frame for square", exact: true });
  await stepTo(page, square);
  await press("a");
  await press("Shift+ArrowLeft");
  await press("q");
  await press("m");
  await press(".");
  await press(".");
  const turned = (await framing()).turn;
  expect(turned).toEqual({ quarters: 1, isMirrored: true, level: 0.2 });
  await press("l");
  expect(at("windowbox.square", await framing())).toMatchObject({ isLeftOut: true });

  await thereAndBack(page, before);
});

test("the round of review goes from the worst to the last without a mouse, and can be left and taken up", async ({
  page,
}) => {
  for (const name of ["spool-small.jpg", "studio-delta.jpg"])
    await app.takeIn(name, await readFile(demo(name)));
  await page.goto(`${app.url}/framing/${kite}`);
  await page.getByRole("button", { name: /^Review/ }).waitFor();
  const queue = () => app.send<"ReviewQueue">("POST", "/api/review", {});
  const worst = first((await queue()).items);
  await page.keyboard.press("i");
  const where = worst.slot ? `${worst.source}/${worst.slot}.*\\?review` : `${worst.source}\\?review=subject`;
  await expect(page).toHaveURL(new RegExp(`/framing/${where}`));
  // Enough for the steps below, of both kinds.
  const all = (await queue()).items;
  expect(all.length).toBeGreaterThan(14);
  expect(all.filter((one) => !one.slot).length).toBeGreaterThan(1);
  // The address changes before the screen does; a key is for what is seen.
  const slots = (await app.get<"DestinationPage">("/api/destinations")).items.flatMap((one) => one.slots);
  const isShown = async (address: string) => {
    const [, , source, slot, tier] = new URL(address).pathname.split("/").map(decodeURIComponent);
    await expect(page).toHaveTitle(
      `${(await app.get<"SourceAnswer">(`/api/sources/${source}`)).stem} – Pantomet`,
    );
    if (!slot) return await page.getByRole("button", { name: /^Confirm and next/ }).waitFor();
    const name = [slots.find((one) => one.id === slot)?.name, tier].filter(Boolean).join(", ");
    await expect(page.locator("[aria-current=true]")).toHaveAccessibleName(`Frame for ${name}`);
    await page.getByRole("button", { name: /^Accept and next/ }).waitFor();
  };
  for (let step = 0; step < 12; step++) {
    // Every third is left out, where it is a place.
    const isPlace = !new URL(page.url()).searchParams.get("review");
    await isShown(page.url());
    const address = page.url();
    await page.keyboard.press(isPlace && step % 3 === 2 ? "l" : "Enter");
    // Answered, it is not asked again; what a subject that was confirmed leaves to look at may come instead.
    const [, , ...answered] = new URL(address).pathname.split("/").map(decodeURIComponent);
    await expect
      .poll(async () =>
        (await queue()).items.map((one) => [one.source, one.slot, one.tier].filter(Boolean).join("/")),
      )
      .not.toContain(answered.join("/"));
    await expect(page).not.toHaveURL(address);
  }
  await page.keyboard.press("Escape");
  await expect(page).not.toHaveURL(/review/);
  const left = (await queue()).items.length;
  await page.reload();
  await expect(page.getByRole("button", { name: `Review ${left}` })).toBeVisible();
  // Later puts off, and the round goes round.
  await page.keyboard.press("i");
  await expect(page).toHaveURL(/review/);
  const one = page.url();
  await page.keyboard.press("j");
  await expect(page).not.toHaveURL(one);
  expect((await queue()).items.length).toBe(left);
});

test("a remedy is taken with its key, and does what it says", async ({ page }) => {
  await app.change(kite, { act: "decide", subject: { x: 828, y: 192, width: 2340, height: 1800 } });
  await page.goto(`${app.url}/framing/${kite}/windowbox.story`);
  const findings = page.getByRole("region", { name: "Findings for story" });
  await expect(findings).toContainText(/cuts 2\d % off the left and 2\d % off the right of the subject/);
  await expect(findings.getByRole("button", { name: /^1 Pad: all of the subject stays/ })).toBeVisible();
  await page.keyboard.press("1");
  await expect(findings).not.toContainText("cuts");
  await expect(page.getByText("Padded: all of the subject goes in")).toBeVisible();

  // Another shape is the destination's matter: it is changed there, said, and taken back from there.
  await page.goto(`${app.url}/framing/${kite}/galewright-shop.product-detail`);
  await page.getByRole("button", { name: /Allow 4:5\.\./ }).click();
  await expect(page.getByText(/product detail now takes 4:5\.\..* for every picture/)).toBeVisible();
  const shapeOf = async () =>
    (await app.destination("galewright-shop")).slots.find(
      (slot) => slot.id === "galewright-shop.product-detail",
    )?.shape;
  expect(await shapeOf()).toMatch(/^4:5\.\./);
  await page.getByRole("button", { name: "Undo", exact: true }).last().click();
  await expect.poll(shapeOf).toBe("4:5");
});

test("two windows on one picture: the second is told and can insist", async ({ browser }) => {
  const context = await browser.newContext();
  const [one, other] = [await context.newPage(), await context.newPage()];
  for (const page of [one, other]) {
    await page.goto(`${app.url}/framing/${kite}/windowbox.square`);
    await expect(page.getByTestId("frame")).toBeVisible();
  }
  await one.keyboard.press("w");
  await expect.poll(async () => (await framing()).turn.quarters).toBe(1);
  await other.keyboard.press("m");
  await expect(other.getByText("was framed in another window")).toBeVisible();
  expect((await framing()).turn).toEqual({ quarters: 1, isMirrored: false, level: 0 });
  await other.getByRole("button", { name: "Do mine all the same" }).click();
  await expect.poll(async () => (await framing()).turn.isMirrored).toBe(true);
  await context.close();
});

test("a framing goes to a series after its sheet was seen; a better file takes the place of a source", async ({
  page,
}) => {
  const other = await app.takeIn("winder-handle-cmyk.jpg", await readFile(demo("winder-handle-cmyk.jpg")));
  await app.change(kite, {
    act: "crop",
    slot: "windowbox.square",
    crop: { x: 0, y: 0, width: 1800, height: 1800 },
  });
  await page.goto(app.url);
  await page.evaluate(
    (ids) => localStorage.setItem("pantomet.choice", JSON.stringify({ sources: ids, slots: [] })),
    [kite, other],
  );
  await page.goto(`${app.url}/framing/${kite}/windowbox.square`);
  await expect(page.getByRole("button", { name: /^Copy to 1 picture/ })).toBeVisible();
  await page.keyboard.press("y");
  await expect(page.getByRole("region", { name: "winder-handle-cmyk" })).toBeVisible();
  expect((await framing(other)).isDecided).toBe(false);
  await page.keyboard.press("Enter");
  await expect(page.getByText("The framing went to 1 picture.")).toBeVisible();
  expect(at("windowbox.square", await framing(other)).byHand).toBe(true);

  await page.goto(`${app.url}/sheet/source/${kite}`);
  await expect(page.getByRole("list", { name: "Windowbox" }).getByRole("link")).toHaveCount(3);
  await page.goto(`${app.url}/sheet/destination/windowbox`);
  await expect(page.getByRole("list", { name: "square" }).getByRole("link")).toHaveCount(2);

  await page.goto(`${app.url}/sources?search=winder`);
  await page.getByRole("option", { name: "winder-handle-cmyk" }).click();
  await page.getByLabel("A better file of this picture").setInputFiles(demo("winder-handle.jpg"));
  await expect(page.getByText("winder-handle-cmyk is now winder-handle.jpg")).toBeVisible();
  const winder = await app.source("winder-handle-cmyk");
  expect(winder).toMatchObject({ fileName: "winder-handle.jpg", width: 2600 });
  expect(at("windowbox.square", await framing(winder.id)).byHand).toBe(true);
  await page.keyboard.press("Control+z");
  await expect.poll(async () => (await app.sources("winder-handle-cmyk"))[0]?.width).toBe(1280);
});

const framing = (id = kite) => app.framing(id);

const at = (slot: string, { places }: Framing): Answers["PlaceAnswer"] => {
  const place = places.find((one) => one.slot === slot);
  if (!place) throw new Error(`${slot} is not there`);
  return place;
};

const holds = (crop: Rect, subject: Rect): boolean =>
  crop.x <= subject.x &&
  crop.y <= subject.y &&
  crop.x + crop.width >= subject.x + subject.width &&
  crop.y + crop.height >= subject.y + subject.height;

// Everything that people said and what follows from it; not the counters.
async function state(): Promise<string> {
  const { revision: _, undo: __, redo: ___, ...rest } = await framing();
  return JSON.stringify(rest);
}

/** Undoes all, redoes all, reloads: the same states each time. */
async function thereAndBack(page: Page, before: string): Promise<void> {
  const after = await state();
  expect(after).not.toBe(before);
  while ((await framing()).undo) await step(page, "Control+z");
  expect(await state()).toBe(before);
  while ((await framing()).redo) await step(page, "Control+Shift+z");
  expect(await state()).toBe(after);
  await page.reload();
  await expect(page.getByTestId("well")).toBeVisible();
  expect(await state()).toBe(after);
}

const step = (page: Page, key: string) => stored(app, kite, () => page.keyboard.press(key));

/** Draws on the picture, from and to fractions of it. */
async function drawOn(
  page: Page,
  from: { x: number; y: number },
  to: { x: number; y: number },
): Promise<void> {
  const box = await page.getByTestId("well").locator("img").boundingBox();
  if (!box) throw new Error("There is no picture");
  const on = (at: { x: number; y: number }) => ({
    x: box.x + at.x * box.width,
    y: box.y + at.y * box.height,
  });
  await stored(app, kite, () => drag(page, on(from), on(to)));
}

const dragPart = (page: Page, testId: string, x: number, y: number) =>
  stored(app, kite, () => dragBy(page, testId, x, y));
