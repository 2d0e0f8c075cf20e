import { expect, test } from "vitest";
import { type Entry, firstRect, nextOf, standing, stepped, threeShapes } from "./looks";

const entry = (id: string, more: Partial<Entry> = {}): Entry =>
  ({
    source: { id },
    isDecided: false,
    confidence: 0.5,
    faces: 0,
    series: [],
    subject: { x: 0, y: 0, width: 9, height: 9 },
    ...more,
  }) as unknown as Entry;

test("goes on to what is marked as wrong, then to what nobody has confirmed, round the end", () => {
  const all = [entry("a"), entry("b", { isDecided: true }), entry("c"), entry("d")];
  expect(nextOf(all, "a", new Set(["d"]))).toBe("d");
  expect(nextOf(all, "a", new Set())).toBe("c");
  expect(nextOf(all, "d", new Set())).toBe("a");
  expect(nextOf([entry("b", { isDecided: true })], "b", new Set())).toBeUndefined();
});

test("says what is known in a word or two", () => {
  expect(standing(entry("a"))).toBe("unsure");
  expect(standing(entry("a", { confidence: 0.9 }))).toBe("proposed");
  expect(standing(entry("a", { faces: 3 }))).toBe("3 faces");
  expect(standing(entry("a", { subject: null }))).toBe("nothing stands out");
  expect(standing(entry("a", { isDecided: true, subject: null }))).toBe("nothing must stay");
});

test("a rectangle moved and pulled by keys stays in the picture", () => {
  const picture = { width: 1000, height: 500 };
  const start = firstRect(picture, null);
  expect(start).toEqual({ x: 250, y: 125, width: 500, height: 250 });
  expect(stepped(start, [1, 0], false, picture).x).toBe(270);
  expect(stepped({ ...start, x: 499 }, [1, 0], false, picture).x).toBe(500);
  expect(stepped(start, [1, 1], true, picture)).toEqual({ x: 250, y: 125, width: 520, height: 270 });
  expect(stepped({ ...start, width: 5 }, [-1, 0], true, picture).width).toBe(1);
});

test("chooses three shapes that differ as much as possible", () => {
  const slots = ["4:3", "1:1", "3:1", "9:16", "free"].map((shape) => ({ shape }));
  expect(threeShapes(slots).map(({ shape }) => shape)).toEqual(["3:1", "1:1", "9:16"]);
  expect(threeShapes([{ shape: "1:1" }])).toHaveLength(1);
});
