import { describe, expect, it } from "vitest";
import { corner, first, panned, stepped, zoomed, zooms } from "./compare";

const picture = { width: 2500, height: 2000 };
const view = { width: 800, height: 600 };

describe("the look at a picture", () => {
  it("begins at 100 % with the middle in the middle", () => {
    expect(corner(first(picture), view)).toEqual({ left: -850, top: -700 });
  });

  it("keeps the pixel under the pointer where it is while it zooms", () => {
    const at = { x: 120, y: -80 };
    let look = first(picture);
    const under = { x: look.x + at.x / look.zoom, y: look.y + at.y / look.zoom };
    for (const zoom of [2, 3.3, 8, 0.7, 1]) {
      look = zoomed(look, zoom, at, picture);
      expect(look.x + at.x / look.zoom).toBeCloseTo(under.x, 6);
      expect(look.y + at.y / look.zoom).toBeCloseTo(under.y, 6);
    }
  });

  it("moves by what the hand moves, at any zoom, and never leaves the picture", () => {
    const look = zoomed(first(picture), 4, { x: 0, y: 0 }, picture);
    const moved = corner(panned(look, 40, -20, picture), view);
    expect(moved).toEqual({ left: corner(look, view).left + 40, top: corner(look, view).top - 20 });
    expect(panned(look, 1e6, -1e6, picture)).toMatchObject({ x: 0, y: 2000 });
  });

  it("steps from the least zoom to 800 % and back", () => {
    let zoom: number = zooms[0];
    const seen = [zoom];
    while (zoom < 8) {
      zoom = stepped(zoom, 1);
      seen.push(zoom);
    }
    expect(seen).toEqual([...zooms]);
    expect(stepped(8, 1)).toBe(8);
    expect(stepped(1.3, -1)).toBe(1);
  });
});
