import { describe, expect, it } from "vitest";
import { differences, valueAt, withValueAt } from "./paths";

const document = { name: "Stall", slots: [{ id: "a" }, { id: "b", limits: { mostBytes: 5 } }] };

describe("paths", () => {
  it("read and write a member, and leave the rest as it is", () => {
    expect(valueAt(document, "slots[1].limits.mostBytes")).toBe(5);
    const changed = withValueAt(document, "slots[1].limits.mostBytes", 7);
    expect(valueAt(changed, "slots[1].limits.mostBytes")).toBe(7);
    expect(changed.slots[0]).toBe(document.slots[0]);
    expect(document.slots[1]?.limits?.mostBytes).toBe(5);
  });

  it("make what is missing on the way, and take a member away", () => {
    expect(withValueAt({}, "a.b[0].c", 1)).toEqual({ a: { b: [{ c: 1 }] } });
    expect(withValueAt(document, "slots[1].limits", undefined).slots[1]).toEqual({ id: "b" });
    expect(valueAt(document, "slots[9].limits.mostBytes")).toBeUndefined();
  });

  it("name every difference once", () => {
    const theirs = withValueAt(withValueAt(document, "name", "Stand"), "slots[1].limits.fewestBytes", 1);
    expect(differences(document, theirs)).toEqual([
      { path: "name", mine: "Stall", theirs: "Stand" },
      { path: "slots[1].limits.fewestBytes", mine: undefined, theirs: 1 },
    ]);
    expect(differences(document, structuredClone(document))).toEqual([]);
  });
});
