import { readFileSync } from "node:fs";
import { expect, test } from "@playwright/test";
import { blankPng } from "./blank-png.ts";

// The line that people paste into their browser's console, on a page as it is shown.

const script = readFileSync(
  new URL("../../src/Pantomet.Sites/Ways/measure-page.js", import.meta.url),
  "utf8",
);

const html = `<!doctype html><title>Kites</title><body style="margin: 0">
<img src="/a.png" alt="A kite" style="width: 300px; height: 150px; padding: 5px; border: 2px solid; box-sizing: content-box">
<img src="/a.png" srcset="/a.png 1x, /b.png 2x" loading="lazy" width="80" height="40" style="display: block">
<img src="/gone.png" alt="" hidden>
<video poster="/p.png" width="200" height="100"></video>
<div style="background: url(/back.png); height: 60px"></div>`;

test("the measuring script saves how large every picture is shown", async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 600, height: 400 }, deviceScaleFactor: 2 });
  const page = await context.newPage();
  await page.route("**/*", (route) => {
    const { pathname } = new URL(route.request().url());
    if (pathname === "/") return route.fulfill({ contentType: "text/html", body: html });
    return pathname === "/gone.png"
      ? route.fulfill({ status: 404 })
      : route.fulfill({ contentType: "image/png", body: blankPng(400, 200) });
  });
  await page.goto("http://place.test/");
  const [saved] = await Promise.all([page.waitForEvent("download"), page.evaluate(script)]);

  expect(saved.suggestedFilename()).toBe("measured-place-test-600.json");
  const measured = JSON.parse(readFileSync(await saved.path(), "utf8"));
  expect(measured).toMatchObject({
    format: "measured-page",
    version: 1,
    address: "http://place.test/",
    title: "Kites",
    viewport: { width: 600, height: 400, density: 2 },
  });
  expect(measured.pictures).toMatchObject([
    {
      address: "http://place.test/a.png",
      use: "image",
      width: 300,
      height: 150,
      alt: "A kite",
      naturalWidth: 400,
      isShown: true,
    },
    { address: "http://place.test/b.png", use: "image", width: 80, height: 40, alt: null, loading: "lazy" },
    { address: "http://place.test/gone.png", use: "image", alt: "", isShown: false },
    { address: "http://place.test/p.png", use: "poster", width: 200, height: 100 },
    { address: "http://place.test/back.png", use: "background", width: 600, height: 60 },
  ]);
  await context.close();
});
