import { readFile } from "node:fs/promises";
import { expect, type Page, test } from "@playwright/test";
import { Ajv2020 } from "ajv/dist/2020.js";
import { type Answers, first, Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("destinations");
});
test.afterAll(() => app.stop());

const devices = "viewport,density,share\n375,2,20\n390,3,35\n820,2,10\n1440,1,25\n1920,1,10\n";

test("a site of three slots from its layout, with devices, the best ladder, out, away and in again: the same plan", async ({
  page,
}) => {
  const made = await validateEverything(page);
  await app.takeInDemo("hill-flight.jpg");
  await page.goto(`${app.url}/destinations`);
  await page.getByRole("button", { name: "New destination" }).click();
  await page.getByRole("radio", { name: "Nothing" }).check();
  await page.getByRole("dialog").getByLabel("Name").fill("Windmill blog");
  await page.getByRole("button", { name: "Create" }).click();
  const about = page.getByRole("complementary", { name: "Destination" });
  await about.getByRole("button", { name: "Checked today" }).click();
  await page
    .getByLabel("Device table to import")
    .setInputFiles({ name: "visits.csv", mimeType: "text/csv", buffer: Buffer.from(devices) });
  await expect(about).toContainText("5 screens of your own");

  await addSlot(page, "lead", "16:9", ["100vw"]);
  await addSlot(page, "in the text", "3:2", ["92vw", "min(60vw, 700px)"]);
  await addSlot(page, "teaser", "1:1", ["46vw", "30vw"]);
  const slot = page.getByRole("complementary", { name: "Slot" });
  await slot.getByRole("button", { name: "count columns" }).last().click();
  await slot.getByLabel("columns", { exact: true }).fill("4");
  await expect(slot.getByTestId("sizes-attribute")).toHaveText(
    'sizes="(min-width: 320px) calc((min(1200px, 100vw - 32px) - 48px) / 4), 46vw"',
  );
  await slot.getByLabel("Files at most").fill("3");
  await expect(slot.getByTestId("slot-summary")).toContainText("makes 9 files");
  await expect(page.getByRole("table", { name: "Ways to choose widths, compared" })).toContainText(
    "chosen: best, 3 files",
  );

  await page.getByRole("button", { name: "Save S" }).click();
  await expect(page.getByText("Windmill blog is saved.")).toBeVisible();
  const before = await plansOf("windmill-blog");
  expect(before.map((plan) => plan.variants.length)).toEqual([15, 12, 9]);

  await page.getByRole("button", { name: "More for Windmill blog" }).click();
  const downloading = page.waitForEvent("download");
  await page.getByRole("menuitem", { name: "Export" }).click();
  const exported = await readFile(await (await downloading).path(), "utf8");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "More for Windmill blog" }).click();
  await page.getByRole("menuitem", { name: "Delete" }).click();
  await expect(page.getByText("Windmill blog is deleted.")).toBeVisible();
  await expect(page.getByRole("navigation", { name: "Destinations" })).not.toContainText("Windmill blog");

  const document = page.getByLabel("Destination document to import");
  await document.setInputFiles({
    name: "broken.json",
    mimeType: "application/json",
    buffer: Buffer.from(exported.replace('"100vw"', '"100em"')),
  });
  await expect(
    page.getByText(/broken\.json: Line \d+, slots\[0\]\.sizes\.layout\.rows\[0\]\.width: "em" is not a unit/),
  ).toBeVisible();
  await document.setInputFiles({
    name: "windmill.json",
    mimeType: "application/json",
    buffer: Buffer.from(exported),
  });
  await expect(page.getByText("Windmill blog is imported.")).toBeVisible();
  expect(await plansOf("windmill-blog")).toEqual(before);
  // Once more while it is there: beside it, under other ids.
  await document.setInputFiles({
    name: "windmill.json",
    mimeType: "application/json",
    buffer: Buffer.from(exported),
  });
  await expect(
    page.getByRole("navigation", { name: "Destinations" }).getByText("Windmill blog copy"),
  ).toBeVisible();
  expect(made()).toBeGreaterThan(10);
});

