import type { Rect, Schemas, Size } from "../data/client";

/** A picture and what must stay in it. */
export type Entry = Schemas["SubjectEntry"];

/** How many pictures are shown at a time. */
export const atALook = 50;

// As the rule has it: of those that are surer, nine in ten are right.
const sure = 0.8;

/** What is known about a subject, in a word or two. */
export function standing(entry: Entry): string {
  if (entry.isDecided) return entry.subject ? "confirmed" : "nothing must stay";
  if (!entry.subject) return "nothing stands out";
  if (entry.faces > 0) return entry.faces === 1 ? "a face" : `${entry.faces} faces`;
  return entry.confidence >= sure ? "proposed" : "unsure";
}

/** The picture to go to after another: the next that is marked as wrong, else the next that nobody has confirmed. */
export function nextOf(
  entries: readonly Entry[],
  from: string,
  wrong: ReadonlySet<string>,
): string | undefined {
  const start = entries.findIndex((entry) => entry.source.id === from);
  const after = [...entries.slice(start + 1), ...entries.slice(0, Math.max(0, start))];
  return (
    after.find((entry) => !entry.isDecided && wrong.has(entry.source.id)) ??
    after.find((entry) => !entry.isDecided)
  )?.source.id;
}

/** Where drawing by keys begins: at what is proposed, else at the middle. */
export const firstRect = (size: Size, subject: Rect | null | undefined): Rect =>
  subject ?? {
    x: Math.round(size.width / 4),
    y: Math.round(size.height / 4),
    width: Math.round(size.width / 2),
    height: Math.round(size.height / 2),
  };

/** A rectangle moved by an arrow, or with its lower right corner pulled; a fiftieth of the picture at a time. */
export function stepped(rect: Rect, [x, y]: readonly [number, number], pulls: boolean, picture: Size): Rect {
  const by = Math.max(1, Math.round(Math.max(picture.width, picture.height) / 50));
  const bounded = (value: number, least: number, most: number) => Math.min(Math.max(value, least), most);
  if (pulls)
    return {
      ...rect,
      width: bounded(rect.width + x * by, 1, picture.width - rect.x),
      height: bounded(rect.height + y * by, 1, picture.height - rect.y),
    };
  return {
    ...rect,
    x: bounded(rect.x + x * by, 0, picture.width - rect.width),
    y: bounded(rect.y + y * by, 0, picture.height - rect.height),
  };
}

/** Up to three slots whose shapes differ as much as possible: the widest, the tallest, and the squarest. */
export function threeShapes<T extends { shape: string }>(slots: readonly T[]): T[] {
  const ratios = slots.flatMap((slot) => {
    const [across = 0, down = 0] = slot.shape.split(/[:×x]/).map(Number);
    return across > 0 && down > 0 ? [{ slot, ratio: Math.log(across / down) }] : [];
  });
  const by = (key: (one: (typeof ratios)[number]) => number) =>
    ratios.toSorted((one, other) => key(one) - key(other))[0]?.slot;
  const some = [by(({ ratio }) => -ratio), by(({ ratio }) => Math.abs(ratio)), by(({ ratio }) => ratio)];
  return [...new Set(some.filter((slot) => slot !== undefined))];
}
