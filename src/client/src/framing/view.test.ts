import { describe, expect, it } from "vitest";
import {
  cropOf,
  frameOf,
  middle,
  pictureUnder,
  shownPoint,
  turnedPoint,
  turnedRect,
  turnedSize,
  uprightPoint,
  uprightRect,
  type View,
} from "./view";

const upright = { width: 3600, height: 2400 };
const view = (quarters: number, isMirrored = false, level = 0): View => ({
  upright,
  turn: { quarters, isMirrored, level },
});
const every = [0, 1, 2, 3].flatMap((quarters) =>
  [false, true].flatMap((isMirrored) => [-15, 0, 7.5].map((level) => view(quarters, isMirrored, level))),
);

describe("a picture on the bench", () => {
  it("has its sides exchanged after one or three quarters", () => {
    expect(turnedSize(view(1))).toEqual({ width: 2400, height: 3600 });
    expect(turnedSize(view(2, true))).toEqual(upright);
  });

  it("is mirrored first and then turned clockwise, as the server does it", () => {
    const corner = { x: 100, y: 50, width: 400, height: 300 };
    expect(turnedRect(view(0, true), corner)).toEqual({ x: 3100, y: 50, width: 400, height: 300 });
    expect(turnedRect(view(1), corner)).toEqual({ x: 2050, y: 100, width: 300, height: 400 });
    expect(turnedRect(view(1, true), corner)).toEqual({ x: 2050, y: 3100, width: 300, height: 400 });
    expect(turnedRect(view(3), corner)).toEqual({ x: 50, y: 3100, width: 300, height: 400 });
  });

  it("gives back every point, rectangle and crop that it was given", () => {
    for (const one of every) {
      const point = { x: 123, y: 456 };
      expect(uprightPoint(one, turnedPoint(one, point))).toEqual(point);
      const back = pictureUnder(one, shownPoint(one, point));
      expect(back.x).toBeCloseTo(point.x);
      expect(back.y).toBeCloseTo(point.y);
      const rect = { x: 300, y: 200, width: 1000, height: 700 };
      expect(uprightRect(one, turnedRect(one, rect))).toEqual(rect);
      const crop = cropOf(one, frameOf(one, rect));
      for (const side of ["x", "y", "width", "height"] as const) expect(crop[side]).toBeCloseTo(rect[side]);
    }
  });

  it("rotates clockwise about its middle and leaves the frame upright", () => {
    const level = view(0, false, 10);
    expect(shownPoint(level, middle({ x: 0, y: 0, ...upright }))).toEqual({ x: 1800, y: 1200 });
    // What lies to the right goes down.
    expect(shownPoint(level, { x: 2800, y: 1200 }).y).toBeGreaterThan(1200);
    expect(frameOf(level, { x: 0, y: 0, width: 900, height: 600 })).toMatchObject({
      width: 900,
      height: 600,
    });
  });
});
