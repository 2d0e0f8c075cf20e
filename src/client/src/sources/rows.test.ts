import { describe, expect, it } from "vitest";
import { cellGap, narrowestCell, pictureHeight, rowsOf, shownSize, widestPicture } from "./rows";

const picture = (width: number, height: number) => ({ width, height });

describe("the grid of sources", () => {
  it("shows pictures at one height, in true proportions", () => {
    expect(shownSize(picture(3000, 2000))).toEqual({ width: 225, height: pictureHeight });
    const panorama = shownSize(picture(6000, 1000));
    expect(panorama.width).toBe(widestPicture);
    expect(panorama.width / panorama.height).toBeCloseTo(6);
  });

  it("puts every picture into exactly one row, in order, and none beyond the room", () => {
    const pictures = Array.from({ length: 200 }, (_, index) =>
      picture(400 + ((index * 977) % 3000), 500 + ((index * 331) % 2000)),
    );
    for (const room of [640, 880, 1500]) {
      const rows = rowsOf(pictures, room);
      expect(rows.flat()).toEqual(pictures);
      for (const row of rows) {
        const width = row.reduce(
          (sum, one) => sum + Math.max(shownSize(one).width, narrowestCell),
          (row.length - 1) * cellGap,
        );
        expect(width).toBeLessThanOrEqual(room + 0.01);
      }
    }
  });

  it("gives even a picture wider than the room a row of its own", () => {
    expect(rowsOf([picture(6000, 1000), picture(6000, 1000)], 300)).toHaveLength(2);
  });

  it("is empty for an empty library", () => {
    expect(rowsOf([], 900)).toEqual([]);
  });
});
