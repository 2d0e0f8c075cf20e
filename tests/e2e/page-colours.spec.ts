import { expect, type Page, test } from "@playwright/test";
import { pressOn } from "./keyboard.ts";
import { looks, settled } from "./looks.ts";
import { Pantomet, sure } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
  const destination = await app.destination("windowbox");
  await app.replace({
    ...destination,
    slots: destination.slots.map((slot) => ({ ...slot, background: "#2040a0" })),
  });
});
test.afterAll(() => app.stop());

const copied = (page: Page) => page.evaluate(() => navigator.clipboard.readText());

async function openTreatments(page: Page): Promise<void> {
  await page.goto(`${app.url}/destinations/windowbox?slot=windowbox.square`);
  await page.getByRole("tab", { name: "Treatments" }).click();
  await page.getByLabel("Tried on").selectOption({ label: "studio-delta" });
}

test("by pointer and by keyboard: the colours that go on from a picture's edges are copied as CSS, and differ from picture to picture", async ({
  page,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await openTreatments(page);
  const colours = page.getByRole("region", { name: "Page colour" });
  const edges = colours.getByRole("list", { name: "Goes on from its edges" });
  // By eye: the studio's ground is light all round.
  await expect(edges.getByRole("listitem")).toHaveText(Array.from({ length: 4 }, () => /#[c-f][0-9a-f]/));
  await expect(colours).toContainText(/stand out from the page's colour, #2040a0: above by ΔE \d+/);
  await colours.getByRole("button", { name: "Copy CSS" }).click();
  const studio = await copied(page);
  expect(studio).toMatch(/^--edge-top: #[0-9a-f]{6};$/m);
  expect(studio).toMatch(/^--text-1: #[0-9a-f]{6};$/m);
  for (const line of await edges.getByRole("listitem").allTextContents())
    expect(studio).toContain(sure(line.match(/#[0-9a-f]{6}/)?.[0]));

  await page.getByLabel("Tried on").selectOption({ label: "dune-box-kite" });
  await expect(edges.getByRole("listitem").first()).not.toHaveText(/#[c-f][0-9a-f]/);
  await pressOn(page, colours.getByRole("button", { name: "Copy CSS" }));
  await expect.poll(() => copied(page)).not.toBe(studio);
});

test("by pointer: a line and round corners, taken back and set again", async ({ page }) => {
  await openTreatments(page);
  const picture = page.getByRole("img", { name: "studio-delta as it will be" });
  const plain = await settled(picture);
  const edges = page.getByRole("region", { name: "Edges" });
  const corners = edges.getByRole("slider", { name: "Round corners, slider" });
  // In its middle.
  await corners.click();
  await expect(edges.getByRole("spinbutton", { name: "Round corners" })).toHaveValue("25");
  const round = await settled(picture);
  expect(round).not.toBe(plain);
  await edges.getByRole("spinbutton", { name: "Line round it" }).fill("2");
  await edges.getByRole("slider", { name: "Line round it, slider" }).focus();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(edges.getByRole("spinbutton", { name: "Round corners" })).toHaveValue("0");
  await expect.poll(() => looks(picture)).toBe(plain);
  await page.keyboard.press("Control+Shift+z");
  await expect(edges.getByRole("spinbutton", { name: "Round corners" })).toHaveValue("25");
  await expect.poll(() => looks(picture)).toBe(round);
});
