import { count } from "../instruments/numbers";
import { say, sayProblem } from "../shell/notices";
import { markupOf, type Spot } from "./useProof";

const mostAtOnce = 100;

/** Puts a text where it can be pasted from, and says so. */
export async function copyText(text: string, what: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
    say(`${what} is copied.`);
  } catch {
    sayProblem(
      "The browser does not let this page copy: it does so only on this machine or over HTTPS. Select the text and copy it by hand.",
    );
  }
}

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
