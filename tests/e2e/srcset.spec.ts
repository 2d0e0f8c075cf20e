import { readFileSync, writeFileSync } from "node:fs";
import { type Browser, expect, test } from "@playwright/test";
import { blankPng } from "./blank-png.ts";

// WHATWG HTML, "parsing a srcset attribute", "parsing a sizes attribute", "selecting an image source". What Chromium makes of each case
// stands in the table that SrcsetTests holds our own rules to; here the table is held to Chromium. Recorded anew by RECORD=1.

const table = new URL("../srcset/cases.json", import.meta.url);

type Case = {
  srcset: string;
  sizes?: string;
  src?: string;
  lazy?: boolean;
  /** Where Chromium does not do what the standard says: how. */
  differs?: string;
  /** Of each screen in turn: which file is taken, and how wide it is before the page says otherwise; null where there is none. */
  taken?: readonly (readonly [file: string, width: number] | null)[];
};

const screens = [
  { width: 360, height: 640, density: 1 },
  { width: 800, height: 600, density: 2 },
  { width: 1440, height: 900, density: 1.5 },
];

const escaped = (text: string) => text.replaceAll("&", "&amp;").replaceAll('"', "&quot;");

/** Each case is a page in a frame as large as the window, so that it has addresses of its own and one load is enough. */
function frameOf(one: Case, index: number): string {
  const attribute = (name: string, value: string | undefined) =>
    value === undefined ? "" : ` ${name}="${escaped(value)}"`;
  const image = `<img alt=""${attribute("loading", one.lazy ? "lazy" : undefined)}${attribute("sizes", one.sizes)}${attribute("srcset", one.srcset)}${attribute("src", one.src)}>`;
  return `<iframe srcdoc="${escaped(`<!doctype html><base href="/${index}/">${image}`)}"></iframe>`;
}

async function load(browser: Browser, { width, height, density }: (typeof screens)[number], cases: Case[]) {
  // A fresh profile: what lies in its cache would sway it.
  const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: density });
  const page = await context.newPage();
  await page.route("**/*", (route) => {
    const { pathname } = new URL(route.request().url());
    const pixels = /\/(\d+)\.png$/.exec(pathname)?.[1];
    if (pixels) return route.fulfill({ contentType: "image/png", body: blankPng(Number(pixels)) });
    if (pathname !== "/cases") return route.fulfill({ status: 404 });
    return route.fulfill({
      contentType: "text/html; charset=utf-8",
      body: `<!doctype html><meta name="viewport" content="width=device-width">
        <style>iframe { position: absolute; inset: 0; width: 100vw; height: 100vh; border: 0 }</style>
        ${cases.map(frameOf).join("")}`,
    });
  });
  await page.goto("http://place.test/cases");
  const taken = await page.evaluate(() =>
    Promise.all(
      [...document.querySelectorAll("iframe")].map(async ({ contentDocument }) => {
        const [image] = contentDocument?.images ?? [];
        if (!image) throw new Error("no picture");
        await image.decode().catch(() => undefined);
        const file = decodeURIComponent(image.currentSrc.split(/\/\d+\//)[1] ?? "");
        return file ? ([file, image.getBoundingClientRect().width] as const) : null;
      }),
    ),
  );
  await context.close();
  return taken;
}

test("Chromium takes of every case what the table says", async ({ browser }) => {
  const cases = JSON.parse(readFileSync(table, "utf8")) as Case[];
  const taken: Awaited<ReturnType<typeof load>>[] = [];
  for (const screen of screens) taken.push(await load(browser, screen, cases));
  const seen = cases.map((one, index) => ({ ...one, taken: taken.map((each) => each[index] ?? null) }));
  if (process.env.RECORD)
    writeFileSync(table, `[\n${seen.map((one) => JSON.stringify(one)).join(",\n")}\n]\n`);
  else expect(seen).toEqual(cases);
  expect(cases.length).toBeGreaterThanOrEqual(60);
});
