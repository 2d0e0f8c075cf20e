import { type Browser, expect, test } from "@playwright/test";
import { HtmlValidate } from "html-validate";
import { Pantomet } from "./pantomet.ts";

// WHATWG HTML, "update the source set": what a browser takes of the markup is foretold by the server from the lists that it wrote.
// Both are held together here, the real Chromium and an HTML checker of others' making.

const slots = ["hero", "season-banner", "product-card", "product-detail"].map(
  (name) => `galewright-shop.${name}`,
);
const viewports = [320, 390, 639, 700, 834, 1140, 1366, 1920];
const densities = [1, 1.5, 2, 3];
// A browser that does not read a format skips its sources, as it does a type that nobody reads.
const readings = ["avif,webp", "webp", "none"];

let app: Pantomet;
let kite = "";
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
  kite = (await app.source("hill-flight")).id;
  await app.render([kite], slots);
});
test.afterAll(() => app.stop());

const markup = async (slot: string, kind: string): Promise<string> =>
  (await fetch(`${app.url}/api/markup?source=${kite}&slot=${slot}&kind=${kind}`)).text();

test("the file that Chromium takes of the markup is the one that was foretold", async ({ browser }) => {
  test.setTimeout(240_000);
  const html = new Map<string, string>();
  for (const slot of slots) html.set(slot, await markup(slot, "html"));
  let compared = 0;
  for (const density of densities)
    for (const viewport of viewports) {
      const asked = slots.flatMap((slot) => readings.map((reads) => ({ slot, reads })));
      const [taken, foretold] = await Promise.all([
        load(
          browser,
          viewport,
          density,
          asked.map(({ slot, reads }) => without(html.get(slot) ?? "", reads)),
        ),
        Promise.all(
          asked.map(({ slot, reads }) =>
            app.get<"ProofAnswer">(
              `/api/proof?source=${kite}&slot=${slot}&viewport=${viewport}&density=${density}&reads=${reads}`,
            ),
          ),
        ),
      ]);
      for (const [at, { candidates }] of foretold.entries()) {
        const file = candidates.find((one) => one.isTaken)?.fileName;
        expect(taken[at], `${asked[at]?.slot} at ${viewport} px, ${density}×, ${asked[at]?.reads}`).toBe(
          file,
        );
        compared++;
      }
    }
  expect(compared).toBeGreaterThanOrEqual(300);
});

test("no snippet has a fault for an HTML checker, whatever the picture is said to show", async () => {
  const checker = new HtmlValidate({ extends: ["html-validate:standard"] });
  const kinds = ["html", "html&placeholder=blurred", "html&placeholder=colour&top=true", "preload", "meta"];
  const said = [
    "",
    "A red kite",
    'a "quoted" <b>kite</b> & more',
    "</script><script>alert(1)</script>",
    "-->",
    "🪁 im Wind",
    "עפיפון מעל החוף",
    "two\nlines\tand a tab",
    "'apostrophes' `ticks` = signs",
    "&amp; &lt; &#0;",
  ];
  let checked = 0;
  for (const altText of said) {
    await app.send<"SourceAnswer">("PATCH", `/api/sources/${kite}`, { altText });
    for (const slot of slots)
      for (const kind of kinds) {
        const snippet = await markup(slot, kind);
        const report = await checker.validateString(snippet);
        expect(
          report.results.flatMap((one) => one.messages.map((fault) => fault.message)),
          snippet,
        ).toEqual([]);
        checked++;
      }
  }
  expect(checked).toBeGreaterThanOrEqual(200);
});

test("what is delivered comes in the format that the request accepts, and as wide as was foretold", async ({
  browser,
}) => {
  const published = await fetch(`${app.url}/api/delivery/galewright-shop`, {
    method: "PUT",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ published: true }),
  });
  expect(published.ok).toBe(true);
  const snippets = await Promise.all(slots.map((slot) => markup(slot, "html")));
  // A browser that reads fewer formats names fewer.
  const accepts = ["image/avif,image/webp,*/*;q=0.8", "image/webp,*/*;q=0.8", "*/*"];
  for (const [at, accept] of accepts.entries()) {
    const context = await browser.newContext({ viewport: { width: 834, height: 700 }, deviceScaleFactor: 2 });
    const page = await context.newPage();
    const types = new Map<string, string | undefined>();
    await page.route(`${app.url}/a-page`, (route) =>
      route.fulfill({
        contentType: "text/html",
        body: `<!doctype html>${snippets.join("").replaceAll('loading="lazy"', "")}`,
      }),
    );
    await page.route(`${app.url}/pictures/**`, (route) =>
      route.continue({ headers: { ...route.request().headers(), accept } }),
    );
    page.on("response", (response) => types.set(response.url(), response.headers()["content-type"]));
    await page.goto(`${app.url}/a-page`);
    await page.waitForFunction(() =>
      [...document.images].every((image) => image.complete && image.naturalWidth > 0),
    );
    const taken = await page.evaluate(() => [...document.images].map((image) => image.currentSrc));
    for (const [index, slot] of slots.entries()) {
      const { candidates } = await app.get<"ProofAnswer">(
        `/api/proof?source=${kite}&slot=${slot}&viewport=834&density=2&reads=${readings[at]}`,
      );
      const foretold = candidates.find((one) => one.isTaken);
      const address = taken[index] ?? "";
      expect(new URL(address).searchParams.get("w"), `${slot}, ${accept}`).toBe(`${foretold?.width}`);
      expect(types.get(address), `${slot}, ${accept}`).toBe(`image/${foretold?.format.toLowerCase()}`);
    }
    await context.close();
  }
});

/** The same for a browser that reads fewer formats. */
const without = (html: string, reads: string): string =>
  ["avif", "webp"]
    .filter((format) => !reads.includes(format))
    .reduce((text, format) => text.replaceAll(`type="image/${format}"`, 'type="image/nobody-reads"'), html);

/** Which file Chromium takes of each snippet, in a fresh profile: what lies in its cache would sway it. */
async function load(browser: Browser, width: number, density: number, snippets: string[]) {
  const context = await browser.newContext({ viewport: { width, height: 700 }, deviceScaleFactor: density });
  const page = await context.newPage();
  const dot =
    '<svg xmlns="http://www.w3.org/2000/svg" width="8" height="4"><rect width="8" height="4" fill="grey"/></svg>';
  await page.route("**/*", (route) =>
    route.request().resourceType() === "image"
      ? route.fulfill({ contentType: "image/svg+xml", body: dot })
      : route.fulfill({
          contentType: "text/html",
          body: `<!doctype html><meta name="viewport" content="width=device-width">${snippets
            .map((one) => one.replaceAll('loading="lazy"', ""))
            .join("")}`,
        }),
  );
  await page.goto("http://shop.test/");
  await page.waitForFunction(() => [...document.images].every((image) => image.complete && image.currentSrc));
  const taken = await page.evaluate(() =>
    [...document.images].map((image) => image.currentSrc.split("/").at(-1)),
  );
  await context.close();
  return taken;
}
