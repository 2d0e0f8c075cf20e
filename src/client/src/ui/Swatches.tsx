/** Colours to choose from; the one that counts has a frame. */
export function Swatches({
  label,
  colours,
  value,
  onValue,
}: {
  label: string;
  colours: readonly { colour: string; words: string }[];
  value: string | undefined;
  onValue: (colour: string) => void;
}) {
  return (
    <fieldset aria-label={label} className="flex flex-wrap gap-1.5">
      {colours.map(({ colour, words }) => (
        <button
          key={colour}
          type="button"
          aria-label={words}
          aria-pressed={colour === value}
          className="size-[22px] rounded-[3px] border border-ink aria-pressed:outline-2 aria-pressed:outline-offset-2 aria-pressed:outline-ink"
          style={{ background: colour }}
          onClick={() => onValue(colour)}
        />
      ))}
    </fieldset>
  );
}
