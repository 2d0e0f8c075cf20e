import { useEffect, useRef } from "react";
import type { FramedPlace, Rect, Slot } from "../data/client";
import { Name } from "../instruments/Name";
import { PlacePicture } from "../instruments/PlacePicture";
import { Button } from "../ui/Button";
import { Press } from "../ui/Press";
import { type Entry, standing } from "./looks";
import { SubjectPicture } from "./SubjectPicture";

const box = { width: 208, height: 150 };
const small = { width: 66, height: 130 };

/** What a picture looks like in a slot. */
export type InShape = { slot: Slot; place: FramedPlace };

/** One picture of the sheet: its subject, or what comes of it in three shapes. */
export function SubjectCard({
  entry,
  shapes,
  drawn,
  isCurrent,
  isWrong,
  onCurrent,
  onDraw,
  onSeries,
}: {
  entry: Entry;
  /** Shown instead of the picture. */
  shapes: readonly InShape[] | undefined;
  drawn: Rect | undefined;
  isCurrent: boolean;
  isWrong: boolean;
  onCurrent: () => void;
  onDraw: (subject: Rect) => void;
  onSeries: () => void;
}) {
  const card = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (isCurrent) card.current?.scrollIntoView({ block: "nearest" });
  }, [isCurrent]);
  const words = drawn ? "drawing" : isWrong ? "not right" : standing(entry);
  const ink =
    isWrong || words === "unsure" || words === "nothing stands out"
      ? "text-warn"
      : entry.isDecided
        ? "text-good"
        : "text-soft";
  return (
    <li
      ref={card}
      aria-current={isCurrent}
      aria-label={`${entry.source.stem}: ${words}`}
      className={`grid scroll-my-3 content-start gap-1 rounded border bg-sheet p-1.5 ${isCurrent ? "border-brass outline-2 outline-brass" : "border-line"}`}
      onPointerDownCapture={onCurrent}
    >
      <div className="grid place-items-center" style={{ height: box.height }}>
        {shapes ? (
          <span className="flex items-end gap-1.5">
            {shapes.map(({ slot, place }) => (
              <span key={slot.id} className="grid outline outline-ink/15">
                <PlacePicture source={entry.source} slot={slot} place={place} box={small} />
              </span>
            ))}
          </span>
        ) : (
          <SubjectPicture entry={entry} box={box} drawn={drawn} onDraw={onDraw} />
        )}
      </div>
      <div className="flex min-w-0 items-center gap-2">
        <Press className="min-w-0 overflow-hidden text-left" onClick={onCurrent} tabIndex={-1}>
          <Name text={entry.source.stem} weight="" />
        </Press>
        <span className={`ml-auto shrink-0 text-xs ${ink}`}>{words}</span>
      </div>
      {entry.series.length > 1 && entry.isDecided && entry.subject && (
        <Button className="justify-self-start" onClick={onSeries}>
          Take for {entry.series.length - 1} like it
        </Button>
      )}
    </li>
  );
}
