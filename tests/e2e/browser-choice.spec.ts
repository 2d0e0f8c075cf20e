import { type Browser, expect, test } from "@playwright/test";
import { blankPng } from "./blank-png.ts";
import { first, Pantomet } from "./pantomet.ts";

// WHATWG HTML, "sizes attributes" and "selecting an image source": which of the files is taken is left to the browser.
// So the prediction is held against the browser itself: the file it took, and the width it worked out from sizes.

const viewports = [320, 412, 639, 640, 1023, 1440];
const densities = [1, 1.5, 2, 2.625, 3];

const row = (from: number, width: string) => ({ from, width });
const layouts: { rows: object[]; ladder: object }[] = [
  { rows: [row(0, "100vw")], ladder: { best: { files: 5 } } },
  {
    rows: [row(0, "46vw"), row(640, "min(30vw, 320px)"), row(1024, "320px")],
    ladder: { best: { files: 4 } },
  },
  { rows: [row(0, "100vw - 32px"), row(800, "(100vw - 3 × 24px) ÷ 2")], ladder: { even: 6 } },
  { rows: [row(0, "clamp(200px, 50vw, 640px)")], ladder: { widths: [213, 320, 433, 640, 977, 1280] } },
  { rows: [row(0, "max(33.3vw, 250px)")], ladder: { oneFile: 1.5 } },
  {
    rows: [
      row(0, "calc(100vw - 16px)"),
      { from: 640, columns: { count: 12, span: 7, gap: 24, margin: 32, container: 1200 } },
    ],
    ladder: { best: { waste: 0.08 } },
  },
  // Widths that are met exactly but for the last bit of a division.
  { rows: [row(0, "100vw / 3"), row(1024, "100vw / 7 * 2")], ladder: { best: { files: 30 } } },
  { rows: [{ from: 0, columns: { count: 3, span: 1, gap: 12.5 } }], ladder: { widths: [100, 400, 1600] } },
];

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("empty");
});
test.afterAll(() => app.stop());

test("the file that Chromium takes, and the width it works out, are those that were computed", async ({
  browser,
}) => {
  // Some hundred pages, each in a browser window of its own.
  test.setTimeout(300_000);
  const predicted = await Promise.all(layouts.map(predict));
  let compared = 0;
  for (const density of densities)
    for (const viewport of viewports) {
      const taken = await load(browser, viewport, density, predicted);
      for (const [index, { devices }] of predicted.entries()) {
        const device = devices.find((one) => one.viewport === viewport && one.density === density);
        const where = `layout ${index} at ${viewport} px, ${density}×`;
        expect(taken[index]?.width, where).toBe(device?.sent);
        expect(Math.abs((taken[index]?.shown ?? 0) - (device?.shown ?? 0)), `${where}: shown`).toBeLessThan(
          1,
        );
        compared++;
      }
    }
  expect(compared).toBeGreaterThanOrEqual(200);
});

type Prediction = {
  sizes: string;
  widths: number[];
  devices: { viewport: number; density: number; shown: number; sent: number }[];
};

async function predict(layout: { rows: object[]; ladder: object }): Promise<Prediction> {
  const devices = densities.flatMap((density) =>
    viewports.map((viewport) => ({ viewport, density, share: 1 })),
  );
  const slot = {
    id: "site.place",
    name: "place",
    shape: "3:2",
    formats: ["jpeg"],
    sizes: { layout: { rows: layout.rows, ladder: layout.ladder } },
  };
  const draft = await app.send<"DraftAnswer">("POST", "/api/drafts?slot=site.place", {
    format: "pantomet-destination-1",
    id: "site",
    name: "Site",
    kind: "site",
    slots: [slot],
    devices,
  });
  expect(draft.problems).toEqual([]);
  return first(draft.layouts);
}

/** What Chromium takes of each layout's files, in a fresh profile: what lies in its cache would sway it. */
async function load(browser: Browser, viewport: number, density: number, pages: Prediction[]) {
  const context = await browser.newContext({
    viewport: { width: viewport, height: 700 },
    deviceScaleFactor: density,
  });
  const page = await context.newPage();
  await page.route("**/*", (route) => {
    const width = /\/(\d+)\.png$/.exec(route.request().url())?.[1];
    return width
      ? route.fulfill({ contentType: "image/png", body: blankPng(Number(width)) })
      : route.fulfill({
          contentType: "text/html",
          body: `<!doctype html><meta name="viewport" content="width=device-width">${pages
            .map(
              ({ sizes, widths }, index) =>
                `<img alt="" sizes="${sizes}" srcset="${widths.map((one) => `/${index}/${one}.png ${one}w`).join(", ")}">`,
            )
            .join("")}`,
        });
  });
  await page.goto("http://place.test/");
  await page.waitForFunction(() =>
    [...document.images].every((image) => image.complete && image.naturalWidth > 0),
  );
  const taken = await page.evaluate(() =>
    [...document.images].map((image) => ({
      width: Number(/\/(\d+)\.png$/.exec(image.currentSrc)?.[1]),
      // Without a width of its own, an image is laid out as wide as sizes says.
      shown: image.getBoundingClientRect().width,
    })),
  );
  await context.close();
  return taken;
}
