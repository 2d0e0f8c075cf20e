import { describe, expect, it } from "vitest";
import type { Destination } from "../data/client";
import { fieldName, told } from "./fieldNames";

const document = { slots: [{ name: "hero" }] } as unknown as Destination;

describe("a field", () => {
  it.each([
    ["note", "Note"],
    ["slots[0].limits.mostBytes", "hero · Limits · Maximum file size"],
    ["slots[0].sizes.widths[1]", "hero · Sizes · Widths · 2"],
    ["slots[3].shape", "A slot · Shape"],
    ["slots[0]", "hero"],
  ])("%s is called as where it is edited", (path, words) => expect(fieldName(path, document)).toBe(words));

  it("tells its value without a machine's notation", () =>
    expect([undefined, true, [1, 2], { name: "hero" }, { x: 1 }, "3:2"].map(told)).toEqual([
      "—",
      "yes",
      "1, 2",
      "hero",
      "changed",
      "3:2",
    ]));
});
