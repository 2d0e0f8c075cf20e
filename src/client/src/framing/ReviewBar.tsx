import { Button } from "../instruments/Button";
import { count } from "../instruments/numbers";
import { type ReviewEntry, reasonWords } from "./useReview";

/** Where the round of review stands, why this one is in it, and one key for each answer. */
export function ReviewBar({
  settled,
  total,
  entry,
  onAccept,
  onLeaveOut,
  onNext,
  onLeave,
}: {
  settled: number;
  total: number;
  entry: ReviewEntry | undefined;
  onAccept: () => void;
  onLeaveOut: (() => void) | undefined;
  onNext: () => void;
  onLeave: () => void;
}) {
  return (
    <>
      <span className="flex items-center gap-2" role="status">
        <span className="text-soft">Review</span>
        <progress
          aria-label={`${settled} of ${total} looked at`}
          className="h-2 w-20"
          value={settled}
          max={Math.max(1, total)}
        />
        <span className="figures">
          {count(settled)} / {count(total)}
        </span>
        {entry && (
          <span className="truncate text-warn">
            {entry.reasons.map((reason) => reasonWords[reason]).join(", ")}
          </span>
        )}
      </span>
      <Button onClick={onLeave} shortcut="Esc">
        Stop
      </Button>
      <Button onClick={onNext} shortcut="J">
        Later
      </Button>
      {onLeaveOut && (
        <Button onClick={onLeaveOut} shortcut="L">
          Leave out
        </Button>
      )}
      <Button go shortcut="Enter" onClick={onAccept}>
        {entry && !entry.slot ? "Confirm and next" : "Accept and next"}
      </Button>
    </>
  );
}
