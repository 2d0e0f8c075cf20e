import { expect, type Page, test } from "@playwright/test";
import { PNG } from "pngjs";
import { rgb } from "wcag-contrast";
import { looks, settled } from "./looks.ts";
import { type Answers, Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

type Slot = Answers["SlotDocument"];
const texts = { dark: [0x22, 0x22, 0x22], light: [255, 255, 255] } as const;
const under = { x: 0.1, y: 0.5, width: 0.6, height: 0.4 };

/** The contrast of a text over the worst hundredth of a part of a PNG, by an implementation of WCAG's formula that is not ours. */
function worst(file: Buffer, text: readonly [number, number, number]): number {
  const { width, height, data } = PNG.sync.read(file);
  const ratios: number[] = [];
  for (let y = Math.floor(under.y * height); y < Math.ceil((under.y + under.height) * height); y++)
    for (let x = Math.floor(under.x * width); x < Math.ceil((under.x + under.width) * width); x++) {
      const at = 4 * (y * width + x);
      ratios.push(rgb([data[at] ?? 0, data[at + 1] ?? 0, data[at + 2] ?? 0], [...text]));
    }
  ratios.sort((one, other) => one - other);
  return ratios[Math.floor(ratios.length / 100)] ?? 0;
}

test("after the tone a text can be read on every picture, by somebody else's reckoning", async () => {
  test.setTimeout(180_000);
  const shapes = ["3:1", "1:1", "2:3"];
  const slots = Object.keys(texts).flatMap((text) =>
    shapes.map(
      (shape): Slot => ({
        id: `toned.${text}-${shape.replace(":", "-")}`,
        name: `${text} ${shape.replace(":", " ")}`,
        shape,
        formats: ["png"],
        sizes: { widths: [90] },
        transparency: false,
        treatments: { tone: { text, under } },
      }),
    ),
  );
  await app.send("POST", "/api/destinations", {
    format: "pantomet-destination-1",
    id: "toned",
    name: "Toned",
    kind: "site",
    slots,
  });
  const sources = await app.sources();
  const made = await app.render(
    sources.map(({ id }) => id),
    slots.map(({ id }) => id),
  );
  expect(made.length).toBeGreaterThanOrEqual(2 * 60);
  let toned = 0;
  for (const file of made) {
    const text = file.slot.includes("dark") ? "dark" : "light";
    const answer = await fetch(`${app.url}/api/variants/${file.id}/file`);
    const contrast = worst(Buffer.from(await answer.arrayBuffer()), texts[text]);
    const warned = file.findings.some(({ id }) => id === "text-not-readable");
    expect(contrast >= 4.5, `${file.fileName}: ${contrast}, ${warned ? "warned of" : "not warned of"}`).toBe(
      !warned,
    );
    toned += warned ? 0 : 1;
  }
  // Within its bounds a tone reaches it on any picture.
  expect(toned).toBe(made.length);
});

async function openTreatments(page: Page, slot = "windowbox.square"): Promise<void> {
  await page.goto(`${app.url}/destinations/${destinationOf(slot)}?slot=${slot}`);
  await page.getByRole("tab", { name: "Treatments" }).click();
}

const destinationOf = (slot: string) => slot.split(".")[0] ?? "";
const treatmentsOf = async (slot: string) =>
  (await app.destination(destinationOf(slot))).slots.find(({ id }) => id === slot)?.treatments;

async function giveHeadline(slot: string, text: string): Promise<void> {
  const destination = await app.destination(destinationOf(slot));
  await app.replace({
    ...destination,
    slots: destination.slots.map((one) =>
      one.id === slot ? { ...one, treatments: { headline: { text } } } : one,
    ),
  });
}

test("a tone is set by pointer, moved by hand, given back, undone and done again", async ({ page }) => {
  await openTreatments(page);
  const picture = page.getByRole("img", { name: /as it will be/ });
  await expect(picture).toBeVisible();
  await expect(page.getByRole("list", { name: "Main colours" }).getByRole("listitem").first()).toHaveText(
    /^#[0-9a-f]{6} \d+ %$/,
  );
  const untouched = await picture.getAttribute("src");
  await page.getByRole("checkbox", { name: "text stands on it" }).check();
  const contrast = page.getByRole("region", { name: "Tone" }).getByTestId("contrast");
  await expect(contrast).toHaveText(/^\d+\.\d : 1$/);
  expect(Number.parseFloat((await contrast.textContent()) ?? "")).toBeGreaterThanOrEqual(4.5);
  await expect(picture).not.toHaveAttribute("src", untouched ?? "");
  const automatic = await picture.getAttribute("src");

  await page.getByRole("spinbutton", { name: "Overlay" }).fill("90");
  await expect(page.getByText("Set by hand")).toBeVisible();
  await expect(picture).not.toHaveAttribute("src", automatic ?? "");
  await page.getByRole("button", { name: "Automatic" }).click();
  await expect(picture).toHaveAttribute("src", automatic ?? "");

  await page.getByRole("checkbox", { name: /It stands in one part/ }).check();
  const part = page.getByRole("slider", { name: "Where the text stands" });
  const before = await part.boundingBox();
  if (!before) throw new Error("There is no frame");
  await page.mouse.move(before.x + before.width / 2, before.y + before.height / 2);
  await page.mouse.down();
  await page.mouse.move(before.x + before.width / 2, before.y + before.height / 2 - 60, { steps: 5 });
  await page.mouse.up();
  const top = page.getByRole("textbox", { name: "from top" });
  await expect(top).not.toHaveValue("60");
  await page.keyboard.press("Control+z");
  await expect(top).toHaveValue("60");
  await page.keyboard.press("Control+Shift+z");
  await expect(top).not.toHaveValue("60");
});

test("by keyboard alone: the same, with the frame moved by arrows, and saved", async ({ page }) => {
  await openTreatments(page);
  await page.getByRole("checkbox", { name: "text stands on it" }).press("Space");
  await page.getByRole("checkbox", { name: /It stands in one part/ }).press("Space");
  const part = page.getByRole("slider", { name: "Where the text stands" });
  await part.press("ArrowUp");
  await expect(page.getByRole("textbox", { name: "from top" })).toHaveValue("59");
  await part.press("Shift+ArrowRight");
  await expect(page.getByRole("textbox", { name: "wide" })).toHaveValue("61");
  await page.getByRole("slider", { name: "Round corners, slider" }).press("ArrowRight");
  await page.getByRole("button", { name: /^Save/ }).press("Enter");
  await expect
    .poll(
      async () =>
        (await app.destination("windowbox")).slots.find(({ id }) => id === "windowbox.square")?.treatments,
    )
    .toEqual({
      tone: { text: "light", under: { x: 0.05, y: 0.59, width: 0.61, height: 0.3 } },
      edges: { corners: 0.01 },
    });
});

test("a headline is said for a slot, set in a colour and a place, and said otherwise for one picture", async ({
  page,
}) => {
  await openTreatments(page, "plaza-nine.link-card");
  await page.getByRole("combobox", { name: "Tried on" }).selectOption({ label: "beach-morning" });
  const picture = page.getByRole("img", { name: "beach-morning as it will be" });
  const headline = page.getByRole("region", { name: "Headline" });
  const untouched = await looks(picture);
  await headline.getByRole("checkbox", { name: "words are set on it" }).check();
  await headline.getByRole("textbox", { name: "Words" }).fill("Fresh winds");
  await expect.poll(() => looks(picture)).not.toBe(untouched);
  await expect(headline.getByTestId("contrast")).toHaveText(/^\d+\.\d : 1$/);
  const automatic = await looks(picture);
  await headline
    .getByRole("button", { name: /^#[0-9a-f]{6}, contrast/ })
    .last()
    .click();
  await expect(headline.getByRole("combobox", { name: "Colour" })).toHaveValue(/^#[0-9a-f]{6}$/);
  await headline.getByText("In a part set by hand").click();
  const part = page.getByRole("slider", { name: "Where the headline stands" });
  await part.scrollIntoViewIfNeeded();
  const before = await part.boundingBox();
  if (!before) throw new Error("There is no frame");
  await page.mouse.move(before.x + before.width / 2, before.y + before.height / 2);
  await page.mouse.down();
  await page.mouse.move(before.x + before.width / 2 + 40, before.y + before.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(part).not.toHaveAttribute("aria-valuetext", /^5% from the left/);
  await page.keyboard.press("Control+z");
  await expect(part).toHaveAttribute("aria-valuetext", /^5% from the left/);
  for (let step = 0; step < 2; step++) await page.keyboard.press("Control+z");
  await expect.poll(() => looks(picture)).toBe(automatic);
  await page.getByRole("button", { name: /^Save/ }).click();
  await expect
    .poll(async () => (await treatmentsOf("plaza-nine.link-card"))?.headline)
    .toEqual({ text: "Fresh winds" });

  const source = await app.source("beach-morning");
  await page.goto(`${app.url}/framing/${source.id}/plaza-nine.link-card`);
  await page.getByRole("button", { name: /^Words/ }).click();
  const words = page.getByRole("textbox", { name: /^Words on this picture/ });
  const worded = page.getByRole("img", { name: "beach-morning as it will be" });
  await expect(worded).toBeVisible();
  const shared = await looks(worded);
  await words.fill("Autumn");
  await expect.poll(() => looks(worded)).not.toBe(shared);
  await expect(page.getByText(/^1 line, /)).toBeVisible();
  await words.blur();
  const own = await looks(worded);
  await page.getByRole("group", { name: "Place of the headline" }).locator("label").nth(6).click();
  await expect.poll(() => looks(worded)).not.toBe(own);
  await page.getByRole("button", { name: "Undo headline's place" }).click();
  await expect.poll(() => looks(worded)).toBe(own);
  await page.getByRole("button", { name: "Undo headline", exact: true }).click();
  await expect.poll(() => looks(worded)).toBe(shared);
  await expect(words).toHaveValue("");
});

test("by keyboard alone: words on one picture, in another place and colour, taken back and done again", async ({
  page,
}) => {
  await giveHeadline("windowbox.portrait", "Kites");
  const source = await app.source("hill-flight");
  await page.goto(`${app.url}/framing/${source.id}/windowbox.portrait`);
  const worded = page.getByRole("img", { name: "hill-flight as it will be" });
  await expect(page.getByRole("button", { name: /^Words/ })).toBeVisible();
  await page.keyboard.press("t");
  await expect(worded).toBeVisible();
  const words = page.getByRole("textbox", { name: /^Words on this picture/ });
  await words.focus();
  await page.keyboard.type("Up");
  await page.keyboard.press("Tab");
  await page.keyboard.press("ArrowDown");
  const framing = () => app.framing(source.id);
  await expect
    .poll(async () => (await framing()).places.find(({ slot }) => slot === "windowbox.portrait"))
    .toMatchObject({ headline: "Up", headlineAt: "topLeft" });
  await page
    .getByRole("button", { name: /^#[0-9a-f]{6}, contrast/ })
    .last()
    .press("Enter");
  const colour = async () =>
    (await framing()).places.find(({ slot }) => slot === "windowbox.portrait")?.headlineColour;
  await expect.poll(colour).toMatch(/^#/);
  await page.keyboard.press("Control+z");
  await expect.poll(colour).toBeNull();
  await page.keyboard.press("Control+Shift+z");
  await expect.poll(colour).toMatch(/^#/);
  await page.keyboard.press("t");
  await expect(worded).toBeHidden();
});

test("a mark is set in a corner, moved, made larger, taken back, and left off one picture", async ({
  page,
}) => {
  await openTreatments(page, "plaza-nine.cover");
  await page.getByRole("combobox", { name: "Tried on" }).selectOption({ label: "beach-morning" });
  const picture = page.getByRole("img", { name: "beach-morning as it will be" });
  const mark = page.getByRole("region", { name: "Mark" });
  const untouched = await looks(picture);
  await mark.getByRole("checkbox", { name: "a sign is set on it" }).check();
  await expect.poll(() => looks(picture)).not.toBe(untouched);
  await mark.getByRole("combobox", { name: "Picture" }).selectOption({ label: "logo-1200" });
  const usual = await settled(picture);
  await mark.getByRole("group", { name: "Place of the mark" }).locator("label").first().click();
  await expect.poll(() => looks(picture)).not.toBe(usual);
  const moved = await settled(picture);
  await mark.getByRole("spinbutton", { name: "Size, of the shorter side" }).fill("40");
  await expect.poll(() => looks(picture)).not.toBe(moved);
  await page.getByRole("heading", { name: "Mark" }).click();
  await page.keyboard.press("Control+z");
  await expect.poll(() => looks(picture)).toBe(moved);
  await page.keyboard.press("Control+z");
  await expect.poll(() => looks(picture)).toBe(usual);
  await page.keyboard.press("Control+Shift+z");
  await expect.poll(() => looks(picture)).toBe(moved);
  await page.getByRole("button", { name: /^Save/ }).click();
  const logo = await app.source("logo-1200");
  await expect
    .poll(async () => (await treatmentsOf("plaza-nine.cover"))?.mark)
    .toEqual({ picture: logo.id, anchor: "top-left" });

  const source = await app.source("beach-morning");
  await page.goto(`${app.url}/framing/${source.id}/plaza-nine.cover`);
  await page.getByRole("button", { name: /^Words/ }).click();
  const marked = await settled(picture);
  await page.getByText("the mark is set on this picture").click();
  await expect.poll(() => looks(picture)).not.toBe(marked);
  await page.keyboard.press("Control+z");
  await expect.poll(() => looks(picture)).toBe(marked);
});

test("by keyboard alone: a mark, its place and its opacity", async ({ page }) => {
  await openTreatments(page, "windowbox.portrait");
  const mark = page.getByRole("region", { name: "Mark" });
  await mark.getByRole("checkbox", { name: "a sign is set on it" }).press("Space");
  const corner = mark.getByRole("radio", { name: "Bottom right" });
  await expect(corner).toBeChecked();
  await corner.press("ArrowUp");
  await expect(mark.getByRole("radio", { name: "Bottom", exact: true })).toBeChecked();
  await mark.getByRole("slider", { name: "Opacity, slider" }).press("ArrowLeft");
  await expect(mark.getByRole("spinbutton", { name: "Opacity" })).toHaveValue("99");
  await page.getByRole("button", { name: /^Save/ }).press("Enter");
  await expect
    .poll(async () => (await treatmentsOf("windowbox.portrait"))?.mark)
    .toMatchObject({ anchor: "bottom", opacity: 0.99 });
});
