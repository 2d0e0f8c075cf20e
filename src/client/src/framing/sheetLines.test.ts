import { expect, test } from "vitest";
import { lineGap, linesOf, narrowest } from "./sheetLines";

const shelf = (widths: number[]) => [{ id: "a", title: "square", cells: widths }];
const boxOf = (width: number) => ({ width, height: width / 2 });

test("a line holds as many pictures as there is room for, and every picture stands in one", () => {
  for (let room = 100; room < 900; room += 37) {
    const widths = Array.from({ length: 50 }, (_, index) => 20 + ((index * 53) % 200));
    const [title, ...lines] = linesOf(shelf(widths), boxOf, room);
    expect(title?.cells).toEqual([]);
    expect(lines.flatMap((line) => line.cells)).toEqual(widths);
    const taken = (cells: readonly number[]) =>
      cells.reduce((sum, width) => sum + Math.max(narrowest, width), lineGap * (cells.length - 1));
    lines.forEach(({ cells, height }, at) => {
      // One that is wider than there is room stands alone.
      expect(cells.length === 1 || taken(cells) <= room).toBe(true);
      const [next] = lines[at + 1]?.cells ?? [];
      if (next !== undefined) expect(taken([...cells, next])).toBeGreaterThan(room);
      expect(height).toBeGreaterThan(Math.max(...cells) / 2);
    });
  }
});

test("a shelf without pictures has no title either", () => {
  expect(linesOf(shelf([]), boxOf, 500)).toEqual([]);
});
