import guide from "../../../../docs/guide.md?raw";
import vocabulary from "../../../../docs/vocabulary.md?raw";

export type ScreenGuide = { says: string; words: readonly { word: string; meaning: string }[] };

const marks = /\*\*|\*|`|<\/?kbd>/g;

/** What the guide says of a screen in its first paragraph, and the words that it needs. */
export function guideTo(title: string): ScreenGuide | undefined {
  const part = guide.split(/^## /m).find((one) => one.startsWith(`${title}\n`));
  const [, says = "", names = ""] = part?.split("\n\n") ?? [];
  if (!says) return;
  return {
    says: says.replace(marks, ""),
    words: names
      .replace(/^Words: |\.$/g, "")
      .split(", ")
      .map((word) => ({ word, meaning: meaningOf(word) })),
  };
}

/** The titles of all its parts. */
export const guideTitles: readonly string[] = [...guide.matchAll(/^## (.+)$/gm)].map(
  (found) => found[1] ?? "",
);

function meaningOf(word: string): string {
  const row = vocabulary.split("\n").find((line) => line.startsWith(`| **${word}** |`));
  return (row?.split(" | ")[1] ?? "").replace(/ ?\|$/, "").replace(marks, "").trim();
}
