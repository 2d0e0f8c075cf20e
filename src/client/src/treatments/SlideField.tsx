import { SlidingFigure } from "../ui/SlidingFigure";

/** A share, by slider and by figures in per cent. */
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
  return (
    <SlidingFigure
      label={label}
      value={value * 100}
      most={most * 100}
      step={100 / fineness}
      unit="%"
      // Of whole steps, so that 0.07 is kept as that.
      onValue={(figure) => onValue(Math.round((figure / 100) * fineness) / fineness)}
    />
  );
}
