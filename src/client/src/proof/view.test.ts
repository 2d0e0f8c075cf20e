import { expect, test } from "vitest";
import { read, scaleOf, within, written } from "./view";

test("a window is read as it was written, and nothing else is one", () => {
  expect(read(written({ viewport: 834, density: 1.5 }))).toEqual({ viewport: 834, density: 1.5 });
  for (const text of ["", "x", "834", "0x1", "834x0", "widexdense"]) expect(read(text)).toBeUndefined();
});

test("no window leaves the ruler", () => {
  expect([within(1), within(834.4), within(9000)]).toEqual([320, 834, 2560]);
});

test("windows are drawn to one scale, and none larger than it is", () => {
  const views = [
    { viewport: 800, density: 1 },
    { viewport: 400, density: 3 },
  ];
  expect(scaleOf(views, 660, 20)).toBe(0.5);
  expect(scaleOf(views, 5000, 20)).toBe(1);
});
