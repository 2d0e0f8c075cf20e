import { expect, test } from "vitest";
import { faultsOf, firstWanted, isWanted, slotOf, slotsOf } from "./wanted";

const { typed } = firstWanted;

test("what is typed becomes a slot: at most so wide, so high, so heavy", () => {
  expect(slotOf({ ...typed, width: "1,500", maxKb: "62.5" })).toMatchObject({
    sizes: { box: "1500x16383" },
    limits: { mostBytes: 62_500 },
    formats: ["jpeg"],
    fileName: "{stem}",
  });
  expect(slotOf({ ...typed, width: "", height: "900", maxKb: "" })).toMatchObject({
    name: "At most 900 px high",
    sizes: { box: "16383x900" },
  });
  expect(slotOf({ ...typed, width: "", maxKb: "" })).toMatchObject({ sizes: { allPixels: true } });
  expect(slotOf({ ...typed, maxKb: "" })).not.toHaveProperty("limits");
});

test("what cannot be is said at its field, and makes nothing", () => {
  expect(faultsOf(typed)).toEqual({});
  expect(Object.keys(faultsOf({ ...typed, width: "wide", height: "0", maxKb: "-3" }))).toEqual([
    "width",
    "height",
    "maxKb",
  ]);
  expect(Object.keys(faultsOf({ ...typed, width: "20000" }))).toEqual(["width"]);
  expect(slotsOf({ ...firstWanted, typed: { ...typed, width: "x" } }, [], [])).toEqual([]);
});

test("what a browser kept is believed only as far as it is right", () => {
  expect(isWanted(firstWanted)).toBe(true);
  expect(isWanted({ from: "slot" })).toBe(false);
  expect(isWanted(null)).toBe(false);
});
