/** A cell of the board: a source in a slot. */
export type CellKey = { source: string; slot: string };

/** Where a cell lies: by row and by column that is not folded. */
export type Spot = { row: number; column: number };

export const nameOf = ({ source, slot }: CellKey): string => `${source}/${slot}`;

/** A cell by its name. Ids of sources have no slash. */
export const keyOf = (name: string): CellKey => {
  const at = name.indexOf("/");
  return { source: name.slice(0, at), slot: name.slice(at + 1) };
};

/** Cells that are chosen. A rectangle is kept as its rows and columns, however many thousand cells it has; others by their names. */
export class Selection {
  static readonly none = Selection.ofCells([]);

  private constructor(
    readonly sources: ReadonlySet<string>,
    readonly slots: ReadonlySet<string>,
    /** Undefined: every cell of these rows in these columns. */
    private readonly names: ReadonlySet<string> | undefined,
  ) {}

  static ofCells(names: Iterable<string>): Selection {
    const all = new Set(names);
    const keys = [...all].map(keyOf);
    return new Selection(new Set(keys.map((key) => key.source)), new Set(keys.map((key) => key.slot)), all);
  }

  static rectangle(sources: Iterable<string>, slots: Iterable<string>): Selection {
    return new Selection(new Set(sources), new Set(slots), undefined);
  }

  /** The rectangle between two spots, both included. */
  static between(from: Spot, to: Spot, rows: readonly string[], columns: readonly string[]): Selection {
    const [top, bottom] = [Math.min(from.row, to.row), Math.max(from.row, to.row)];
    const [left, right] = [Math.min(from.column, to.column), Math.max(from.column, to.column)];
    return Selection.rectangle(rows.slice(top, bottom + 1), columns.slice(left, right + 1));
  }

  /** How many cells there are. */
  get size(): number {
    return this.names ? this.names.size : this.sources.size * this.slots.size;
  }

  has({ source, slot }: CellKey): boolean {
    return this.names
      ? this.names.has(nameOf({ source, slot }))
      : this.sources.has(source) && this.slots.has(slot);
  }

  /** The cells one by one. */
  *cells(): Generator<CellKey> {
    if (this.names) for (const name of this.names) yield keyOf(name);
    else for (const source of this.sources) for (const slot of this.slots) yield { source, slot };
  }

  /** These cells as well; or without them, where all of them are in. */
  toggled(other: Selection): Selection {
    const areIn = [...other.cells()].every((cell) => this.has(cell));
    const combine = areIn ? difference : union;
    if (!areIn && this.size === 0) return other;
    if (!this.names && !other.names && same(this.sources, other.sources))
      return Selection.rectangle(this.sources, combine(this.slots, other.slots));
    if (!this.names && !other.names && same(this.slots, other.slots))
      return Selection.rectangle(combine(this.sources, other.sources), this.slots);
    return Selection.ofCells(combine(namesOf(this), namesOf(other)));
  }

  /** As the server takes them: rows and columns, or pairings. */
  get wanted(): { sources: string[]; slots: string[] } | { pairings: CellKey[] } {
    return this.names
      ? { pairings: [...this.cells()] }
      : { sources: [...this.sources], slots: [...this.slots] };
  }
}

const namesOf = (selection: Selection): Set<string> => new Set([...selection.cells()].map(nameOf));
const union = (one: ReadonlySet<string>, other: ReadonlySet<string>) => new Set([...one, ...other]);
const difference = (one: ReadonlySet<string>, other: ReadonlySet<string>) =>
  new Set([...one].filter((name) => !other.has(name)));
const same = (one: ReadonlySet<string>, other: ReadonlySet<string>) =>
  one.size === other.size && [...one].every((name) => other.has(name));

/** A step that does not leave the board. */
export const stepped = (spot: Spot, by: Spot, rows: number, columns: number): Spot => ({
  row: Math.min(Math.max(spot.row + by.row, 0), Math.max(0, rows - 1)),
  column: Math.min(Math.max(spot.column + by.column, 0), Math.max(0, columns - 1)),
});
