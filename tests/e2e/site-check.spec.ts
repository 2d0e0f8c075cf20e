import { readdir, readFile } from "node:fs/promises";
import { join, relative, resolve } from "node:path";
import { expect, test } from "@playwright/test";
import { expectNoFaultInEither } from "./axe.ts";
import { type Answers, demo, Pantomet } from "./pantomet.ts";

const site = resolve(import.meta.dirname, "../../demo/site");

let app: Pantomet;
test.beforeEach(async () => {
  app = await Pantomet.start("empty");
});
test.afterEach(() => app.stop());

/** The files of the demo site as they are before anybody mends them, by where they lie. */
async function demoSite(): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>();
  for (const entry of await readdir(site, { withFileTypes: true, recursive: true })) {
    const path = join(entry.parentPath, entry.name);
    if (entry.isFile() && entry.name !== "pictures.txt")
      files.set(relative(site, path), await readFile(path));
  }
  for (const line of (await readFile(join(site, "pictures.txt"), "utf8")).split("\n").filter(Boolean)) {
    const [path = "", source = ""] = line.split(" ");
    files.set(path, await readFile(demo(source)));
  }
  return files;
}

async function ended(id: string): Promise<Answers["SiteCheckAnswer"]> {
  await expect
    .poll(async () => (await app.get<"SiteCheckAnswer">(`/api/site-checks/${id}`)).endedAt, {
      timeout: 90_000,
    })
    .not.toBeNull();
  return app.get<"SiteCheckAnswer">(`/api/site-checks/${id}`);
}

test("the worst ten of a site are mended under their names, and the next check finds the promised bytes", async ({
  page,
}) => {
  test.setTimeout(240_000);
  await page.goto(`${app.url}/site-check`);
  await expect(
    page.getByRole("heading", { name: "Which pictures of your site need mending?" }),
  ).toBeVisible();
  await expectNoFaultInEither(page);
  await page.getByRole("button", { name: "Check the example" }).click();
  await expect(page.getByRole("heading", { name: "galewright.example, 6 pages" })).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.getByRole("button", { name: "Pause" })).toBeHidden({ timeout: 90_000 });
  await page.getByRole("button", { name: "More" }).click();
  await expect(page.getByRole("menuitem", { name: "Save as a table (CSV)" })).toBeVisible();
  await expectNoFaultInEither(page);
  await page.keyboard.press("Escape");
  const check = await ended(page.url().split("/").at(-1) ?? "");

  await page.getByRole("button", { name: "hero-beach.jpg" }).click();
  await page.keyboard.press("m");
  await expect(page).toHaveURL(/\/destinations\/galewright-example/, { timeout: 30_000 });
  await expect(page.getByText("1440 px wide").first()).toBeVisible();
  await page.goBack();
  // What visitors do not get at all stands first, and nothing can be made of that.
  await page.getByRole("combobox", { name: "What is wrong" }).selectOption("heavier-than-need-be");
  for (let row = 0; row < 10; row++) {
    await page.keyboard.press("Space");
    await page.keyboard.press("ArrowDown");
  }
  await page.keyboard.press("t");
  await expect(page.getByText(/pictures are among the sources/)).toBeVisible();
  await page.keyboard.press("p");
  await expect(page).toHaveURL(/\/packages\//);
  await expect(page.getByRole("link", { name: /Download/ })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText("better files for a site").first()).toBeVisible();

  const packed = page.url().split("/").at(-1);
  const manifest = await fetch(`${app.url}/api/packages/${packed}/files/manifest.json`);
  const contents = (await manifest.json()) as { files: { file: string }[] };
  const worst = check.pictures
    .filter((one) => one.findings.some(({ id }) => id === "heavier-than-need-be"))
    .slice(0, 10);
  expect(contents.files.map((one) => one.file).sort()).toEqual(worst.map((one) => one.path).sort());
  // Unpacked over the site.
  const files = await demoSite();
  for (const { file } of contents.files) {
    expect(files.has(file)).toBe(true);
    const answer = await fetch(`${app.url}/api/packages/${packed}/files/${file}`);
    files.set(file, Buffer.from(await answer.arrayBuffer()));
  }
  const form = new FormData();
  for (const [path, content] of files) form.append("files", new Blob([new Uint8Array(content)]), path);
  const answer = await fetch(`${app.url}/api/site-checks`, { method: "POST", body: form });
  const again = await ended(((await answer.json()) as { id: string }).id);
  const saved = worst.reduce((sum, one) => sum + (one.bytes ?? 0) - (one.possibleBytes ?? 0), 0);
  expect(again.totals.bytes).toBe(check.totals.bytes - saved);
  const mended = again.pictures.find((one) => one.path === worst[0]?.path);
  expect(mended?.findings.map(({ id }) => id)).not.toContain("too-many-pixels");
});

