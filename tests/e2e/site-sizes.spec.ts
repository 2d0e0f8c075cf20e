import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
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

/** The pages, and pictures as large as their addresses say. */
const server = createServer((request, response) => {
  const [, w, h] = /^\/img\/(\d+)x(\d+)\.png$/.exec(request.url ?? "") ?? [];
  const html = pages[Number(/^\/page\/(\d+)$/.exec(request.url ?? "")?.[1])];
  if (w && h)
    response
      .writeHead(200, { "content-type": "image/png", "cache-control": "max-age=3600" })
      .end(blankPng(Number(w), Number(h)));
  else if (html) response.writeHead(200, { "content-type": "text/html" }).end(html);
  else response.writeHead(404).end();
});

/** Width and height of the content of each picture; null for one that is not shown. */
type Sizes = ([number, number] | null)[];

async function measure(
  browser: Browser,
  site: string,
  { width, height, density }: (typeof windows)[number],
): Promise<Sizes[]> {
  const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: density });
  const page = await context.newPage();
  const sizes: Sizes[] = [];
  for (const index of pages.keys()) {
    await page.goto(`${site}/page/${index}`);
    sizes.push(
      await page.evaluate(async () => {
        const images = [...document.querySelectorAll<HTMLImageElement>("img, input[type=image]")];
        // Those that are loaded late are not there yet; the natural size of the others is.
        const late = images.filter((image) => image.loading === "lazy");
        for (const image of late) image.loading = "eager";
        await Promise.all(late.map((image) => image.decode().catch(() => undefined)));
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
  await new Promise<void>((listening) => server.listen(0, "127.0.0.1", listening));
  const site = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const seen: Sizes[][] = [];
  for (const window of windows) seen.push(await measure(browser, site, window));
  server.close();
  const found = pages.map((html, index) => ({ html, sizes: seen.map((each) => each[index]) }));
  if (process.env.RECORD)
    writeFileSync(table, `[\n${found.map((page) => JSON.stringify(page)).join(",\n")}\n]\n`);
  else expect(found).toEqual(JSON.parse(readFileSync(table, "utf8")));
});
