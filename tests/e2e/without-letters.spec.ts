import { readFile } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { unzipSync } from "fflate";
import { pressOn, tabTo } from "./keyboard.ts";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());
// WCAG 2.2, success criteria 2.1.1 (all by keyboard) and 2.1.4 (single letters can be switched off), together.
test.beforeEach(({ page }) => page.addInitScript(() => localStorage.setItem("pantomet.keys", "false")));

test("a picture is framed, confirmed, rendered and packaged without a single letter", async ({ page }) => {
  await page.goto(`${app.url}/sources?search=studio-delta`);
  await tabTo(page, page.getByRole("listbox", { name: "Sources" }));
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: "Frame", exact: true })).toBeVisible();
  await pressOn(page, page.getByRole("button", { name: "Frame", exact: true }));
  await expect(page.getByTestId("frame")).toBeVisible();
  const [, id = ""] = /framing\/([0-9a-f]+)/.exec(page.url()) ?? [];
  await pressOn(page, page.getByRole("button", { name: /^Confirm the subject|^Confirm: no subject/ }));
  await expect.poll(async () => (await app.framing(id)).isDecided).toBe(true);
  await pressOn(page, page.getByRole("button", { name: "Frame for square", exact: true }));
  const left = page.getByLabel("Left, px");
  const before = Number(await left.inputValue());
  await page.keyboard.press("Shift+ArrowRight");
  await expect(left).toHaveValue(`${before + 10}`);
  // What is a letter or a sign does nothing.
  for (const key of ["m", "0", "r"]) await page.keyboard.press(key);
  await expect(left).toHaveValue(`${before + 10}`);
  await tabTo(page, page.getByLabel("Render for square"));
  await page.keyboard.press("Space");
  await pressOn(page, page.getByRole("button", { name: /^Render/ }).last());
  await expect(page.getByRole("heading", { name: "done" })).toBeVisible({ timeout: 60_000 });
  await pressOn(page, page.getByRole("button", { name: "Make a package" }));
  await tabTo(page, page.getByRole("link", { name: "Download" }).first());
});

test("a destination is changed and saved, and the change undone", async ({ page }) => {
  await page.goto(`${app.url}/destinations/plaza-nine?about`);
  await tabTo(page, page.getByLabel("Note"));
  await page.keyboard.type("a note");
  await pressOn(page, page.getByRole("button", { name: /^Save/ }));
  await expect(page.getByText("Plaza Nine is saved.")).toBeVisible();
  await pressOn(page, page.getByRole("button", { name: /^Undo/ }).last());
  await expect(page.getByLabel("Note")).toHaveValue("");
});

test("cells of the board are chosen, left out, and taken in again", async ({ page }) => {
  await page.goto(`${app.url}/board?destination=windowbox&search=hill-flight`);
  await expect(page.getByRole("gridcell").first()).toBeVisible();
  await tabTo(page, page.getByRole("grid", { name: "Board" }));
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Shift+ArrowRight");
  await pressOn(page, page.getByRole("button", { name: "Leave out" }));
  await expect(page.getByRole("gridcell", { name: /left out$/ })).toHaveCount(2);
  await pressOn(page, page.getByRole("button", { name: "Include again" }));
  await expect(page.getByRole("gridcell", { name: /left out$/ })).toHaveCount(0);
});

test("the quality of a file is moved and set by hand", async ({ page }) => {
  const { id } = await app.source("ribbon-tails-detail");
  await app.render([id], ["windowbox.portrait"]);
  await page.goto(`${app.url}/weight`);
  await pressOn(page, page.getByRole("button", { name: /ribbon-tails-detail-portrait/ }));
  await expect(page.getByTestId("score")).toHaveText(/\d/);
  const quality = page.getByTestId("quality");
  const before = Number(await quality.textContent());
  await tabTo(page, page.getByRole("slider", { name: /quality/i }));
  await page.keyboard.press("ArrowLeft");
  await expect(quality).toHaveText(`${before - 1}`);
  await pressOn(page, page.getByRole("button", { name: "Set by hand" }));
  await expect(page.getByTestId("by-hand")).toBeVisible();
});

test("pictures are named, and files made of them", async ({ page }) => {
  await page.goto(`${app.url}/sources?search=winder`);
  await tabTo(page, page.getByRole("listbox", { name: "Sources" }));
  await page.keyboard.press("Control+a");
  await pressOn(page, page.getByRole("button", { name: /^Name \d/ }));
  await tabTo(page, page.getByRole("textbox", { name: "Pattern" }));
  await page.keyboard.press("Control+a");
  await page.keyboard.type("winder-{number}");
  await expect(page.getByRole("cell", { name: "winder-1" })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("option", { name: "winder-1" })).toBeVisible();
  await pressOn(page, page.getByRole("button", { name: "Make files" }));
  const download = page.waitForEvent("download");
  await pressOn(page, page.getByRole("button", { name: "Make and download" }));
  const files = unzipSync(new Uint8Array(await readFile(await (await download).path())));
  expect(Object.keys(files).filter((name) => name.endsWith(".jpg")).length).toBeGreaterThan(1);
});

test("the round of review is begun, gone on with, and left", async ({ page }) => {
  const { id } = await app.source("hill-flight");
  await page.goto(`${app.url}/framing/${id}`);
  await pressOn(page, page.getByRole("button", { name: /^Review/ }));
  await expect(page).toHaveURL(/review/);
  const address = page.url();
  await pressOn(page, page.getByRole("button", { name: "Later" }));
  await expect(page).not.toHaveURL(address);
  await page.keyboard.press("Escape");
  await expect(page).not.toHaveURL(/review/);
});
