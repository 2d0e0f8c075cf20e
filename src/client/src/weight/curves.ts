import type { Curve, Format, Trial } from "./useWeighing";

type Spot = { x: number; y: number };
type At = { format: Format; quality: number };

/** What lies between two points of a curve, by a share from 0 to 1. */
const between = (one: Trial, other: Trial, share: number) => ({
  quality: Math.round(one.quality + share * (other.quality - one.quality)),
  bytes: one.bytes + share * (other.bytes - one.bytes),
  score: one.score + share * (other.score - one.score),
});

/** The quality whose place on any curve is nearest to a place of the drawing. */
export function nearest(
  curves: readonly Curve[],
  place: (point: { bytes: number; score: number }) => Spot,
  to: Spot,
): At | undefined {
  let best: (At & { distance: number }) | undefined;
  for (const { format, points } of curves)
    for (const [index, point] of points.slice(1).entries()) {
      const from = points[index] as Trial;
      for (let step = 0; step <= 20; step++) {
        const at = between(from, point, step / 20);
        const { x, y } = place(at);
        const distance = Math.hypot(x - to.x, y - to.y);
        if (!best || distance < best.distance) best = { format, quality: at.quality, distance };
      }
    }
  return best && { format: best.format, quality: best.quality };
}

/** Where a curve has a score: the quality and about how many bytes; nothing where it does not reach it. */
export function atScore(curve: Curve, score: number): { quality: number; bytes: number } | undefined {
  return crossing(curve, (point) => point.score - score);
}

/** Where a curve has a weight. */
export function atBytes(curve: Curve, bytes: number): { quality: number; score: number } | undefined {
  return crossing(curve, (point) => point.bytes - bytes);
}

function crossing(curve: Curve, beyond: (point: { bytes: number; score: number }) => number) {
  for (const [index, point] of curve.points.slice(1).entries()) {
    const from = curve.points[index] as Trial;
    const [under, over] = [beyond(from), beyond(point)];
    if (under <= 0 && over >= 0 && over > under) return between(from, point, -under / (over - under));
  }
  return undefined;
}
