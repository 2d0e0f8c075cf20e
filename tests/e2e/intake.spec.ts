import { readFile } from "node:fs/promises";
import { expect, test } from "@playwright/test";
import { demo, Pantomet } from "./pantomet.ts";

test.describe.configure({ mode: "serial" });

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
});
test.afterAll(() => app.stop());

test("pictures are chosen as in a file manager, taken away, and brought back", async ({ page }) => {
  await page.goto(app.url);
  const pictures = page.getByRole("listbox", { name: "Sources" }).getByRole("option");
  const chosen = page.getByRole("listbox", { name: "Sources" }).getByRole("option", { selected: true });
  await pictures.nth(0).click();
  await pictures.nth(3).click({ modifiers: ["Shift"] });
  await expect(chosen).toHaveCount(4);
  await pictures.nth(1).click({ modifiers: ["Control"] });
  await expect(chosen).toHaveCount(3);
  await page.reload();
  await expect(chosen).toHaveCount(3);
  await page.keyboard.press("Delete");
  await expect(page.getByRole("heading", { name: "17 pictures" })).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByRole("heading", { name: "20 pictures" })).toBeVisible();
  await page.keyboard.press("Control+Shift+z");
  await expect(page.getByRole("heading", { name: "17 pictures" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("heading", { name: "20 pictures" })).toBeVisible();
});

test("nothing is taken away that nobody pointed at: not without a choice, not under a dialog, not what a search hides", async ({
  page,
}) => {
  await page.goto(app.url);
  await expect(page.getByRole("heading", { name: "20 pictures" })).toBeVisible();
  let isAsked = false;
  page.on("request", (request) => {
    isAsked ||= request.method() === "POST" && request.url().endsWith("/api/acts");
  });
  await page.keyboard.press("Delete");

  const pictures = page.getByRole("listbox", { name: "Sources" }).getByRole("option");
  await pictures.nth(0).click();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog")).toBeVisible();
  await page.keyboard.press("Delete");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);

  await page.getByRole("searchbox", { name: "Find a picture" }).fill("festival");
  await expect(pictures).toHaveCount(1);
  await page.getByRole("searchbox", { name: "Find a picture" }).blur();
  await page.keyboard.press("Delete");
  await page.goto(app.url);
  await expect(page.getByRole("heading", { name: "20 pictures" })).toBeVisible();
  expect(isAsked).toBe(false);
});

test("a picture is found by its name, and those of one trait by that", async ({ page }) => {
  await page.goto(app.url);
  const pictures = page.getByRole("listbox", { name: "Sources" }).getByRole("option");
  await expect(pictures.first()).toBeVisible();
  await page.keyboard.press("/");
  await page.keyboard.type("delta studio");
  await expect(pictures).toHaveCount(3);
  await page.getByLabel("Find a picture").fill("nothing like it");
  await expect(page.getByText("No picture has “nothing like it”")).toBeVisible();
  await page.getByLabel("Find a picture").fill("");
  await page.getByLabel("Show").selectOption({ label: "CMYK 1" });
  await expect(pictures).toHaveCount(1);
  await expect(page.getByRole("complementary", { name: "Details" })).toContainText("Print colours");
});

test("a stem that is taken is explained at the field, and what was typed stays", async ({ page }) => {
  await page.goto(app.url);
  await page.getByRole("option", { name: "dune-box-kite" }).click();
  await page.getByLabel("File name").fill("hill-flight");
  await page.getByLabel("File name").press("Enter");
  await expect(page.getByRole("alert")).toContainText("Another source has the stem");
  await expect(page.getByLabel("File name")).toHaveValue("hill-flight");
  await page.getByLabel("File name").press("Escape");
  await expect(page.getByLabel("File name")).toHaveValue("dune-box-kite");
});

test("fifty files in one drop, with progress, the same bytes recognised", async ({ page }) => {
  await page.goto(app.url);
  const spool = await readFile(demo("spool-small.jpg"));
  const files = Array.from({ length: 50 }, (_, index) => ({
    name: index % 10 === 0 ? `IMG_${4700 + index}.jpg` : `spool-${index}.jpg`,
    mimeType: "image/jpeg",
    // A comment in the file makes it another one; every tenth is the demo's own picture again.
    buffer:
      index % 10 === 5
        ? spool
        : Buffer.concat([spool.subarray(0, 2), Buffer.from([0xff, 0xfe, 0, 3, index]), spool.subarray(2)]),
  }));
  await page.getByLabel("Pictures to add").setInputFiles(files);
  const intake = page.getByRole("region", { name: "Intake" });
  await expect(intake.getByRole("status")).toHaveText("Uploaded 50 of 50", { timeout: 60_000 });
  await expect(intake.getByText("the same bytes are here already, as spool-small.jpg")).toHaveCount(5);
  await expect(page.getByRole("heading", { name: "65 pictures" })).toBeVisible();
  await page.getByLabel("Show").selectOption({ label: "camera name 5" });
  await expect(page.getByRole("listbox", { name: "Sources" }).getByRole("option")).toHaveCount(5);
});

test("progress of a run survives a reload, and the run can be cancelled", async ({ page }) => {
  await page.goto(`${app.url}/sources?search=festival`);
  await page.getByRole("option", { name: "festival-panorama" }).click();
  await page.keyboard.press("f");
  for (const name of ["Galewright shop", "Quayside Market", "Windowbox", "Plaza Nine"])
    await page.getByLabel(`Render for every slot of ${name}`).check();
  await page.keyboard.press("r");
  const progress = page.getByRole("progressbar", { name: "Files rendered" });
  await expect(progress).toBeVisible();
  await page.reload();
  await expect(progress).toBeVisible();
  await page.getByRole("button", { name: "Pause" }).click();
  await expect(page.getByRole("heading", { name: "paused" })).toBeVisible();
  await page.getByRole("button", { name: "Resume", exact: true }).click();
  await expect(progress).toBeVisible();
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByRole("heading", { name: "cancelled" })).toBeVisible();
  await page.getByRole("button", { name: /^Findings/ }).click();
  await expect(
    page.getByText(/needs as many pixels|The crop cuts|Every picture has enough/).first(),
  ).toBeVisible();
});
