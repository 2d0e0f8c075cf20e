import { useId } from "react";

/** One of nine places in a picture, or none in particular: three rows of three small shapes. */
export function NinePlaces<T extends string>({
  label,
  places,
  free,
  value,
  onValue,
}: {
  label: string;
  /** Nine, in the order of reading, each with its words. */
  places: readonly (readonly [T, string])[];
  /** What it is called where none is set; absent where one always is. */
  free?: string;
  value: T | undefined;
  onValue: (place: T | undefined) => void;
}) {
  const name = useId();
  return (
    <fieldset aria-label={label} className="flex items-center gap-3">
      <span className="grid grid-cols-3 gap-[3px]">
        {places.map(([place, words]) => (
          <label
            key={place}
            className="block h-[13px] w-[19px] cursor-pointer border border-ink has-checked:bg-ink has-focus-visible:outline-2 has-focus-visible:outline-offset-1 has-focus-visible:outline-ink"
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              aria-label={words}
              checked={value === place}
              onChange={() => onValue(place)}
            />
          </label>
        ))}
      </span>
      {free && (
        <label className="flex items-baseline gap-1.5">
          <input
            type="radio"
            name={name}
            className="translate-y-px accent-ink"
            checked={value === undefined}
            onChange={() => onValue(undefined)}
          />
          {free}
        </label>
      )}
    </fieldset>
  );
}
