import type { Source } from "../data/client";

/** Height of every picture in the grid, in CSS px. */
export const pictureHeight = 150;

/** Narrower cells could not hold a caption. */
export const narrowestCell = 176;

/** The widest picture: a panorama is shown lower, not wider. */
export const widestPicture = 470;

export const cellGap = 14;

/** How large a source is shown in the grid. */
export function shownSize(source: Pick<Source, "width" | "height">): { width: number; height: number } {
  const width = (pictureHeight * source.width) / source.height;
  return width <= widestPicture
    ? { width: Math.max(width, 24), height: pictureHeight }
    : { width: widestPicture, height: (widestPicture * source.height) / source.width };
}

/** Puts sources into rows as wide as the room allows; every row has at least one. */
export function rowsOf<T extends Pick<Source, "width" | "height">>(
  sources: readonly T[],
  room: number,
): T[][] {
  const rows: T[][] = [];
  let left = 0;
  for (const source of sources) {
    const width = Math.max(shownSize(source).width, narrowestCell);
    if (rows.length === 0 || left < width) {
      rows.push([]);
      left = room;
    }
    rows.at(-1)?.push(source);
    left -= width + cellGap;
  }
  return rows;
}
