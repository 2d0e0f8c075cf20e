import { expect, test } from "vitest";
import type { Destination } from "../data/client";
import { columnsOf, shownTier } from "./columns";

const destination = (id: string, ...slots: string[]): Destination => ({
  format: "pantomet-destination-1",
  id,
  name: id,
  kind: "site",
  slots: slots.map((slot) => ({ id: `${id}.${slot}`, name: slot, shape: "1:1", formats: ["jpeg"] })),
});

test("every slot has a column, in the order of its destination", () => {
  const columns = columnsOf([destination("shop", "hero", "card"), destination("letter", "banner")], []);
  expect(columns.map((one) => one.slots.map((slot) => slot.id))).toEqual([
    ["shop.hero"],
    ["shop.card"],
    ["letter.banner"],
  ]);
});

test("a folded destination has one column for all its slots", () => {
  const columns = columnsOf([destination("shop", "hero", "card"), destination("letter", "banner")], ["shop"]);
  expect(columns.map((one) => [one.destination.id, one.slots.length, one.isFolded])).toEqual([
    ["shop", 2, true],
    ["letter", 1, false],
  ]);
});

test("of a slot with tiers a cell shows the one that its column names", () => {
  const [slot] = destination("shop", "banner").slots;
  const tiers = [
    { name: "narrow", from: 0, shape: "4:5" },
    { name: "wide", from: 1100 },
  ];
  expect(slot && shownTier({ ...slot, tiers })).toBe("wide");
  expect(slot && shownTier({ ...slot, tiers: tiers.slice(0, 1) })).toBe("narrow");
  expect(shownTier(slot)).toBeUndefined();
});
