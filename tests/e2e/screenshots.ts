import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, type Page, test } from "@playwright/test";
import { type Answers, Pantomet } from "./pantomet.ts";

// The pictures of the README, made from the demo. Not a test: it asserts nothing.
const folder = resolve(dirname(fileURLToPath(import.meta.url)), "../../docs/screenshots");
const shown = ["hill-flight", "dune-box-kite", "winder-handle", "studio-delta"];

test("pictures of every main view", async ({ page }) => {
  test.setTimeout(300_000);
  const app = await Pantomet.start("demo");
  try {
    const shot = async (name: string) => {
      await page.waitForLoadState("networkidle");
      await page.waitForTimeout(500);
      await page.screenshot({ path: join(folder, `${name}.png`) });
    };
    const sources = await app.sources();
    const id = (stem: string) => sources.find((source) => source.stem === stem)?.id ?? "";
    await say(app, id("hill-flight-rotated"), "A red diamond kite with a long tail over a green hill");

    await page.goto(`${app.url}/framing/subjects`);
    await shot("subjects");

    await page.goto(`${app.url}/sources`);
    await page.getByRole("option", { name: "hill-flight-rotated" }).click();
    await shot("sources");

    await page.goto(`${app.url}/sources`);
    await page.getByRole("option", { name: "hill-flight-rotated" }).click();
    await page.keyboard.press("Control+a");
    await page.getByRole("button", { name: "Make files" }).click();
    const making = page.getByRole("dialog");
    await making.getByLabel("Name", { exact: true }).fill("kites-spring-01");
    await expect(making.getByRole("listitem").nth(8)).toContainText("kB", { timeout: 60_000 });
    await shot("make-files");
    await making.getByRole("button", { name: "Close" }).click();
    await page.getByRole("option", { name: "hill-flight-rotated" }).click();

    await page.goto(`${app.url}/destinations`);
    await page.getByLabel("Render for every slot of Galewright shop").check();
    await page.getByRole("button", { name: /^product detail, 1240/ }).click();
    await page.getByRole("tab", { name: "File" }).click();
    await shot("destinations");

    await page.getByRole("button", { name: /^product card, 680/ }).click();
    await page.getByLabel("Shown width", { exact: true }).nth(1).fill("min(30vw, 320px)");
    await page.getByTestId("sizes-attribute").getByText("320px").waitFor();
    await page.getByRole("complementary").evaluate((panel) => {
      panel.scrollTop = 290;
    });
    await shot("layout");
    await page.getByRole("button", { name: "Discard changes" }).click();

    await page.goto(`${app.url}/destinations/galewright-shop/measure`);
    await page.getByLabel("Screenshot", { exact: true }).setInputFiles(join(folder, "sources.png"));
    const sheet = await page.getByTestId("screenshot").boundingBox();
    if (sheet) {
      const scale = sheet.width / 1280;
      await page.mouse.move(sheet.x + 19 * scale, sheet.y + 96 * scale);
      await page.mouse.down();
      await page.mouse.move(sheet.x + 281 * scale, sheet.y + 254 * scale, { steps: 5 });
      await page.mouse.up();
    }
    await page.getByRole("region", { name: "Measured" }).waitFor();
    await shot("measure");

    await choose(page, shown.map(id));
    await page.goto(`${app.url}/framing/${id("hill-flight")}/quayside-market.listing-photo`);
    for (const slot of ["Quayside Market", "Windowbox", "Plaza Nine"])
      await page.getByLabel(`Render for every slot of ${slot}`).check();
    const frame = await page.getByTestId("frame").boundingBox();
    if (frame) {
      await page.mouse.move(frame.x + frame.width / 2, frame.y + frame.height / 2);
      await page.mouse.down();
      await page.mouse.move(frame.x + frame.width / 2 - 40, frame.y + frame.height / 2, { steps: 5 });
      await page.mouse.up();
    }
    await shot("framing");

    await app.change(id("hill-flight"), {
      act: "decide",
      subject: { x: 828, y: 192, width: 2340, height: 1800 },
    });
    await page.goto(`${app.url}/framing/${id("hill-flight")}/windowbox.story?review`);
    await page.getByTestId("frame").waitFor();
    await shot("review");
    await page.goto(`${app.url}/sheet/destination/windowbox`);
    await shot("contact-sheet");
    await page.goto(`${app.url}/framing/${id("hill-flight")}/quayside-market.listing-photo`);

    await page.getByRole("button", { name: /^Render 4 pictures/ }).click();
    await page.getByRole("heading", { name: "done" }).waitFor({ timeout: 200_000 });
    await page.getByLabel("Order").selectOption("Heaviest first");
    await shot("runs");

    await page.goto(`${app.url}/proof/${id("hill-flight")}/galewright-shop.product-card?at=1280x2,390x3`);
    await page.getByText("The browser took the file that was foretold.").waitFor();
    await shot("proof");

    await page.goto(`${app.url}/runs`);
    await page.getByRole("button", { name: "Make a package" }).click();
    await page.getByRole("link", { name: "Preview" }).waitFor({ timeout: 60_000 });
    await shot("packages");

    const shop = await mkdtemp(join(tmpdir(), "pantomet-shop-"));
    const { id: target } = await app.send<"TargetAnswer">("POST", "/api/targets", {
      name: "Shop’s pictures",
      kind: "folder",
      folder: shop,
      cacheSeconds: 3600,
    });
    await publish(app, target);
    await page.goto(`${app.url}/packages/publishing`);
    await page.getByRole("heading", { name: /(?<!being )published/ }).waitFor();
    await shot("publishing");
    await rm(shop, { recursive: true });

    await app.change(id("winder-handle"), {
      act: "decide",
      subject: { x: 700, y: 900, width: 1300, height: 1500 },
    });
    await page.goto(`${app.url}/board`);
    await page.getByRole("gridcell", { name: /^dune-box-kite, hero/ }).click();
    await shot("board");

    await page.goto(`${app.url}/totals`);
    await page.getByLabel("Pictures of listing photo on a page").fill("6");
    await page.getByText("desktop").first().waitFor();
    await shot("totals");

    await choose(page, ["dune-box-kite", "winder-handle"].map(id));
    await page.goto(`${app.url}/pair`);
    await page.getByLabel("Shape of each").fill("4:5");
    await page.getByLabel("Gap between them", { exact: true }).fill("40");
    await page.getByRole("figure").getByText("px").first().waitFor();
    await shot("pair");

    await treat(app);
    await page.goto(`${app.url}/destinations/galewright-shop?slot=galewright-shop.hero`);
    await page.getByRole("tab", { name: "Treatments" }).click();
    await page.getByRole("img", { name: /as it will be$/ }).waitFor();
    await shot("treatments");

    await page.goto(`${app.url}/weight/${id("hill-flight")}/quayside-market.listing-photo?size=2440x1952`);
    await page.getByText("best within the maximum size").waitFor({ timeout: 60_000 });
    await page.waitForLoadState("networkidle");
    await shot("weight");
    await page.goto(`${app.url}/site-check`);
    await page.getByRole("button", { name: "Check the example" }).click();
    await page.getByText("tails.jpg").first().waitFor({ timeout: 60_000 });
    await page.getByRole("button", { name: "Pause" }).waitFor({ state: "detached", timeout: 90_000 });
    await page.getByRole("button", { name: "hero-beach.jpg" }).click();
    await shot("site-check");
  } finally {
    await app.stop();
  }
});

