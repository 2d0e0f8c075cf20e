import { Gauge } from "../instruments/Gauge";
import { ColourBox } from "../ui/ColourBox";
import { Field, TextBox } from "../ui/Field";
import { Slider } from "../ui/Slider";
import { type Part, type Trial, useContrast } from "./useProof";

/** Text over the picture, an overlay and the page's colour, as they are tried; and whether the text can be read. */
export function TextTrial({
  trial,
  onTrial,
  variant,
  part,
}: {
  trial: Trial;
  onTrial: (change: Partial<Trial>) => void;
  variant: string | undefined;
  /** Where the text stands; none on a page that has none over its picture. */
  part: Part | undefined;
}) {
  const contrast = useContrast(variant, part, trial);
  return (
    <section className="grid gap-2">
      <h2>Try a text and colours</h2>
      <Field label="Headline">
        {(control) => (
          <TextBox
            {...control}
            maxLength={400}
            value={trial.headline}
            onChange={(event) => onTrial({ headline: event.target.value })}
          />
        )}
      </Field>
      <Field label="Paragraph">
        {(control) => (
          <TextBox
            {...control}
            maxLength={400}
            value={trial.paragraph}
            onChange={(event) => onTrial({ paragraph: event.target.value })}
          />
        )}
      </Field>
      <div className="grid grid-cols-3 gap-2">
        <Colour label="Text" value={trial.text} onValue={(text) => onTrial({ text })} />
        <Colour label="Overlay" value={trial.overlay} onValue={(overlay) => onTrial({ overlay })} />
        <Colour label="Page" value={trial.ground} onValue={(ground) => onTrial({ ground })} />
      </div>
      <div className="flex items-center gap-2">
        <span className="text-soft">Overlay's opacity</span>
        <Slider
          label="Overlay's opacity"
          min={0}
          max={100}
          value={Math.round(trial.opacity * 100)}
          onValue={(percent) => onTrial({ opacity: percent / 100 })}
          className="grow"
        />
        <span className="figures w-12 text-right">{Math.round(trial.opacity * 100)} %</span>
      </div>
      {part && contrast.data ? (
        <div className="flex items-center gap-3">
          <span className="text-soft">Contrast</span>
          <Gauge
            value={contrast.data.ratio}
            label={`Contrast ${contrast.data.ratio.toFixed(1)} to 1; ${contrast.data.least} is needed`}
            marks={{ floor: contrast.data.least }}
            end={21}
            good={contrast.data.ratio >= contrast.data.least}
          />
          <span
            className={`figures ${contrast.data.ratio < contrast.data.leastOfLargeText ? "text-warn" : ""}`}
          >
            {contrast.data.ratio.toFixed(1)} : 1
          </span>
        </div>
      ) : null}
      <p className="text-xs text-soft">
        {!part
          ? "Take the page “Header with text over it” to have the text on the picture, and its contrast measured."
          : contrast.data && contrast.data.ratio < contrast.data.leastOfLargeText
            ? "Hard to read on the worst tenth of what lies beneath. Text needs 4.5 : 1, large text 3 : 1 (WCAG 2.2). Make the overlay stronger, or take another colour."
            : contrast.data && contrast.data.ratio < contrast.data.least
              ? "Enough for large text; ordinary text needs 4.5 : 1 (WCAG 2.2), over the worst tenth of what lies beneath."
              : "Over the worst tenth of what lies beneath the text (WCAG 2.2)."}
      </p>
    </section>
  );
}

function Colour({
  label,
  value,
  onValue,
}: {
  label: string;
  value: string;
  onValue: (colour: string) => void;
}) {
  return (
    <Field label={label}>{(control) => <ColourBox {...control} value={value} onValue={onValue} />}</Field>
  );
}
