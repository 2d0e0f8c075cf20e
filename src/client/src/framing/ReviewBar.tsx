import { count } from "../instruments/numbers";
import { Button } from "../ui/Button";
import type { ReviewEntry } from "./useReview";

/** Where the round of review stands, why this one is in it, and one key for each answer. */
export function ReviewBar({
  settled,
  total,
  entry,
}: {
  settled: number;
  total: number;
  entry: ReviewEntry | undefined;
}) {
  const isSubject = entry !== undefined && !entry.slot;
  return (
    <>
      <span className="flex items-center gap-2" role="status">
        <span className="text-soft max-[1100px]:hidden">Review</span>
        <progress
          aria-label={`${settled} of ${total} looked at`}
          className="h-2 w-20 max-[1100px]:hidden"
          value={settled}
          max={Math.max(1, total)}
        />
        <span className="figures">
          {count(settled)} / {count(total)}
        </span>
      </span>
      <Button act="review.stop">Stop</Button>
      <Button act="review.later">Later</Button>
      {!isSubject && <Button act="framing.leaveOut">Leave out</Button>}
      <Button go act="review.accept">
        {isSubject ? "Confirm and next" : "Accept and next"}
      </Button>
    </>
  );
}
