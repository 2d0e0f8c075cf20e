import { describe, expect, it } from "vitest";
import { joined } from "./joined";
import type { BoardCell, BoardRow } from "./useBoard";

const cell = (bytes: number) => ({ bytes }) as BoardCell;
const page = (slots: string[], rows: [id: string, ...bytes: number[]][]) => ({
  slots: slots.map((slot) => ({ slot })),
  rows: rows.map(([id, ...bytes]): BoardRow => ({ id, cells: bytes.map(cell) }) as unknown as BoardRow),
});

describe("the board's cells", () => {
  it("stand under their own slot, whatever columns a page was asked with", () => {
    const { cellOf } = joined([
      page(["hero", "card"], [["a", 1, 2]]),
      page(["card", "story", "hero"], [["b", 3, 4, 5]]),
    ]);
    expect(["hero", "card", "story"].map((slot) => cellOf("a", slot)?.bytes)).toEqual([1, 2, undefined]);
    expect(["hero", "card", "story"].map((slot) => cellOf("b", slot)?.bytes)).toEqual([5, 3, 4]);
  });

  it("stand in their own row, wherever it lies now", () => {
    const { rowOf, cellOf } = joined([
      page(
        ["hero"],
        [
          ["b", 2],
          ["c", 3],
        ],
      ),
    ]);
    expect(rowOf("a")).toBeUndefined();
    expect([cellOf("b", "hero")?.bytes, cellOf("c", "hero")?.bytes]).toEqual([2, 3]);
  });
});
