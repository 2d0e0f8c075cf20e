import { describe, expect, it } from "vitest";
import { sticking } from "./sticking";

const size = (width: number, height: number) => ({
  file: { width, height },
  picture: { width, height },
  shortByPx: 0,
});
const place = {
  sizes: [size(1500, 750), size(1000, 500), size(500, 250)],
  followsCrop: false,
  fit: "cover" as const,
};

describe("a frame that is made smaller", () => {
  it("moves freely above the limit", () => {
    expect(sticking(place, 3000, 1501)).toEqual({ width: 1501, at: undefined });
  });

  it("sticks at the pixels of the largest file that it gives, and lets go when it is pulled on", () => {
    expect(sticking(place, 3000, 1499)).toEqual({ width: 1500, at: { width: 1500, height: 750 } });
    expect(sticking(place, 1500, 1300)).toEqual({ width: 1500, at: { width: 1500, height: 750 } });
    expect(sticking(place, 1500, 1200)).toEqual({ width: 1200, at: undefined });
  });

  it("sticks at the next file below once the first is given up", () => {
    expect(sticking(place, 1200, 980)).toEqual({ width: 1000, at: { width: 1000, height: 500 } });
  });

  it("does not stick where every crop has a size of its own, nor where the picture is padded", () => {
    expect(sticking({ ...place, followsCrop: true }, 3000, 1400).at).toBeUndefined();
    expect(sticking({ ...place, fit: "pad" }, 3000, 1400).at).toBeUndefined();
  });
});
