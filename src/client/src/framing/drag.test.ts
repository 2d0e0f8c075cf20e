import { describe, expect, it } from "vitest";
import { moved, pulled, resized, scaled } from "./drag";

const picture = { width: 3600, height: 2400 };
const frame = { x: 600, y: 300, width: 1500, height: 1200 };

describe("a drag", () => {
  it("moves the frame and stops at the edges", () => {
    expect(moved(frame, 100, -50, picture)).toEqual({ ...frame, x: 700, y: 250 });
    expect(moved(frame, 9000, -9000, picture)).toEqual({ ...frame, x: 2100, y: 0 });
  });

  it("pulls a corner with the opposite corner fixed and the ratio kept", () => {
    const result = pulled(frame, { right: true, bottom: true }, { x: 2600, y: 1400 }, picture);
    expect([result.x, result.y]).toEqual([600, 300]);
    expect(result.width / result.height).toBeCloseTo(1.25);
    const other = pulled(frame, { right: false, bottom: false }, { x: 100, y: 100 }, picture);
    expect(other.x + other.width).toBeCloseTo(2100);
    expect(other.y + other.height).toBeCloseTo(1500);
  });

  it("stays inside the picture however far a corner is pulled, and never turns over", () => {
    for (const right of [true, false])
      for (const bottom of [true, false])
        for (const to of [-5000, 0, 1000, 9000]) {
          const result = pulled(frame, { right, bottom }, { x: to, y: to / 2 }, picture);
          expect(result.x).toBeGreaterThanOrEqual(-0.001);
          expect(result.y).toBeGreaterThanOrEqual(-0.001);
          expect(result.x + result.width).toBeLessThanOrEqual(3600.001);
          expect(result.y + result.height).toBeLessThanOrEqual(2400.001);
          expect(result.width).toBeGreaterThan(0);
        }
  });

  it("lets go of the ratio where the shape is free", () => {
    const result = pulled(frame, { right: true, bottom: true }, { x: 3600, y: 400 }, picture, true);
    expect(result).toEqual({ x: 600, y: 300, width: 3000, height: 100 });
  });

  it("takes a width with the corner opposite to the pulled one, or the centre, where it was", () => {
    expect(resized(frame, 750, { right: true, bottom: true })).toEqual({
      x: 600,
      y: 300,
      width: 750,
      height: 600,
    });
    expect(resized(frame, 750, { right: false, bottom: true })).toMatchObject({ x: 1350, y: 300 });
    expect(resized(frame, 750)).toEqual({ x: 975, y: 600, width: 750, height: 600 });
  });

  it("scales around the centre until the picture is full", () => {
    expect(scaled(frame, 0.5, picture)).toEqual({ x: 975, y: 600, width: 750, height: 600 });
    expect(scaled(frame, 100, picture)).toEqual({ x: 0, y: 0, width: 3000, height: 2400 });
  });
});
