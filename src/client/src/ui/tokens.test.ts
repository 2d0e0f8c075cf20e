import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";

const css = readFileSync(new URL("../app.css", import.meta.url), "utf8");

/** The two values of a token; one that is the same in both has it twice. */
function valuesOf(token: string): readonly [light: string, dark: string] {
  const [, value = ""] = new RegExp(`--color-${token}: ([^;]+);`).exec(css) ?? [];
  const [light = "", dark = light] = value.match(/#[0-9a-f]{6}/g) ?? [];
  return [light, dark];
}

// WCAG 2.2, "relative luminance" and "contrast ratio".
const luminance = (colour: string): number =>
  [1, 3, 5]
    .map((at) => Number.parseInt(colour.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4))
    .reduce((sum, part, at) => sum + part * ([0.2126, 0.7152, 0.0722][at] ?? 0), 0);
const contrast = (one: string, other: string): number => {
  const [bright = 0, dim = 0] = [luminance(one), luminance(other)].sort((a, b) => b - a);
  return (bright + 0.05) / (dim + 0.05);
};

describe("the tokens", () => {
  it("are as WCAG computes contrast", () => {
    expect(contrast("#ffffff", "#000000")).toBeCloseTo(21, 5);
    // Worked example: the grey that just passes on white (from memory).
    expect(contrast("#767676", "#ffffff")).toBeCloseTo(4.54, 2);
  });

  // Success criteria 1.4.3 (words, 4.5:1) and 1.4.11 (what a control is known by, 3:1).
  for (const [ink, least] of [
    ["ink", 4.5],
    ["soft", 4.5],
    ["warn", 4.5],
    ["stop", 4.5],
    ["done", 4.5],
    ["brass", 4.5],
    ["edge", 3],
  ] as const)
    for (const ground of ["ground", "sheet", "field"])
      it(`${ink} on ${ground} has ${least}:1 in both themes`, () => {
        const [inks, grounds] = [valuesOf(ink), valuesOf(ground)];
        for (const theme of [0, 1] as const)
          expect(contrast(inks[theme], grounds[theme])).toBeGreaterThanOrEqual(least);
      });
});
