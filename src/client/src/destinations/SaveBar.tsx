import { useState } from "react";
import type { Destination } from "../data/client";
import { count, some } from "../instruments/numbers";
import { Button } from "../ui/Button";
import { fieldName, told } from "./fieldNames";
import { differences } from "./paths";
import type { Consequences } from "./useDraft";

const differencesShown = 12;

/** That there are changes, what saving them does to files that are there, and the way to save or forget them. */
export function SaveBar({
  problems,
  consequences,
  onForget,
}: {
  problems: number;
  consequences: Consequences | undefined;
  onForget: () => void;
}) {
  return (
    <div role="status" className="flex items-center gap-3 border-b border-warn bg-sheet px-4 py-2">
      <span className="grow">
        <b className="font-semibold">
          {problems > 0 ? `Mend ${some(problems, "field")} to save.` : "Not saved yet."}
        </b>{" "}
        {problems === 0 && consequences && sentence(consequences)}
      </span>
      <Button onClick={onForget}>Discard changes</Button>
      <Button go act="destinations.save" disabled={problems > 0}>
        Save
      </Button>
    </div>
  );
}

/** What becomes of files that were made. */
export function sentence({ staleFiles, staleSources, parentlessFiles }: Consequences): string {
  const stale =
    staleFiles > 0
      ? `${some(staleFiles, "file")} of ${some(staleSources, "source")} ${staleFiles === 1 ? "becomes" : "become"} stale.`
      : "";
  const lost =
    parentlessFiles > 0
      ? `${some(parentlessFiles, "file")} ${parentlessFiles === 1 ? "loses its" : "lose their"} slot.`
      : "";
  return [stale, lost].filter(Boolean).join(" ") || "No file becomes stale.";
}

/** Somebody else saved meanwhile: both versions, and the choice between them. */
export function Conflict({
  mine,
  theirs,
  onMine,
  onTheirs,
}: {
  mine: Destination;
  theirs: Destination | undefined;
  onMine: () => void;
  onTheirs: () => void;
}) {
  const [shows, setShows] = useState(true);
  const found = theirs ? differences(mine, theirs) : [];
  return (
    <div
      role="alert"
      className="grid grid-cols-[minmax(0,1fr)] gap-2 border-b border-stop bg-stop-pale px-4 py-2.5"
    >
      <p>
        <b className="font-semibold">
          Somebody else has {theirs ? "saved" : "deleted"} {mine.name} since you began.
        </b>{" "}
        Nothing of yours is lost.
      </p>
      {theirs && shows && (
        <table className="w-full table-fixed text-left">
          <thead className="text-soft">
            <tr>
              <th className="pr-3 font-normal">what differs</th>
              <th className="pr-3 font-normal">yours</th>
              <th className="font-normal">theirs</th>
            </tr>
          </thead>
          <tbody>
            {found.slice(0, differencesShown).map(({ path, ...values }) => (
              <tr key={path} className="border-t border-line-soft">
                <td className="pr-3">{fieldName(path, mine)}</td>
                <td className="max-w-64 truncate pr-3">{told(values.mine)}</td>
                <td className="max-w-64 truncate">{told(values.theirs)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {found.length > differencesShown && (
        <p className="text-soft">and {count(found.length - differencesShown)} more</p>
      )}
      <div className="flex gap-2">
        {theirs && (
          <Button onClick={() => setShows(!shows)}>
            {shows ? "Hide the differences" : "Show the differences"}
          </Button>
        )}
        {theirs && <Button onClick={onTheirs}>Use theirs</Button>}
        <Button go onClick={onMine}>
          Overwrite with mine
        </Button>
      </div>
    </div>
  );
}