test("a site is dropped as a folder, and a file that is none of a site says so", async ({ page }) => {
  await page.goto(`${app.url}/site-check`);
  await page.getByLabel("A site's folder").setInputFiles(join(site, "css"));
  await expect(page.getByText("There is no picture in what was sent.")).toBeVisible();
  await page.keyboard.press("n");
  await page.getByLabel("Files of a site").setInputFiles({
    name: "notes.txt",
    mimeType: "text/plain",
    buffer: Buffer.from("kites"),
  });
  await expect(page.getByText("1 file could not be read")).toBeVisible();
  await page.getByText("1 file could not be read").click();
  await expect(page.getByText(/notes.txt: It is no record of a page's traffic/)).toBeVisible();
});

/** Content boxes of the pictures of a page, by the addresses of the files that the browser took. */
const measure = async (): Promise<[address: string, width: number, height: number][]> => {
  const late = [...document.images].filter((image) => image.loading === "lazy");
  for (const image of late) image.loading = "eager";
  await Promise.all([...document.images].map((image) => image.decode().catch(() => undefined)));
  return [...document.images]
    .filter((image) => image.naturalWidth > 0)
    .map((image) => {
      const { width, height } = image.getBoundingClientRect();
      return [image.currentSrc, width, height];
    });
};

test("where a size is known on the demo site, the browser shows it so, and takes that file", async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const { id } = await app.send<"CreatedId">("POST", "/api/site-checks/demo", {});
  const check = await ended(id);
  const files = await demoSite();
  const known = check.pictures.flatMap((picture) =>
    picture.places
      .filter((place) => place.use === "image")
      .flatMap((place) =>
        place.shown.map((shown) => ({ address: picture.address, page: place.page, ...shown })),
      ),
  );
  const wrong: unknown[] = [];
  let held = 0;
  for (const [width, height, density] of [
    [390, 844, 3],
    [820, 1180, 2],
    [1440, 900, 1],
    [1440, 900, 2],
  ] as const) {
    const context = await browser.newContext({ viewport: { width, height }, deviceScaleFactor: density });
    await context.route("**/*", (route) => {
      const content = files.get(new URL(route.request().url()).pathname.slice(1));
      return content
        ? route.fulfill({ body: content, contentType: typeOf(route.request().url()) })
        : route.fulfill({ status: 404 });
    });
    const page = await context.newPage();
    for (const { address } of check.pages) {
      await page.goto(address);
      const seen = await page.evaluate(measure);
      for (const one of known.filter(
        (one) => one.page === address && one.viewportPx === width && one.density === density,
      )) {
        // A file that is not there has no size of its own in a browser.
        if (!files.has(new URL(one.address).pathname.slice(1)) || !typeOf(one.address)) continue;
        const matches = seen.some(
          ([file, across, down]) =>
            file === one.address &&
            Math.abs(across - one.width) <= 1 &&
            (one.height === null || Math.abs(down - one.height) <= 1),
        );
        if (matches) held++;
        else wrong.push([one, seen.filter(([file]) => file === one.address)]);
      }
    }
    await context.close();
  }
  expect(wrong).toEqual([]);
  expect(held).toBeGreaterThan(60);
});

function typeOf(address: string): string {
  const types: Record<string, string> = {
    html: "text/html",
    css: "text/css",
    jpg: "image/jpeg",
    png: "image/png",
    gif: "image/gif",
    webp: "image/webp",
  };
  return types[new URL(address).pathname.split(".").at(-1) ?? ""] ?? "";
}
