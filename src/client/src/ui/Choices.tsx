/** One of a few, side by side. */
export function Choices<T extends string>({
  label,
  choices,
  value,
  onValue,
}: {
  label: string;
  choices: readonly (readonly [T, string])[];
  value: T;
  onValue: (value: T) => void;
}) {
  return (
    <fieldset aria-label={label} className="inline-flex justify-self-start rounded border border-ink">
      {choices.map(([one, words]) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === value}
          className="border-l border-ink px-2.5 py-[2px] whitespace-nowrap first:border-l-0 aria-pressed:bg-ink aria-pressed:text-on-ink"
          onClick={() => one !== value && onValue(one)}
        >
          {words}
        </button>
      ))}
    </fieldset>
  );
}
