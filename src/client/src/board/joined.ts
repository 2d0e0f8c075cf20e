import type { BoardCell, BoardRow } from "./useBoard";

/** What a page says of its columns and rows: a row's cells stand in the order of the page's own columns. */
type Page = {
  slots: readonly { slot: string }[];
  rows: readonly Pick<BoardRow, "id" | "cells">[];
};

/** Rows by source and cells by slot, of pages that were asked for at different times. */
export function joined<P extends Page>(pages: readonly P[]) {
  type Row = P["rows"][number];
  const rows = new Map<string, { row: Row; order: ReadonlyMap<string, number> }>();
  for (const page of pages) {
    const order = new Map(page.slots.map(({ slot }, at) => [slot, at]));
    for (const row of page.rows) rows.set(row.id, { row, order });
  }
  return {
    rowOf: (source: string): Row | undefined => rows.get(source)?.row,
    cellOf: (source: string, slot: string): BoardCell | undefined => {
      const found = rows.get(source);
      return found?.row.cells[found.order.get(slot) ?? -1];
    },
  };
}

/** The rows and cells that are known. */
export type Joined = ReturnType<typeof joined<Page & { rows: readonly BoardRow[] }>>;
