/** What a picture of a sheet takes, in CSS pixels. */
export type Box = { width: number; height: number };

/** A line of a sheet: pictures beside each other, or the title above them. */
export type Line<T> = { id: string; shelf: string; cells: readonly T[]; height: number };

export const lineGap = 12;
/** Room for what is written under a picture. */
const captionHeight = 20;
/** What is written there needs this much, however narrow the picture. */
export const narrowest = 64;
const titleHeight = 46;

/** Breaks shelves of pictures into lines as wide as there is room, each under the title of its shelf. */
export function linesOf<T>(
  shelves: readonly { id: string; title: string; cells: readonly T[] }[],
  boxOf: (cell: T) => Box,
  room: number,
): Line<T>[] {
  return shelves.flatMap(({ id, title, cells }) => {
    if (cells.length === 0) return [];
    const lines: Line<T>[] = [{ id: `${id} title`, shelf: title, cells: [], height: titleHeight }];
    let line: T[] = [];
    let [wide, high] = [0, 0];
    const end = () => {
      const height = high + captionHeight + lineGap;
      lines.push({ id: `${id} ${lines.length}`, shelf: title, cells: line, height });
    };
    for (const cell of cells) {
      const box = boxOf(cell);
      const width = Math.max(narrowest, box.width);
      if (line.length > 0 && wide + lineGap + width > room) {
        end();
        [line, wide, high] = [[], 0, 0];
      }
      wide += line.length > 0 ? lineGap + width : width;
      high = Math.max(high, box.height);
      line.push(cell);
    }
    end();
    return lines;
  });
}