async function publish(app: Pantomet, target: string): Promise<void> {
  const { id } = await app.send<"CreatedId">("POST", "/api/publications", {
    target,
    destination: "galewright-shop",
  });
  while ((await app.get<"PublicationDetails">(`/api/publications/${id}`)).publication.endedAt === null);
}

async function choose(page: Page, ids: string[]): Promise<void> {
  await page.evaluate((chosen) => {
    const kept = JSON.parse(localStorage.getItem("pantomet.choice") ?? '{"slots":[]}');
    localStorage.setItem("pantomet.choice", JSON.stringify({ ...kept, sources: chosen }));
  }, ids);
}

// A headline on the shop's widest picture, and its sign in a corner.
async function treat(app: Pantomet): Promise<void> {
  const shop = await app.destination("galewright-shop");
  const treatments: Answers["SlotDocument"]["treatments"] = {
    headline: { text: "Fresh winds,\nnew kites", font: "Lato", weight: "bold", anchor: "left" },
    mark: { picture: (await app.source("logo")).id, anchor: "bottom-left" },
  };
  await app.replace({
    ...shop,
    slots: shop.slots.map((slot) => (slot.id === "galewright-shop.hero" ? { ...slot, treatments } : slot)),
  });
}

async function say(app: Pantomet, id: string, altText: string): Promise<void> {
  await fetch(`${app.url}/api/sources/${id}`, {
    method: "PATCH",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ altText }),
  });
}
