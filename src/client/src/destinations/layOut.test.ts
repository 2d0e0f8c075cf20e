import { describe, expect, it } from "vitest";
import { dimensionRoom, fitted, labelHeight, layOut, type Part, partsOf } from "./layOut";

const part = (width: number, height: number, label = "slot"): Part => ({
  slot: label,
  label,
  size: { width, height },
  isFirst: true,
  inside: [],
});
const room = { width: 580, height: 600 };

describe("layOut", () => {
  it("draws every part to the same scale", () => {
    const { scale, parts } = layOut([part(3000, 1286), part(1500, 750), part(250, 250)], room);
    for (const placed of parts) {
      expect(placed.width).toBeCloseTo(placed.size.width * scale);
      expect(placed.height).toBeCloseTo(placed.size.height * scale);
    }
  });

  it("keeps parts, labels and dimensions apart and inside the room's width", () => {
    const many = Array.from({ length: 40 }, (_, index) =>
      part(300 + index * 40, 2000 - index * 45, `slot ${index}`),
    );
    const { parts } = layOut(many, room);
    const cells = parts.map((one) => ({
      left: one.x,
      top: one.y - labelHeight,
      right: one.x + one.width + dimensionRoom,
      bottom: one.y + one.height + dimensionRoom,
    }));
    for (const cell of cells) {
      expect(cell.right).toBeLessThanOrEqual(room.width + 0.01);
    }
    for (const [index, a] of cells.entries())
      for (const b of cells.slice(index + 1))
        expect(a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top).toBe(true);
  });

  it("fits a few parts into the room, and lets many scroll rather than shrink to nothing", () => {
    const some = [part(3000, 1286), part(1500, 750), part(1200, 1500), part(1000, 667)];
    expect(layOut(some, room).height).toBeLessThanOrEqual(room.height);
    const many = Array.from({ length: 60 }, (_, index) =>
      part(2000 - index, 1500, `a slot with a long name ${index}`),
    );
    expect(layOut(many, room).scale * 2000).toBeGreaterThanOrEqual(139);
  });

  it("shortens a label that is longer than its place", () => {
    expect(fitted("product card", 40)).toBe("product card");
    expect(fitted("a place with a rather long name", 40)).toBe("a place with a r…");
  });

  it("does not blow a single small slot up", () => {
    expect(layOut([part(250, 250)], room).scale).toBe(0.5);
  });

  it("draws a ladder as one part with the smaller sizes inside, and other proportions apart", () => {
    const sizes = [
      { width: 1500, height: 750 },
      { width: 1001, height: 501 },
      { width: 500, height: 500 },
      { width: 500, height: 250 },
    ];
    const parts = partsOf("hero", "hero", sizes);
    expect(parts.map((one) => [one.label, one.inside.map((size) => size.width)])).toEqual([
      ["hero", [1001, 500]],
      ["hero 500", []],
    ]);
  });
});
