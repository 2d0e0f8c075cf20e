import { describe, expect, it } from "vitest";
import type { Schemas, Slot } from "../data/client";
import { mended } from "./mended";

const slot: Slot = {
  id: "windowbox.square",
  name: "square",
  shape: "1:1",
  formats: ["jpeg"],
  sizes: { widths: [1080, 540] },
  limits: { mostBytes: 60_000 },
  looks: { wanted: 80 },
};
const remedy = (more: Partial<Schemas["WeightRemedy"]>): Schemas["WeightRemedy"] => ({
  kind: "moreBytes",
  sentence: "",
  bytes: 77_200,
  points: 41,
  format: null,
  width: null,
  height: null,
  floor: null,
  ...more,
});

describe("a slot as a remedy leaves it", () => {
  it("takes another format in, after those it takes", () => {
    const after = mended(slot, remedy({ kind: "otherFormat", format: "webP" }), 1080);
    expect(after).toEqual({ ...slot, formats: ["jpeg", "webp"] });
  });

  it("has a lower floor and keeps the looks wanted, or allows more bytes", () => {
    expect(mended(slot, remedy({ kind: "lowerFloor", floor: 25.3 }), 1080)?.looks).toEqual({
      wanted: 80,
      floor: 25.3,
    });
    expect(mended(slot, remedy({}), 1080)?.limits).toEqual({ mostBytes: 77_200 });
  });

  it("makes the one size smaller and leaves the others", () => {
    const smaller = remedy({ kind: "smallerSize", width: 900, height: 900 });
    expect(mended(slot, smaller, 1080)?.sizes).toEqual({ widths: [900, 540] });
    const byside: Slot = { ...slot, sizes: { longestSide: 1080 } };
    expect(mended(byside, smaller, 1080)?.sizes).toEqual({ longestSide: 900 });
  });

  it("is not guessed where sizes follow from something else", () => {
    const other: Slot = { ...slot, sizes: { shortestSide: 1080 } };
    expect(mended(other, remedy({ kind: "smallerSize", width: 900, height: 900 }), 1080)).toBeUndefined();
  });
});
