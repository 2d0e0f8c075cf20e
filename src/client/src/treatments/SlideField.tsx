import { Field, TextBox } from "../ui/Field";
import { Slider } from "../ui/Slider";

/** A share, by slider and by figures. */
export function SlideField({
  label,
  value,
  most = 1,
  fineness = 100,
  onValue,
}: {
  label: string;
  /** From 0 to `most`. */
  value: number;
  most?: number;
  /** Steps to 1. */
  fineness?: number;
  onValue: (value: number) => void;
}) {
  const steps = (share: number) => Math.round(share * fineness);
  const take = (at: number) => onValue(Math.min(Math.max(at, 0), steps(most)) / fineness);
  return (
    <Field label={label}>
      {(control) => (
        <span className="flex items-center gap-2">
          <Slider
            label={`${label}, slider`}
            min={0}
            max={steps(most)}
            value={steps(value)}
            onValue={take}
            className="grow"
          />
          <TextBox
            {...control}
            figures
            type="number"
            min={0}
            max={most * 100}
            step={100 / fineness}
            className="w-16"
            value={(steps(value) * 100) / fineness}
            onChange={(event) => {
              const figure = event.target.valueAsNumber;
              if (Number.isFinite(figure)) take((figure / 100) * fineness);
            }}
          />
          <span className="text-soft">%</span>
        </span>
      )}
    </Field>
  );
}