test("every way to say shape and sizes makes a document that the schema accepts, and what contradicts itself is explained at its field", async ({
  page,
}) => {
  const made = await validateEverything(page);
  await app.takeInDemo("hill-flight.jpg");
  await page.goto(`${app.url}/destinations/galewright-shop?slot=galewright-shop.hero`);
  const slot = page.getByRole("complementary", { name: "Slot" });
  const summary = slot.getByTestId("slot-summary");
  const expected: Record<string, string> = {
    "fixed heights": "makes 3 files: 1,600 × 800 px",
    "exact pixels": "makes 3 files: 1,200 × 600 px",
    "longest side": "makes 3 files: 2,000 × 1,000 px",
    "shortest side": "makes 3 files: 3,000 × 1,500 px",
    "fit within a box": "makes 3 files: at most 1,600 × 800 px",
    "most pixels in all": "makes 3 files: at most 2,000 × 1,000 px",
    "multiples of one size": "makes 9 files: 320…960 px",
    "full size: every pixel of the crop": "makes 3 files: every pixel of the crop",
    "from the layout": "makes 15 files",
    "fixed widths": "makes 6 files: 800…1,600 px",
  };
  for (const [way, words] of Object.entries(expected)) {
    await slot.getByLabel("Sizes by").selectOption({ label: way });
    await expect(summary).toContainText(words);
  }
  for (const shape of ["free", "range", "exact pixels"]) {
    await slot.getByRole("button", { name: shape, exact: true }).click();
    await expect(summary).toContainText("makes");
  }
  await slot.getByLabel("Sizes by").selectOption({ label: "multiples of one size" });
  await expect(summary).toContainText("makes 9 files: 1,200…3,600 px");
  await slot.getByRole("button", { name: "ratio", exact: true }).click();

  await slot.getByLabel("Sizes by").selectOption({ label: "exact pixels" });
  await slot.getByLabel("Width x height, px").fill("1200x900");
  await expect(slot.getByRole("alert")).toHaveText(
    "1200×900 px is 4:3, the shape is 3:2. 1200 px wide would be 800 px high.",
  );
  await slot.getByLabel("Sizes by").selectOption({ label: "longest side" });
  for (const [typed, sentence] of [
    ["", "A whole number belongs here."],
    ["12.5", "A whole number belongs here."],
    ["lots", "A whole number belongs here."],
    ["-3", "A side has 1 to 16,383 px."],
    ["0", "A side has 1 to 16,383 px."],
    ["99999", "A side has 1 to 16,383 px."],
  ] as const) {
    await slot.getByLabel("Longest side").fill(typed);
    await expect(slot.getByRole("alert")).toHaveText(sentence);
    await expect(page.getByRole("button", { name: "Save S" })).toBeDisabled();
  }
  await slot.getByLabel("Longest side").fill("1500");
  await slot.getByRole("tab", { name: "File" }).click();
  await slot.getByLabel("Maximum", { exact: true }).fill("60");
  await slot.getByLabel("Minimum", { exact: true }).fill("90");
  await expect(slot.getByRole("alert")).toHaveText("The fewest bytes are above the most bytes.");
  await slot.getByLabel("Minimum", { exact: true }).fill("");
  await slot.getByLabel("Transparency").selectOption("must");
  await expect(slot.getByRole("alert")).toContainText("JPEG cannot hold transparency");
  await slot.getByRole("button", { name: "Leave JPEG out" }).click();
  await slot.getByRole("tab", { name: "Names" }).click();
  await slot.getByLabel("Pattern; the ending is added").fill("{stem}-{density}-{hash}");
  await expect(slot.getByRole("list", { name: "Files of one picture" })).toContainText(
    /hill-flight-1x-[0-9a-f]{8}\.avif/,
  );
  await slot.getByRole("tab", { name: "Subject and zones" }).click();
  await slot.getByRole("button", { name: "Add a round mask" }).click();
  await slot.getByRole("tab", { name: "Screen ranges" }).click();
  await slot.getByRole("button", { name: "Give narrow, medium and wide screens separate crops" }).click();
  await expect(summary).toContainText("makes 9 files: 1,500 px, AVIF, WebP, JPEG");

  // A reload keeps the changes; undo after forgetting brings them back.
  await page.reload();
  await expect(summary).toContainText("makes 9 files: 1,500 px, AVIF, WebP, JPEG");
  await page.getByRole("button", { name: "Discard changes" }).click();
  await expect(summary).toContainText("makes 9 files: 500…1,500 px");
  await page.keyboard.press("Control+z");
  await expect(summary).toContainText("makes 9 files");
  await page.getByRole("button", { name: "Discard changes" }).click();
  // The last answers may still be under way.
  await expect.poll(made).toBeGreaterThanOrEqual(15);
});

