import { say, sayProblem } from "./notices";

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
