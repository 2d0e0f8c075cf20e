import { expect, type Page, test } from "@playwright/test";
import { PNG } from "pngjs";
import { rgb } from "wcag-contrast";
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

async function openTreatments(page: Page): Promise<void> {
  await page.goto(`${app.url}/destinations/windowbox?slot=windowbox.square`);
  await page.getByRole("tab", { name: "Treatments" }).click();
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
  const contrast = page.getByTestId("tone-contrast");
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
