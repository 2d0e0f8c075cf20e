import { Gauge } from "../instruments/Gauge";

/** A contrast as people write it; rounded down, so that none is called reached that is not. */
export const contrastOf = (contrast: number) => `${(Math.floor(contrast * 10 + 1e-9) / 10).toFixed(1)} : 1`;

/** The contrast of a text over the worst hundredth of what lies beneath it. */
export function ContrastGauge({
  found,
}: {
  found: { contrast: number; wanted: number; isReached: boolean };
}) {
  const words = contrastOf(found.contrast);
  return (
    <div className="flex items-center gap-3">
      <span className="text-soft">Contrast</span>
      <Gauge
        value={found.contrast}
        label={`Contrast ${words.replace(" : ", " to ")}; ${found.wanted} is wanted`}
        marks={{ cap: found.wanted }}
        end={14}
        good={found.isReached}
      />
      <span
        className={`figures whitespace-nowrap ${found.isReached ? "" : "text-warn"}`}
        data-testid="contrast"
      >
        {words}
      </span>
    </div>
  );
}

/** Contrasts to choose from; what somebody has written into the document is offered too. */
export function contrasts(now: number | null | undefined): readonly (readonly [number, string])[] {
  const usual = [
    [4.5, "4.5 : 1, for text"],
    [3, "3 : 1, for large text"],
    [7, "7 : 1, for weak eyes too"],
  ] as const;
  return now == null || usual.some(([one]) => one === now) ? usual : [...usual, [now, `${now} : 1`]];
}