test("what a change makes stale is said before saving, and exactly that is stale after", async ({ page }) => {
  const [source = ""] = await app.takeInDemo("hill-flight.jpg");
  await app.render([source], ["windowbox.square", "windowbox.story"]);

  await page.goto(`${app.url}/destinations/windowbox?slot=windowbox.square`);
  const slot = page.getByRole("complementary", { name: "Slot" });
  await slot.getByRole("tab", { name: "File" }).click();
  await slot.getByLabel("Maximum", { exact: true }).fill("120");
  await expect(page.getByText("1 file of 1 source becomes stale.")).toBeVisible();
  await slot.getByRole("tab", { name: "Names" }).click();
  await slot.getByLabel("Pattern; the ending is added").fill("{stem}-{slot}");
  await page.getByRole("button", { name: "Save S" }).click();
  await expect(page.getByText("Windowbox is saved.")).toBeVisible();
  const { items } = await app.get<"VariantPage">(`/api/variants?source=${source}`);
  expect(Object.fromEntries(items.map((one) => [one.slot, one.state]))).toEqual({
    "windowbox.square": "stale",
    "windowbox.story": "done",
  });
});

test("two people who change one destination: the second is told, sees both, and loses nothing", async ({
  page,
}) => {
  await page.goto(`${app.url}/destinations/plaza-nine?about`);
  const about = page.getByRole("complementary", { name: "Destination" });
  await about.getByLabel("Note").fill("mine");
  await app.replace({ ...(await app.destination("plaza-nine")), note: "theirs" });
  await page.getByRole("button", { name: "Save S" }).click();
  const conflict = page.getByRole("alert").filter({ hasText: "Somebody else has saved Plaza Nine" });
  await expect(conflict).toContainText("mine");
  await expect(conflict).toContainText("theirs");
  expect((await app.destination("plaza-nine")).note).toBe("theirs");
  await expect(about.getByLabel("Note")).toHaveValue("mine");
  await conflict.getByRole("button", { name: "Overwrite with mine" }).click();
  await expect(page.getByText("Plaza Nine is saved.")).toBeVisible();
  expect((await app.destination("plaza-nine")).note).toBe("mine");
});

