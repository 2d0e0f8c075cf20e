import { expect, test } from "vitest";
import { keyOf, nameOf, rectangle, stepped, toggledCells } from "./selection";

const rows = ["a", "b", "c"];
const columns = ["site.hero", "site.card", "letter.banner"];

test("a rectangle holds every cell between two corners, whichever they are", () => {
  const cells = ["b/site.card", "b/letter.banner", "c/site.card", "c/letter.banner"];
  expect(rectangle({ row: 1, column: 1 }, { row: 2, column: 2 }, rows, columns)).toEqual(cells);
  expect(rectangle({ row: 2, column: 1 }, { row: 1, column: 2 }, rows, columns)).toEqual(cells);
});

test("a cell is found again by its name, dots of slot ids included", () => {
  const cell = { source: "0a1b", slot: "galewright-shop.hero" };
  expect(keyOf(nameOf(cell))).toEqual(cell);
});

test("cells that are all chosen are taken out, others put in", () => {
  const chosen = new Set(["a/site.hero"]);
  expect(toggledCells(chosen, ["a/site.hero", "b/site.hero"])).toEqual(
    new Set(["a/site.hero", "b/site.hero"]),
  );
  expect(toggledCells(chosen, ["a/site.hero"])).toEqual(new Set());
  expect(chosen.size).toBe(1);
});

test("steps stop at the edges", () => {
  expect(stepped({ row: 0, column: 2 }, { row: -1, column: 1 }, 3, 3)).toEqual({ row: 0, column: 2 });
  expect(stepped({ row: 0, column: 0 }, { row: 5, column: 0 }, 0, 0)).toEqual({ row: 0, column: 0 });
});
