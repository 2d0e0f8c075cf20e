import { describe, expect, it } from "vitest";
import { dimensionRoom, labelHeight, layOut, type Part } from "./layOut";

const part = (width: number, height: number, label = "slot"): Part => ({
  slot: label,
  label,
  size: { width, height },
  isFirst: true,
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

  it("keeps parts, labels and dimensions apart and inside the room", () => {
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
      expect(cell.bottom).toBeLessThanOrEqual(room.height + 0.01);
    }
    for (const [index, a] of cells.entries())
      for (const b of cells.slice(index + 1))
        expect(a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top).toBe(true);
  });

  it("does not blow a single small slot up", () => {
    expect(layOut([part(250, 250)], room).scale).toBe(0.5);
  });
});
