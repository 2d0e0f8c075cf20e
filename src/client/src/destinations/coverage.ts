import type { Schemas } from "../data/client";
import { count } from "../instruments/numbers";

/** How far the pixels reach, in a few words. */
export function sentenceOf(coverage: Schemas["Coverage"]): string {
  if (coverage.state === "enough") return "enough";
  const short = `short by ${count(coverage.shortByPx)} px`;
  return coverage.largest ? `${short}, up to ${count(coverage.largest.width)} px wide` : short;
}
