import { describe, expect, it } from "vitest";
import { atBytes, atScore, nearest } from "./curves";
import type { Curve } from "./useWeighing";

const point = (quality: number, bytes: number, score: number) => ({
  format: "jpeg" as const,
  quality,
  bytes,
  score,
  looks: "good" as const,
});
const curve: Curve = {
  format: "jpeg",
  points: [point(20, 100, 40), point(60, 300, 60), point(100, 900, 90)],
};

describe("a curve of bytes and looks", () => {
  it("is straight between what was measured", () => {
    expect(atScore(curve, 50)).toMatchObject({ quality: 40, bytes: 200 });
    expect(atBytes(curve, 600)).toMatchObject({ quality: 80, score: 75 });
  });

  it("says nothing beyond its ends", () => {
    expect(atScore(curve, 95)).toBeUndefined();
    expect(atScore(curve, 30)).toBeUndefined();
    expect(atBytes(curve, 1000)).toBeUndefined();
  });

  it("gives the quality that is nearest to a place of the drawing", () => {
    const place = ({ bytes, score }: { bytes: number; score: number }) => ({ x: bytes, y: score });
    expect(nearest([curve], place, { x: 300, y: 60 })).toEqual({ format: "jpeg", quality: 60 });
    expect(nearest([curve], place, { x: 2000, y: 100 })).toEqual({ format: "jpeg", quality: 100 });
    expect(nearest([], place, { x: 0, y: 0 })).toBeUndefined();
  });
});