test("destinations and slots are copied, ordered and deleted, and all of it is undone and done again", async ({
  page,
}) => {
  await page.goto(`${app.url}/destinations/plaza-nine`);
  const list = page.getByRole("navigation", { name: "Destinations" });
  const slots = list.getByRole("checkbox", { name: /^Render for (?!every)/ });
  const names = () =>
    slots.evaluateAll((all) => all.map((one) => one.getAttribute("aria-label")?.slice("Render for ".length)));
  const act = async (on: string, what: string) => {
    await list.getByRole("button", { name: `More for ${on}`, exact: true }).click();
    await page.getByRole("menuitem", { name: what }).click();
  };
  await expect.poll(names).toEqual(["cover", "round portrait", "link card"]);
  await act("cover", "Copy");
  await act("cover copy", "Move down");
  await act("link card", "Delete");
  await expect.poll(names).toEqual(["cover", "round portrait", "cover copy"]);
  for (const expected of [
    ["cover", "round portrait", "cover copy", "link card"],
    ["cover", "cover copy", "round portrait", "link card"],
    ["cover", "round portrait", "link card"],
  ]) {
    await page.keyboard.press("Control+z");
    await expect.poll(names).toEqual(expected);
  }
  await page.keyboard.press("Control+y");
  await expect.poll(names).toEqual(["cover", "cover copy", "round portrait", "link card"]);
  await page.keyboard.press("s");
  await expect(page.getByText("Plaza Nine is saved.")).toBeVisible();

  const destinations = async () =>
    (await app.get<"DestinationPage">("/api/destinations")).items.map((one) => one.id);
  const before = await destinations();
  await act("Plaza Nine", "Move up");
  await expect.poll(destinations).not.toEqual(before);
  await act("Plaza Nine", "Copy");
  await expect(page.getByRole("heading", { name: "Plaza Nine copy" })).toBeVisible();
  await act("Plaza Nine copy", "Delete");
  await expect.poll(async () => (await destinations()).length).toBe(before.length);
  await page.keyboard.press("Control+z");
  await expect(list.getByText("Plaza Nine copy")).toBeVisible();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect.poll(destinations).toEqual(before);
});

test("a device table of fifty thousand rows is taken in, a broken one is explained, and the widths follow", async ({
  page,
}) => {
  await page.goto(`${app.url}/destinations/windowbox?about`);
  const about = page.getByRole("complementary", { name: "Destination" });
  const table = page.getByLabel("Device table to import");
  const csv = (text: string) => ({ name: "visits.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  await table.setInputFiles(csv("width,dpr,visits\n390,3,10\n"));
  await expect(page.getByText('visits.csv: Line 1: there is no column "viewport"')).toBeVisible();
  await expect(about).toContainText("This table is made up");
  const rows = Array.from(
    { length: 50_000 },
    (_, index) => `${2 + (index % 5)};${320 + (index % 2000)};${index % 7}`,
  );
  await table.setInputFiles(csv(`share;viewport;density\n${rows.join("\n")}\n390;wide;2\n`));
  await expect(about).toContainText("screens of your own");
  await expect(page.getByText(/rows were left out\. The first: line 2: "0" is no density/)).toBeVisible();
  await page.goto(`${app.url}/destinations/windowbox?slot=windowbox.portrait`);
  const slot = page.getByRole("complementary", { name: "Slot" });
  await slot.getByRole("button", { name: "ratio", exact: true }).click();
  await slot.getByLabel("Sizes by").selectOption({ label: "from the layout" });
  await slot.getByLabel("Shown width", { exact: true }).fill("100px");
  await expect(slot.getByTestId("slot-summary")).toContainText("…600 px");
  await page.getByRole("button", { name: "Discard changes" }).click();
});

test("a place measured on a screenshot, by pointer and by keyboard, becomes a slot", async ({ page }) => {
  // A page with a picture of 640 × 360 at 200, 120; the browser itself takes the screenshot.
  await page.setViewportSize({ width: 1200, height: 800 });
  await page.setContent(
    '<body style="margin:0"><div style="position:absolute;left:200px;top:120px;width:640px;height:360px;background:#385"></div>',
  );
  const shot = { name: "page.png", mimeType: "image/png", buffer: await page.screenshot() };
  await page.goto(`${app.url}/destinations/windowbox/measure`);
  await page.getByLabel("Screenshot", { exact: true }).setInputFiles(shot);
  const box = await page.getByTestId("screenshot").boundingBox();
  if (!box) throw new Error("no screenshot");
  const scale = box.width / 1200;
  await page.mouse.move(box.x + 205 * scale, box.y + 115 * scale);
  await page.mouse.down();
  await page.mouse.move(box.x + 844 * scale, box.y + 476 * scale, { steps: 4 });
  await page.mouse.up();
  const measured = page.getByRole("region", { name: "Measured" });
  await expect(measured).toContainText("640 × 360 CSS px");
  await expect(measured).toContainText("16:9");
  await page.keyboard.press("Shift+ArrowRight");
  await expect(measured).toContainText("641 × 360 CSS px");
  await page.keyboard.press("e");
  await expect(measured).toContainText("640 × 360 CSS px");
  await page.getByLabel("Or the viewport, CSS px").fill("600");
  await expect(measured).toContainText("320 × 180 CSS px");
  await page.getByLabel("Or the viewport, CSS px").blur();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "measured place" })).toBeVisible();
  await expect(page.getByTestId("sizes-attribute")).toHaveText('sizes="min(100vw, 320px)"');
});

