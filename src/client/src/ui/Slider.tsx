/** A value between two ends, moved by hand or by the arrow keys. */
export function Slider({
  label,
  min,
  max,
  value,
  onValue,
  className = "",
}: {
  label: string;
  min: number;
  max: number;
  value: number;
  onValue: (value: number) => void;
  className?: string;
}) {
  return (
    <input
      type="range"
      aria-label={label}
      min={min}
      max={max}
      className={`min-w-0 accent-ink ${className}`}
      value={value}
      onChange={(event) => onValue(event.target.valueAsNumber)}
    />
  );
}
