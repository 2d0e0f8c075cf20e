import { expect, type Page, test } from "@playwright/test";
import { Pantomet } from "./pantomet.ts";

let app: Pantomet;
test.beforeAll(async () => {
  app = await Pantomet.start("empty");
});
test.afterAll(() => app.stop());

// Chosen so that every position falls on whole pixels: of half a pixel the browser shows the one side, we take the other.
const pictures = [
  [600, 400],
  [400, 600],
  [640, 160],
  [400, 400],
] as const;
const ratios = ["1:1", "2:1", "4:5", "1:2"];
const positions = ["center", "left", "right top", "bottom", "25% 75%", "100% 0%"];

// CSS Images 3, §5.5 (object-fit) and §5.6 (object-position): without a subject the automatic crop is the part that a
// browser shows. Each pixel says where it lies, so the part is read off the browser's own pixels.
test("without a subject the automatic crop is what the browser shows for object-fit: cover", async ({
  page,
}) => {
  await app.send<"DestinationDocument">("POST", "/api/destinations", {
    format: "pantomet-destination-1",
    id: "css",
    name: "CSS",
    kind: "site",
    slots: ratios.flatMap((ratio, across) =>
      positions.map((position, down) => ({
        id: `css.r${across}p${down}`,
        name: `${ratio} ${position}`.replace(/[^a-z0-9]+/gi, " ").trim(),
        shape: ratio,
        sizes: { allPixels: true },
        formats: ["png"],
        focusAt: position,
      })),
    ),
  });
  await page.goto(app.url);
  for (const [width, height] of pictures) {
    const png = Buffer.from(await drawPlaces(page, width, height), "base64");
    const source = await app.takeIn(`places-${width}.png`, png);
    const { places } = await app.change(source, { act: "decide" });
    for (const place of places) {
      const [across = 0, down = 0] = place.slot.slice("css.r".length).split("p").map(Number);
      const seen = await shownPart(page, png, place.crop, positions[down] ?? "");
      expect(seen, `${width} × ${height} to ${ratios[across]} at ${positions[down]}`).toEqual(place.crop);
    }
  }
});

/** A picture each of whose pixels says where it lies: columns in red and the upper half of blue, rows in green and the lower. */
function drawPlaces(page: Page, width: number, height: number): Promise<string> {
  return page.evaluate(
    async ([wide, high]) => {
      const canvas = new OffscreenCanvas(wide, high);
      const context = canvas.getContext("2d") as OffscreenCanvasRenderingContext2D;
      const image = context.createImageData(wide, high);
      for (let at = 0; at < wide * high; at++) {
        const [x, y] = [at % wide, Math.floor(at / wide)];
        image.data.set([x & 255, y & 255, ((x >> 8) << 4) | (y >> 8), 255], at * 4);
      }
      context.putImageData(image, 0, 0);
      const bytes = new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer());
      return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(""));
    },
    [width, height] as const,
  );
}

/** The part of a picture that an img element of a size shows, read off its first and last pixel. */
async function shownPart(page: Page, png: Buffer, size: { width: number; height: number }, position: string) {
  await page.setContent(
    `<body style="margin:0"><img style="display:block;object-fit:cover;object-position:${position};width:${size.width}px;height:${size.height}px" src="data:image/png;base64,${png.toString("base64")}">`,
  );
  await page.locator("img").evaluate((image: HTMLImageElement) => image.decode());
  const shot = (await page.locator("img").screenshot()).toString("base64");
  return page.evaluate(
    async ([shown, width, height]) => {
      const bytes = Uint8Array.from(atob(shown), (letter) => letter.charCodeAt(0));
      const picture = await createImageBitmap(new Blob([bytes]));
      const context = new OffscreenCanvas(width, height).getContext(
        "2d",
      ) as OffscreenCanvasRenderingContext2D;
      context.drawImage(picture, 0, 0);
      const at = (x: number, y: number) => {
        const [red = 0, green = 0, blue = 0] = context.getImageData(x, y, 1, 1).data;
        return { x: red | ((blue >> 4) << 8), y: green | ((blue & 15) << 8) };
      };
      const [first, last] = [at(0, 0), at(width - 1, height - 1)];
      return { x: first.x, y: first.y, width: last.x - first.x + 1, height: last.y - first.y + 1 };
    },
    [shot, size.width, size.height] as const,
  );
}
