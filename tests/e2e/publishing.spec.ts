import { createHash } from "node:crypto";
import { mkdtemp, readFile, rename, rm } from "node:fs/promises";
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { extname, join } from "node:path";
import { expect, type Page, test } from "@playwright/test";
import { expectNoFault } from "./axe.ts";
import { demo, Pantomet } from "./pantomet.ts";

const types: Record<string, string> = { ".avif": "image/avif", ".webp": "image/webp", ".jpg": "image/jpeg" };
const cards = "galewright-shop.product-card";

let app: Pantomet;
let folder = "";
let site: Server;
let address = "";
test.beforeAll(async () => {
  app = await Pantomet.start("demo");
  folder = await mkdtemp(join(tmpdir(), "pantomet-site-"));
  // The shop's own server: it gives what lies in its folder, and a model page with the markup that lies there.
  site = createServer(async (request, answer) => {
    const path = new URL(request.url ?? "/", "http://shop").pathname;
    try {
      const content =
        path === "/"
          ? `<!doctype html><title>Shop</title>${await readFile(join(folder, "markup/product-card.html"), "utf8")}`
          : await readFile(join(folder, path));
      answer
        .writeHead(200, { "content-type": types[extname(path)] ?? "text/html; charset=utf-8" })
        .end(content);
    } catch {
      answer.writeHead(404).end();
    }
  });
  await new Promise<void>((ready) => site.listen(0, "127.0.0.1", ready));
  address = `http://127.0.0.1:${(site.address() as AddressInfo).port}/`;
  await app.replace({ ...(await app.destination("galewright-shop")), baseAddress: address });
});
test.afterAll(async () => {
  await app.stop();
  site.close();
  await rm(folder, { recursive: true, force: true });
});

/** What a visitor of the shop's page sees: where the picture's file came from, and its bytes. */
async function seen(page: Page): Promise<{ file: string; sha256: string }> {
  await page.goto(address);
  const picture = page.locator("picture img").first();
  await expect.poll(() => picture.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBeGreaterThan(0);
  const file = await picture.evaluate((one: HTMLImageElement) => one.currentSrc);
  const bytes = new Uint8Array(await (await fetch(file)).arrayBuffer());
  return { file, sha256: createHash("sha256").update(bytes).digest("hex") };
}

/** The files of a picture on a card, as they are made today. */
async function made(picture: string): Promise<string[]> {
  return (await app.render([picture], [cards])).map((one) => one.sha256 ?? "");
}

test("a picture is replaced, rendered and published, the model page shows the new file at once, and the old one comes back", async ({
  page,
}) => {
  const picture = (await app.source("spool-small")).id;
  const before = await made(picture);
  await page.goto(`${app.url}/packages/publishing`);
  await expect(page.getByRole("heading", { name: "No target yet" })).toBeVisible();
  await expectNoFault(page);
  await page.keyboard.press("t");
  const targets = page.getByRole("dialog", { name: "Targets" });
  await targets.getByLabel("Name").fill("Shop’s folder");
  await targets.getByLabel("Folder", { exact: true }).fill("pictures");
  await targets.getByRole("button", { name: "Save" }).click();
  await expect(targets.getByRole("alert")).toContainText("is not a whole path");
  await targets.getByLabel("Folder", { exact: true }).fill(folder);
  await targets.getByLabel("How long caches keep a file").fill("3600");
  await targets.getByRole("button", { name: "Save" }).click();
  await targets.getByRole("button", { name: "Check" }).click();
  await expect(targets.getByRole("status")).toHaveText("It answers, and lets Pantomet in.");
  await expectNoFault(page);
  await targets.getByRole("button", { name: "Close" }).click();

  await page.getByRole("combobox", { name: "Destination" }).selectOption("Galewright shop");
  await page.keyboard.press("d");
  await expect(page.getByRole("heading", { name: "nothing is changed yet" })).toBeVisible();
  await expect(page.getByText("product-card/spool-small-product-card-340w.avif")).toBeVisible();
  await page.getByRole("button", { name: "Publish this" }).click();
  await expect(page.getByRole("heading", { name: /(?<!being )published/ })).toBeVisible();
  await expectNoFault(page);
  const published = page.url();
  const old = await seen(page);
  expect(before).toContain(old.sha256);

  const form = new FormData();
  // One byte more, so that it is none that the library has.
  form.append("files", new Blob([await readFile(demo("line-spools.jpg")), "\n"]), "spools.jpg");
  const answer = await fetch(`${app.url}/api/sources/${picture}/replacement`, { method: "POST", body: form });
  const { source }: { source: { id: string } } = await answer.json();
  const after = await made(source.id);
  await page.goto(published);
  await expect(page.getByRole("heading", { name: /(?<!being )published/ })).toBeVisible();
  await page.keyboard.press("p");
  await expect(page.getByRole("heading", { name: /files replaced/ })).toBeVisible();
  await expect(page.getByText("These files changed and their addresses did not.")).toContainText(
    "for 60 min",
  );
  const again = page.url();
  const now = await seen(page);
  expect(now.file).toBe(old.file);
  expect(after).toContain(now.sha256);

  await page.goto(again);
  await page.getByRole("button", { name: "Put back what was there before" }).click();
  await expect(page.getByRole("heading", { name: /(?<!being )put back/ })).toBeVisible();
  expect(await seen(page)).toEqual(old);
});

test("a publication that cannot be finished says why, and goes on when it can", async ({ page }) => {
  const picture = (await app.source("hill-flight")).id;
  await made(picture);
  const elsewhere = `${folder}-moved`;
  const { id } = await app.send<"TargetAnswer">("POST", "/api/targets", {
    name: "Moved folder",
    kind: "folder",
    folder,
  });
  await rename(folder, elsewhere);
  await page.goto(`${app.url}/packages/publishing`);
  await page.getByRole("combobox", { name: "Target" }).selectOption(id);
  await page.getByRole("button", { name: /^Publish P/ }).click();
  await expect(page.getByRole("heading", { name: "not finished" })).toBeVisible();
  await expect(page.getByRole("alert")).toContainText("There is no folder");
  await expectNoFault(page);
  await rename(elsewhere, folder);
  await page.keyboard.press("p");
  await expect(page.getByRole("heading", { name: /(?<!being )published/ })).toBeVisible();
});
