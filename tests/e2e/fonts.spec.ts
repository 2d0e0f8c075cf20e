import { readFileSync } from "node:fs";
import { expect, type Page, test } from "@playwright/test";
import { pressOn } from "./keyboard.ts";
import { settled } from "./looks.ts";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeEach(async () => {
  app = await Pantomet.start("demo");
  const destination = await app.destination("windowbox");
  await app.replace({
    ...destination,
    slots: destination.slots.map((slot) => ({
      ...slot,
      treatments: slot.id === "windowbox.square" ? { headline: { text: "Kites" } } : null,
    })),
  });
});
test.afterEach(() => app.stop());

const font = (name: string) => ({
  name,
  mimeType: "font/ttf",
  buffer: readFileSync(new URL(`../../src/Pantomet.Imaging/Fonts/${name}`, import.meta.url)),
});

async function open(page: Page) {
  await page.goto(`${app.url}/destinations/windowbox?slot=windowbox.square`);
  await page.getByRole("tab", { name: "Treatments" }).click();
  await page.getByLabel("Tried on").selectOption({ label: "hill-flight" });
  const headline = page.getByRole("region", { name: "Headline" });
  return {
    picture: page.getByRole("img", { name: "hill-flight as it will be" }),
    chosen: headline.getByRole("combobox", { name: "Font" }),
    button: headline.getByRole("button", { name: "Own fonts…" }),
    dialog: page.getByRole("dialog", { name: "Own fonts" }),
  };
}

test("a font is added, sets the headline, is taken back, kept while it is used, and deleted", async ({
  page,
}) => {
  const { picture, chosen, button, dialog } = await open(page);
  const before = await settled(picture);
  await button.click();
  await expect(dialog).toContainText("There are none yet");
  await dialog
    .getByLabel("Fonts")
    .setInputFiles({ ...font("Play-Bold.ttf"), buffer: Buffer.from("no font") });
  await expect(dialog.getByRole("alert")).toHaveText(/^Play-Bold.ttf: It is no font/);
  await dialog.getByLabel("Fonts").setInputFiles([font("Play-Bold.ttf"), font("Vollkorn-Regular.ttf")]);
  await expect(dialog.getByRole("listitem")).toHaveText([/Play Bold.*chosen/, /Vollkorn.*Choose.*Delete/]);
  await expect(dialog.getByRole("alert")).toHaveCount(0);
  await page.keyboard.press("Escape");
  await expect(chosen).toHaveText(/Play Bold/);
  await expect.poll(() => settled(picture)).not.toBe(before);
  await page.keyboard.press("Control+z");
  await expect.poll(() => settled(picture)).toBe(before);
  await page.keyboard.press("Control+Shift+z");
  await page.getByRole("button", { name: /^Save/ }).click();
  await expect
    .poll(async () =>
      (await app.destination("windowbox")).slots.map((slot) => slot.treatments?.headline?.font),
    )
    .toContainEqual(expect.stringMatching(/^sha256:[0-9a-f]{64}$/));

  await button.click();
  await dialog.getByRole("button", { name: "Choose Vollkorn" }).click();
  await expect(dialog.getByRole("listitem")).toHaveText([/Play Bold.*windowbox\.square/, /Vollkorn.*chosen/]);
  // What a stored headline is set in stays.
  await expect(dialog.getByRole("button", { name: /^Delete/ })).toHaveCount(0);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Save/ }).click();
  await button.click();
  await dialog.getByRole("button", { name: "Delete Play Bold" }).click();
  await expect(dialog.getByRole("listitem")).toHaveText([/Vollkorn.*chosen/]);
});

test("by keyboard alone: a font of the library is chosen for a headline", async ({ page }) => {
  const form = new FormData();
  form.append("files", new Blob([font("Play-Bold.ttf").buffer]), "play.ttf");
  expect((await fetch(`${app.url}/api/fonts`, { method: "POST", body: form })).ok).toBe(true);
  const { picture, chosen, button, dialog } = await open(page);
  const before = await settled(picture);
  await pressOn(page, button);
  await pressOn(page, dialog.getByRole("button", { name: "Choose Play Bold" }));
  await page.keyboard.press("Escape");
  await expect(button).toBeFocused();
  await expect(chosen).toHaveText(/Play Bold/);
  await expect.poll(() => settled(picture)).not.toBe(before);
  await expect(page.getByText("as its file is")).toBeVisible();
});
