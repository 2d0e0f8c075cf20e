import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { type Browser, expect, test } from "@playwright/test";
import { blankPng } from "./blank-png.ts";
import { pageOf } from "./page-generator.ts";

// At which size Chromium shows the pictures of 100 pages that are made and of some that were written, in three windows: PageSizesTests holds
// our own layout to the table. Recorded anew by RECORD=1.

const folder = new URL("../layouts/", import.meta.url);
const table = new URL("chromium.json", folder);
const written = readdirSync(folder).filter((name) => name.endsWith(".html"));
const pages = [
  ...written.sort().map((name) => readFileSync(new URL(name, folder), "utf8")),
  ...Array.from({ length: 100 }, (_, index) => pageOf(index + 1)),
];

const windows = [
  { width: 390, height: 844, density: 3 },
  { width: 820, height: 1180, density: 2 },
  { width: 1440, height: 900, density: 1 },
];

/** Width and height of the content of each picture; null for one that is not shown. */
type Sizes = ([number, number] | null)[];

async function measure(
  browser: Browser,
  { width, height, density }: (typeof windows)[number],
): Promise<Sizes[]> {
  const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: density });
  const page = await context.newPage();
  let html = "";
  await page.route("**/*", (route) => {
    const [, w, h] = /\/img\/([\d.]+)x([\d.]+)\.png$/.exec(route.request().url()) ?? [];
    return w && h
      ? route.fulfill({ contentType: "image/png", body: blankPng(Number(w), Number(h)) })
      : route.request().isNavigationRequest()
        ? route.fulfill({ contentType: "text/html", body: html })
        : route.fulfill({ status: 404 });
  });
  const sizes: Sizes[] = [];
  for (html of pages) {
    await page.goto("http://place.test/");
    sizes.push(
      await page.evaluate(async () => {
        const images = [...document.querySelectorAll<HTMLImageElement>("img, input[type=image]")];
        await Promise.all(images.map((image) => image.decode?.().catch(() => undefined)));
        return images.map((image) => {
          const style = getComputedStyle(image);
          const of = (...names: string[]) =>
            names.reduce((sum, name) => sum + Number.parseFloat(style.getPropertyValue(name)), 0);
          const box = image.getBoundingClientRect();
          const round = (px: number) => Math.round(px * 100) / 100;
          return image.checkVisibility()
            ? [
                round(
                  box.width - of("padding-left", "padding-right", "border-left-width", "border-right-width"),
                ),
                round(
                  box.height - of("padding-top", "padding-bottom", "border-top-width", "border-bottom-width"),
                ),
              ]
            : null;
        });
      }),
    );
  }
  await context.close();
  return sizes;
}

test("Chromium shows the pictures of all pages at the sizes that the table says", async ({ browser }) => {
  test.slow();
  const seen: Sizes[][] = [];
  for (const window of windows) seen.push(await measure(browser, window));
  const found = pages.map((html, index) => ({ html, sizes: seen.map((each) => each[index]) }));
  if (process.env.RECORD)
    writeFileSync(table, `[\n${found.map((page) => JSON.stringify(page)).join(",\n")}\n]\n`);
  else expect(found).toEqual(JSON.parse(readFileSync(table, "utf8")));
});
