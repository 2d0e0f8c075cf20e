type Pressed = Pick<KeyboardEvent, "key" | "code" | "ctrlKey" | "metaKey" | "shiftKey">;

const isLatin = (key: string) => /^[\x20-\x7e]$/.test(key);

/**
 * The names that a key goes by in the catalogue: `r`, `shift+n`, `shift+ArrowLeft`, `mod+z` (Ctrl, or Cmd). A key of another script goes by
 * the letter that stands in its place on the key itself, and a digit that needs Shift by its digit.
 */
export function keyNames(event: Pressed): string[] {
  const isChord = event.ctrlKey || event.metaKey;
  const own = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const [, letter, digit] = /^(?:Key([A-Z])|Digit(\d))$/.exec(event.code) ?? [];
  const keys = [own.length > 1 || isLatin(own) ? own : letter?.toLowerCase()];
  if (digit !== undefined && own !== digit) keys.push(digit);
  return keys
    .filter((key) => key !== undefined)
    .map((key) => {
      // What a sign needs Shift for differs from keyboard to keyboard; of letters and named keys it makes another key.
      const shift = event.shiftKey && (isChord || key.length > 1 || /[a-z]/.test(key)) ? "shift+" : "";
      return `${isChord ? "mod+" : ""}${shift}${key}`;
    });
}

/** Whether it is one letter, digit or sign, which somebody who speaks to the computer types without meaning to (WCAG 2.1.4). */
export const isCharacter = (name: string): boolean =>
  name !== " " && (name.length === 1 || /^shift\+.$/.test(name));
