import { useId } from "react";

/** One of a few, each with words of its own. */
export function Radios<T extends string>({
  label,
  options,
  value,
  onValue,
  className = "flex items-center gap-3",
}: {
  label: string;
  options: readonly { value: T; words: string; says?: string }[];
  value: T;
  onValue: (value: T) => void;
  className?: string;
}) {
  const name = useId();
  return (
    <fieldset aria-label={label} className={className}>
      {options.map((one) => (
        <label key={one.value} className="flex items-baseline gap-2">
          <input
            type="radio"
            name={name}
            className="translate-y-px accent-ink"
            checked={value === one.value}
            onChange={() => onValue(one.value)}
          />
          {one.says ? (
            <span>
              <b className="font-semibold">{one.words}</b>
              <span className="block max-w-[56ch] text-soft">{one.says}</span>
            </span>
          ) : (
            one.words
          )}
        </label>
      ))}
    </fieldset>
  );
}
