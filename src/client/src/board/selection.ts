/** A cell of the board: a source in a slot. */
export type CellKey = { source: string; slot: string };

/** Where a cell lies: by row and by column that is not folded. */
export type Spot = { row: number; column: number };

/** Cells that are chosen, by their names. */
export type Selection = ReadonlySet<string>;

export const nameOf = ({ source, slot }: CellKey): string => `${source}/${slot}`;

/** A cell by its name. Ids of sources have no slash. */
export const keyOf = (name: string): CellKey => {
  const at = name.indexOf("/");
  return { source: name.slice(0, at), slot: name.slice(at + 1) };
};

/** Every cell of a rectangle between two spots, both included. */
export function rectangle(
  from: Spot,
  to: Spot,
  rows: readonly string[],
  columns: readonly string[],
): string[] {
  const [top, bottom] = [Math.min(from.row, to.row), Math.max(from.row, to.row)];
  const [left, right] = [Math.min(from.column, to.column), Math.max(from.column, to.column)];
  return rows
    .slice(top, bottom + 1)
    .flatMap((source) => columns.slice(left, right + 1).map((slot) => nameOf({ source, slot })));
}

/** Puts cells in, or takes them out if all of them are in. */
export function toggledCells(selection: Selection, names: readonly string[]): Set<string> {
  const next = new Set(selection);
  const areIn = names.every((name) => next.has(name));
  for (const name of names) {
    if (areIn) next.delete(name);
    else next.add(name);
  }
  return next;
}

/** A step that does not leave the board. */
export const stepped = (spot: Spot, by: Spot, rows: number, columns: number): Spot => ({
  row: Math.min(Math.max(spot.row + by.row, 0), Math.max(0, rows - 1)),
  column: Math.min(Math.max(spot.column + by.column, 0), Math.max(0, columns - 1)),
});
