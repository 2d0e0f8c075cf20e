import type { RouteObject } from "react-router";
import { expect, test } from "vitest";
import { screens, type Titled } from "../screens";
import { guideTitles, guideTo } from "./guide";

const titles = screens
  .map((screen: RouteObject) => (screen.handle as Titled | undefined)?.title)
  .filter((title): title is string => title !== undefined && title !== "Samples");

test.each(titles)("the guide says in some sentences what %s is for, and explains its words", (title) => {
  const found = guideTo(title);
  expect(found?.says.match(/[.:;?] |\.$/g)?.length).toBeGreaterThanOrEqual(3);
  expect(found?.says).not.toMatch(/[*`<]/);
  for (const { word, meaning } of found?.words ?? []) expect(meaning, word).not.toBe("");
});

test("every part of the guide is of a screen", () => {
  expect(guideTitles.filter((title) => !titles.includes(title))).toEqual([]);
});
