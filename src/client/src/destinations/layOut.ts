import type { Size } from "../data/client";

/** One rectangle of a scale drawing; smaller sizes of the same proportions are drawn inside it. */
export type Part = { slot: string; label: string; size: Size; isFirst: boolean; inside: readonly Size[] };

/** Where a part is drawn, in CSS px; its label stands above, its dimensions right and below. */
export type PlacedPart = Part & { x: number; y: number; width: number; height: number };

export const labelHeight = 18;
export const dimensionRoom = 30;
const gap = 12;
const characterWidth = 6.7;
const largestScale = 0.5;
// Smaller than this on its longer side, the largest part says nothing; the drawing then scrolls.
const leastLargest = 140;
const longestLabel = 124;

/** A label as far as there is room for it. */
export function fitted(label: string, width: number): string {
  const room = Math.floor((Math.max(width + dimensionRoom, longestLabel) - 6) / characterWidth);
  return label.length <= room ? label : `${label.slice(0, room - 1).trimEnd()}…`;
}

/** The parts of one slot: its largest size, with the smaller ones of its proportions inside; other proportions apart. */
export function partsOf(slot: string, label: string, sizes: readonly Size[]): Part[] {
  const parts: (Part & { inside: Size[] })[] = [];
  for (const size of sizes) {
    const outer = parts.find((part) => isLike(part.size, size));
    if (outer) outer.inside.push(size);
    else
      parts.push({
        slot,
        label: parts.length === 0 ? label : `${label} ${size.width}`,
        size,
        isFirst: parts.length === 0,
        inside: [],
      });
  }
  return parts;
}

// Rounding moves a side by half a pixel.
const isLike = (outer: Size, inner: Size): boolean =>
  inner.width <= outer.width &&
  inner.height <= outer.height &&
  Math.abs(inner.height - (inner.width * outer.height) / outer.width) <= 1.5;

/**
 * Lays parts out on shelves, tallest first, at the largest common scale at which all fit.
 * @returns the scale (CSS px for each px of a file) and the parts; of many parts the lowest may stand below the room.
 */
export function layOut(
  parts: readonly Part[],
  room: Size,
): { scale: number; parts: PlacedPart[]; height: number } {
  const longest = Math.max(1, ...parts.map((part) => Math.max(part.size.width, part.size.height)));
  let [low, high] = [Math.min(largestScale, leastLargest / longest), largestScale];
  if (shelved(parts, high, room.width).height <= room.height)
    return { scale: high, ...shelved(parts, high, room.width) };
  for (let step = 0; step < 24; step++) {
    const middle = (low + high) / 2;
    const tried = shelved(parts, middle, room.width);
    if (tried.height <= room.height && tried.width <= room.width) low = middle;
    else high = middle;
  }
  return { scale: low, ...shelved(parts, low, room.width) };
}

function shelved(parts: readonly Part[], scale: number, roomWidth: number) {
  const sorted = [...parts].sort((a, b) => b.size.height - a.size.height || b.size.width - a.size.width);
  const placed: PlacedPart[] = [];
  let [x, y, shelf, widest] = [0, 0, 0, 0];
  for (const part of sorted) {
    const [width, height] = [part.size.width * scale, part.size.height * scale];
    const cellWidth = Math.max(
      width + dimensionRoom,
      Math.min(longestLabel, part.label.length * characterWidth + 6),
    );
    const cellHeight = labelHeight + height + dimensionRoom;
    if (x > 0 && x + cellWidth > roomWidth) {
      y += shelf + gap;
      [x, shelf] = [0, 0];
    }
    placed.push({ ...part, x, y: y + labelHeight, width, height });
    x += cellWidth + gap;
    widest = Math.max(widest, x - gap);
    shelf = Math.max(shelf, cellHeight);
  }
  return { parts: placed, height: y + shelf, width: widest };
}
