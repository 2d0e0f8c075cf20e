import type { FramedPlace, Remedy, Schemas } from "../data/client";
import { FindingLine } from "../instruments/FindingLine";
import { RemedyButton } from "../ui/RemedyButton";
import { reasonWords } from "./useReview";

/** What is to be said of the place that is worked on, and what would mend it, one key each. */
export function PlacePanel({
  name,
  place,
  reasons,
  shares,
  onRemedy,
}: {
  name: string;
  place: FramedPlace;
  /** Why it is in the round of review, beyond what is found in it. */
  reasons: readonly Schemas["ReviewReason"][];
  /** The other slots that follow this framing, by name. */
  shares: readonly string[];
  onRemedy: (remedy: Remedy) => void;
}) {
  const says = place.findings.length > 0 || place.remedies.length > 0;
  return (
    <section
      aria-label={`Findings for ${name}`}
      className="grid max-h-[45%] min-h-[74px] shrink-0 content-start gap-1.5 overflow-y-auto border-t border-line bg-sheet px-3.5 py-2.5"
    >
      <div aria-live="polite" className="grid gap-1">
        {place.isLeftOut && <p className="text-soft">Left out: no file of this picture is made here.</p>}
        {reasons
          .filter((reason) => reason === "replaced" || reason === "unconfirmed")
          .map((reason) => (
            <p key={reason} className="border-l-3 border-warn px-2.5 py-1.5">
              <b className="font-semibold">Review.</b> {reasonWords[reason]}
            </p>
          ))}
        {place.findings.map((finding) => (
          <FindingLine
            key={finding.sentence}
            // What was computed says more than what would help in general.
            finding={place.remedies.length > 0 ? { ...finding, remedy: "" } : finding}
          />
        ))}
        {!says && !place.isLeftOut && (
          <p className="text-soft">Nothing to mend: all of the subject is in, and there are pixels enough.</p>
        )}
      </div>
      {place.remedies.length > 0 && (
        <ul className="grid gap-1" aria-label="What would mend it">
          {place.remedies.map((remedy, index) => (
            <li key={remedy.kind}>
              <RemedyButton number={index + 1} sentence={remedy.sentence} onApply={() => onRemedy(remedy)} />
            </li>
          ))}
        </ul>
      )}
      {shares.length > 0 && (
        <p className="text-soft">
          The same framing also serves {shares.slice(0, 3).join(", ")}
          {shares.length > 3 && ` and ${shares.length - 3} more`}.
        </p>
      )}
    </section>
  );
}
