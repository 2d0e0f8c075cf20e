import { type Control, TextBox } from "./Field";

/** A colour, chosen with what the system has for it. */
export function ColourBox({
  value,
  onValue,
  ...control
}: Control & {
  /** `#rrggbb`. */
  value: string;
  onValue: (colour: string) => void;
}) {
  return (
    <TextBox
      {...control}
      type="color"
      className="h-7 w-full p-0.5!"
      value={value}
      onChange={(event) => onValue(event.target.value)}
    />
  );
}
