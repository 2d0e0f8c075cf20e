import { useState } from "react";
import { useActions } from "../actions/bound";
import type { Rect } from "../data/client";
import { some } from "../instruments/numbers";
import { Button } from "../ui/Button";
import { CheckBox } from "../ui/CheckBox";
import { Dialog } from "../ui/Dialog";
import type { Entry } from "./looks";
import { SubjectPicture } from "./SubjectPicture";
import { decide } from "./useSubjects";

const box = { width: 190, height: 140 };

/** The other pictures that were taken from the same place, each with the subject drawn once: take it for those that are ticked. */
export function SeriesDialog({
  of,
  others,
  onEnd,
}: {
  of: Entry;
  others: readonly Entry[];
  onEnd: () => void;
}) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const ids = others.map(({ source }) => source.id).filter((id) => !left.has(id));
  const subject = of.subject;
  const take = () => {
    onEnd();
    if (subject && ids.length > 0) void decide(ids, subject);
  };
  const tick = (id: string, on: boolean) => {
    const rest = new Set(left);
    if (on) rest.delete(id);
    else rest.add(id);
    setLeft(rest);
  };
  return (
    <Dialog
      title={`Taken from the same place as ${of.source.stem}`}
      open
      onOpen={(open) => !open && onEnd()}
      className="w-[900px] grid-rows-[auto_minmax(0,1fr)_auto]"
    >
      <ul aria-label="Pictures of the series" className="flex flex-wrap content-start gap-3 overflow-y-auto">
        {others.map((entry) => (
          <li key={entry.source.id} className="grid gap-1">
            <SubjectPicture entry={entry} box={box} drawn={subject as Rect} />
            <CheckBox
              checked={!left.has(entry.source.id)}
              onChecked={(on) => tick(entry.source.id, on)}
              className="max-w-48"
            >
              <span className="truncate">{entry.source.stem}</span>
            </CheckBox>
          </li>
        ))}
      </ul>
      <p className="flex justify-end gap-2">
        <Keys take={take} />
        <Button onClick={onEnd}>Cancel</Button>
        <Button go act="series.take" disabled={ids.length === 0}>
          Take for {some(ids.length, "picture")}
        </Button>
      </p>
    </Dialog>
  );
}

// Its keys belong to the dialog, so they are bound beneath it.
function Keys({ take }: { take: () => void }) {
  useActions("series", { take });
  return null;
}
