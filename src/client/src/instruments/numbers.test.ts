import { describe, expect, it } from "vitest";
import { gaugeEnd } from "./Gauge";
import { bytes, count, duration, ratio, saving, size, some } from "./numbers";

describe("figures", () => {
  it("separates thousands and shows no decimals of pixels", () => {
    expect(count(3214880)).toBe("3,214,880");
    expect(size(2500, 2000)).toBe("2,500 × 2,000");
  });

  it("counts one of a thing as one", () => {
    expect([0, 1, 1200].map((value) => some(value, "file"))).toEqual(["0 files", "1 file", "1,200 files"]);
  });

  it.each([
    [0, "0 B"],
    [999, "999 B"],
    [1000, "1.0 kB"],
    [612_408, "612.4 kB"],
    [999_949, "999.9 kB"],
    [999_950, "1.0 MB"],
    [32_868_319, "32.9 MB"],
    [4_700_000_000, "4.7 GB"],
  ])("says %i bytes as %s", (value, words) => {
    expect(bytes(value)).toBe(words);
  });

  it.each([
    [8_600_000, 612_408, "−93 %"],
    [2_900_000, 12_900, "−99.6 %"],
    [90_000_000, 1_000, "−99.9 %"],
    [100, 100, "0 %"],
    [100, 250, "+150 %"],
    [0, 10, ""],
  ])("says what becomes of %i bytes in %i as %s", (from, to, words) => {
    expect(saving(from, to)).toBe(words);
  });

  it.each([
    [0.2, "1 s"],
    [48.4, "48 s"],
    [89, "89 s"],
    [180, "3 min"],
    [7200, "2 h"],
    [604_800, "7 days"],
  ])("says %i seconds as %s", (seconds, words) => {
    expect(duration(seconds)).toBe(words);
  });

  it.each([
    [3600, 2400, "3:2"],
    [1080, 1920, "9:16"],
    [851, 315, "2.70:1"],
    [1200, 630, "1.90:1"],
    [315, 851, "1:2.70"],
  ])("says the ratio of %i × %i as %s", (width, height, words) => {
    expect(ratio(width, height)).toBe(words);
  });
});

describe("the graduation of a gauge", () => {
  it("reaches a little beyond everything that is marked", () => {
    expect(gaugeEnd(10, { cap: 1000, aim: [500, 700], floor: 300 })).toBe(1250);
    expect(gaugeEnd(10, { aim: [24, 28] })).toBe(35);
  });

  it("follows the value where nothing is marked", () => {
    expect(gaugeEnd(400, {})).toBe(500);
    expect(gaugeEnd(0, {})).toBeGreaterThan(0);
  });
});
