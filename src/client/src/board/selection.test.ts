import { expect, test } from "vitest";
import { keyOf, nameOf, Selection, stepped } from "./selection";

const rows = ["a", "b", "c"];
const columns = ["site.hero", "site.card", "letter.banner"];

const namesIn = (selection: Selection) => [...selection.cells()].map(nameOf);

test("a rectangle holds every cell between two corners, whichever they are", () => {
  const cells = ["b/site.card", "b/letter.banner", "c/site.card", "c/letter.banner"];
  for (const [from, to] of [
    [
      { row: 1, column: 1 },
      { row: 2, column: 2 },
    ],
    [
      { row: 2, column: 1 },
      { row: 1, column: 2 },
    ],
  ] as const)
    expect(namesIn(Selection.between(from, to, rows, columns))).toEqual(cells);
});

test("a cell is found again by its name, dots of slot ids included", () => {
  const cell = { source: "0a1b", slot: "galewright-shop.hero" };
  expect(keyOf(nameOf(cell))).toEqual(cell);
});

test("all that is shown is kept and asked for as rows and columns, not as a hundred thousand cells", () => {
  const ids = Array.from({ length: 5000 }, (_, index) => `${index}`);
  const all = Selection.rectangle(ids, columns);
  expect(all.size).toBe(15_000);
  expect(all.wanted).toEqual({ sources: ids, slots: columns });
  const withoutColumn = all.toggled(Selection.rectangle(ids, ["site.card"]));
  expect(withoutColumn.wanted).toEqual({ sources: ids, slots: ["site.hero", "letter.banner"] });
});

// Against the plain sets of names that a selection stands for.
test("cells that are all chosen are taken out, others put in, whatever their shape", () => {
  let seed = 1;
  const random = (below: number) => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed % below;
  };
  const some = (all: readonly string[]) => all.filter(() => random(2) === 0);
  for (let round = 0; round < 200; round++) {
    let selection = Selection.none;
    let names = new Set<string>();
    for (let step = 0; step < 6; step++) {
      const other =
        random(2) === 0
          ? Selection.rectangle(some(rows), some(columns))
          : Selection.ofCells(some(rows.map((source) => nameOf({ source, slot: columns[random(3)] ?? "" }))));
      const others = namesIn(other);
      const areIn = others.every((name) => names.has(name));
      names = new Set(areIn ? [...names].filter((name) => !others.includes(name)) : [...names, ...others]);
      selection = selection.toggled(other);
      expect(new Set(namesIn(selection))).toEqual(names);
      expect(selection.size).toBe(names.size);
      for (const source of rows)
        for (const slot of columns)
          expect(selection.has({ source, slot })).toBe(names.has(nameOf({ source, slot })));
    }
  }
});

test("steps stop at the edges", () => {
  expect(stepped({ row: 0, column: 2 }, { row: -1, column: 1 }, 3, 3)).toEqual({ row: 0, column: 2 });
  expect(stepped({ row: 0, column: 0 }, { row: 5, column: 0 }, 0, 0)).toEqual({ row: 0, column: 0 });
});
