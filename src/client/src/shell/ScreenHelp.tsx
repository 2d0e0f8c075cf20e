import { useMatches } from "react-router";
import type { Titled } from "../screens";
import { guideTo } from "./guide";

/** What the screen is for, and what its words mean: as the guide and the vocabulary have it. */
export default function ScreenHelp() {
  const title = useMatches()
    .map((match) => (match.handle as Titled | undefined)?.title)
    .findLast(Boolean);
  const guide = title && guideTo(title);
  if (!guide) return null;
  return (
    <div className="mb-5 grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)] gap-8 border-b border-line pb-4">
      <div className="grid content-start gap-1.5">
        <h3>{title}</h3>
        <p>{guide.says}</p>
      </div>
      <dl className="grid content-start grid-cols-[max-content_1fr] gap-x-3 gap-y-1">
        {guide.words.map(({ word, meaning }) => (
          <div key={word} className="contents">
            <dt className="font-semibold">
              {word === "Stem" ? "File name" : word === "Tier" ? "Screen range" : word}
            </dt>
            <dd className="text-soft">{meaning}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
