import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { type Browser, expect, test } from "@playwright/test";
import { blankPng } from "./blank-png.ts";

// Which pictures a page has, and which file is taken of each: what Chromium makes of old, damaged and clever markup stands in a table that
// PageReaderTests holds our own reader to. Recorded anew by RECORD=1.

const folder = new URL("../pages/", import.meta.url);
const table = new URL("chromium.json", folder);
const pages = readdirSync(folder).filter((name) => name.endsWith(".html"));

const screens = [
  { width: 360, height: 640, density: 1 },
  { width: 800, height: 600, density: 2 },
  { width: 1440, height: 900, density: 1.5 },
];

/** Every picture of a page: its alternative text, and the address that is taken on each screen. */
type Seen = Record<string, { alt: string | null; taken: string[] }[]>;

async function look(browser: Browser, { width, height, density }: (typeof screens)[number]) {
  const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: density });
  const page = await context.newPage();
  await page.route("**/*", (route) => {
    const { pathname } = new URL(route.request().url());
    const name = pages.find((one) => pathname === `/site/${one}`);
    // Without a charset in the header, as from a folder.
    return name
      ? route.fulfill({ contentType: "text/html", body: readFileSync(new URL(name, folder)) })
      : route.fulfill({ contentType: "image/png", body: blankPng(40) });
  });
  const seen: Record<string, { alt: string | null; taken: string }[]> = {};
  for (const name of pages) {
    await page.goto(`http://place.test/site/${name}`);
    seen[name] = await page.evaluate(async () => {
      const images = [...document.images];
      await Promise.all(images.map((image) => image.decode().catch(() => undefined)));
      return images.map((image) => ({ alt: image.getAttribute("alt"), taken: image.currentSrc }));
    });
  }
  await context.close();
  return seen;
}

test("Chromium finds on every page the pictures that the table says", async ({ browser }) => {
  const looks: Awaited<ReturnType<typeof look>>[] = [];
  for (const screen of screens) looks.push(await look(browser, screen));
  const seen: Seen = Object.fromEntries(
    pages.map((name) => [
      name,
      (looks[0]?.[name] ?? []).map(({ alt }, index) => ({
        alt,
        taken: looks.map((each) => each[name]?.[index]?.taken ?? ""),
      })),
    ]),
  );
  if (process.env.RECORD) writeFileSync(table, `${JSON.stringify(seen, null, 1)}\n`);
  else expect(seen).toEqual(JSON.parse(readFileSync(table, "utf8")));
});
