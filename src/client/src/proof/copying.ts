import { count } from "../instruments/numbers";
import { copyText } from "../shell/clipboard";
import { sayProblem } from "../shell/notices";
import { markupOf, type Spot } from "./useProof";

const mostAtOnce = 100;

/** Copies the HTML of pictures in their slots, one after the other. */
export async function copyMarkupOf(spots: readonly Spot[]): Promise<void> {
  if (spots.length > mostAtOnce) {
    sayProblem(
      `More than ${count(mostAtOnce)} places: make a package, which has their markup in its folder markup.`,
    );
    return;
  }
  try {
    const parts = await Promise.all(spots.map((spot) => markupOf(spot, "html", "none")));
    await copyText(
      parts.join("\n"),
      parts.length === 1 ? "The HTML" : `The HTML of ${count(parts.length)} places`,
    );
  } catch (problem) {
    sayProblem(problem);
  }
}