test("whether a picture can feed a place is shown at the slot, at the source, and as a filter", async ({
  page,
}) => {
  await app.takeInDemo("hill-flight.jpg", "spool-small.jpg");
  await page.goto(`${app.url}/destinations/galewright-shop?slot=galewright-shop.section-background`);
  const slot = page.getByRole("complementary", { name: "Slot" });
  await slot.getByRole("tab", { name: "Sources" }).click();
  await expect(slot).toContainText("1 of 2 sources are large enough");
  await expect(slot.getByRole("listitem").filter({ hasText: "spool-small.jpg" })).toContainText(
    "short by 2,360 px",
  );
  await slot.getByRole("link", { name: "show them" }).click();
  await expect(page.getByRole("option", { name: "hill-flight" })).toBeVisible();
  await expect(page.getByRole("option", { name: "spool-small" })).toBeHidden();
  await page.getByRole("combobox", { name: "Large enough for" }).selectOption("");
  await page.getByRole("listbox", { name: "Sources" }).getByRole("option", { name: "spool-small" }).click();
  await expect(page.getByRole("region", { name: "Large enough for" })).toContainText(
    "section backgroundshort by",
  );
});

/** What is put into a whole document, or into its first slot, to break it. */
const broken: [what: string, change: Record<string, unknown>, inSlot?: Record<string, unknown>][] = [
  ["no id", { id: undefined }],
  ["another format", { format: "pantomet-destination-2" }],
  ["a kind that is none", { kind: "shop" }],
  ["an id with a blank", {}, { id: "a b" }],
  ["an empty name", {}, { name: " " }],
  ["a shape that is none", {}, { shape: "wide" }],
  ["no format", {}, { formats: [] }],
  ["a format twice", {}, { formats: ["jpeg", "jpeg"] }],
  ["a format that is not made", {}, { formats: ["bmp"] }],
  ["two ways to say sizes", {}, { sizes: { widths: [5], longestSide: 5 } }],
  ["no way to say sizes", {}, { sizes: {} }],
  ["a width of 0", {}, { sizes: { widths: [0] } }],
  ["half a pixel", {}, { sizes: { longestSide: 10.5 } }],
  ["a width as text", {}, { sizes: { widths: ["800"] } }],
  ["a layout without rows", {}, { sizes: { layout: { rows: [], ladder: { even: 3 } } } }],
  [
    "a row with two widths",
    {},
    {
      sizes: {
        layout: { rows: [{ from: 0, width: "1px", columns: { count: 1, span: 1 } }], ladder: { even: 3 } },
      },
    },
  ],
  [
    "a ladder of two kinds",
    {},
    {
      sizes: {
        layout: { rows: [{ from: 0, width: "1px" }], ladder: { even: 3, oneFile: 1.5 } },
      },
    },
  ],
  [
    "a ladder of 99 files",
    {},
    {
      sizes: {
        layout: { rows: [{ from: 0, width: "1px" }], ladder: { best: { files: 99 } } },
      },
    },
  ],
  ["bytes below 1", {}, { limits: { mostBytes: 0 } }],
  ["one end of an aim", {}, { limits: { aimBytes: [5] } }],
  ["a colour by name", {}, { background: "white" }],
  [
    "a zone outside",
    {},
    { keepClear: [{ name: "a", form: "rectangle", x: -0.1, y: 0, width: 1, height: 1 }] },
  ],
  ["a path as a name", {}, { fileName: "../{stem}" }],
  ["a name for all", {}, { fileName: "kite" }],
  ["a device without a density", { devices: [{ viewport: 390, share: 1 }] }],
  ["a share of 0", { devices: [{ viewport: 390, density: 1, share: 0 }] }],
  ["a day that is none", { checkedOn: "yesterday" }],
  ["a tier without a name", {}, { tiers: [{ from: 0 }] }],
];

