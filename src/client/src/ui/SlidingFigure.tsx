import { Field, TextBox } from "./Field";
import { Slider } from "./Slider";

/** A figure, by slider as far as is usual and by the keyboard as far as can be. */
export function SlidingFigure({
  label,
  value,
  most,
  slidesTo = most,
  step = 1,
  unit,
  onValue,
}: {
  label: string;
  /** From 0 to `most`, in whole steps. */
  value: number;
  most: number;
  slidesTo?: number;
  step?: number;
  unit: string;
  onValue: (value: number) => void;
}) {
  const steps = (figure: number) => Math.round(figure / step);
  // Counted in steps and told by them: a tenth has no exact figure of its own.
  const take = (at: number) => onValue(Math.min(Math.max(at, 0), steps(most)) * step);
  return (
    <Field label={label}>
      {(control) => (
        <span className="flex items-center gap-2">
          <Slider
            label={`${label}, slider`}
            min={0}
            max={steps(slidesTo)}
            value={Math.min(steps(value), steps(slidesTo))}
            onValue={take}
            className="grow"
          />
          <TextBox
            {...control}
            figures
            type="number"
            min={0}
            max={most}
            step={step}
            className="w-16"
            value={Number((steps(value) * step).toFixed(4))}
            onChange={(event) => {
              const figure = event.target.valueAsNumber;
              if (Number.isFinite(figure)) take(steps(figure));
            }}
          />
          <span className="text-soft">{unit}</span>
        </span>
      )}
    </Field>
  );
}