test("the schema and the server refuse the same broken documents, and both keep members that they do not know", async () => {
  const accepts = await schema();
  const whole = await app.destination("windowbox");
  for (const [what, change, inSlot] of broken) {
    const [slot, ...others] = whole.slots;
    const document = { ...whole, slots: [{ ...slot, ...inSlot }, ...others], ...change };
    expect(accepts(document), `${what}: schema`).toBe(false);
    const problem = first((await app.send<"DraftAnswer">("POST", "/api/drafts", document)).problems);
    expect(problem.sentence, what).toMatch(/^[A-Z"“0-9].*\.$/s);
    expect(problem.line, what).toBeGreaterThan(0);
  }
  const unknown = {
    ...whole,
    id: "unknown",
    colourOfDoor: "green",
    slots: [{ ...first(whole.slots), id: "unknown.a", future: [1] }],
  };
  expect(accepts(unknown)).toBe(true);
  const { notices } = await app.send<"DraftAnswer">("POST", "/api/drafts", unknown);
  expect(notices.map((one) => one.field)).toEqual(["colourOfDoor", "slots[0].future"]);
  expect(await app.send<"DestinationDocument">("POST", "/api/destinations", unknown)).toMatchObject({
    colourOfDoor: "green",
    slots: [{ future: [1] }],
  });
});

/** An independent judge of the published schema (JSON Schema 2020-12). */
async function schema() {
  const ajv = new Ajv2020({
    strict: true,
    strictRequired: false,
    allowUnionTypes: true,
    allErrors: true,
  });
  return ajv.compile(await app.schema("destination-1.json"));
}

/** Holds every document that the editor sends, and the server finds nothing wrong with, against the schema. */
async function validateEverything(page: Page): Promise<() => number> {
  const accepts = await schema();
  let count = 0;
  page.on("response", async (response) => {
    const request = response.request();
    if (!response.url().includes("/api/drafts") || response.url().includes("consequences") || !response.ok())
      return;
    const { problems } = await response.json().catch(() => ({ problems: [{}] }));
    if (problems.length > 0) return;
    expect(accepts(request.postDataJSON()), JSON.stringify(accepts.errors)).toBe(true);
    count++;
  });
  return () => count;
}

async function addSlot(page: Page, name: string, ratio: string, widths: string[]): Promise<void> {
  await page.getByRole("button", { name: "New slot" }).click();
  const slot = page.getByRole("complementary", { name: "Slot" });
  // Until then the one before it is shown.
  await expect(slot.getByLabel("Name", { exact: true })).toHaveValue("new slot");
  await slot.getByLabel("Name", { exact: true }).fill(name);
  await slot.getByLabel("Ratio", { exact: true }).fill(ratio);
  await slot.getByLabel("Sizes by").selectOption({ label: "from the layout" });
  for (const [index, width] of widths.entries()) {
    if (index > 0) await slot.getByRole("button", { name: "Add a row" }).click();
    await slot.getByLabel("Shown width", { exact: true }).nth(index).fill(width);
  }
  await expect(slot.getByTestId("sizes-attribute")).toContainText(widths[0] ?? "");
}

async function plansOf(destination: string): Promise<Answers["PlanAnswer"][]> {
  const [source, { slots }] = await Promise.all([app.source("hill-flight"), app.destination(destination)]);
  return Promise.all(
    slots.map((slot) => app.get<"PlanAnswer">(`/api/plan?source=${source.id}&slot=${slot.id}`)),
  );
}
