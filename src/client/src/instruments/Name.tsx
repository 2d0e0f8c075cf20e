/** A name that is cut in its middle where it has no room, since what tells the pictures of a shoot apart stands at its end. */
export function Name({
  text,
  tail = 14,
  weight = "font-[550]",
}: {
  text: string;
  tail?: number;
  weight?: string;
}) {
  const [head, end] = split(text, tail);
  return (
    <span className={`relative flex min-w-0 ${weight}`}>
      {/* Cut to be seen, whole to be heard. */}
      <span className="sr-only">{text}</span>
      {/* Where the two meet there may be a space, which is part of the name. */}
      <span aria-hidden className="overflow-hidden text-ellipsis whitespace-pre">
        {head}
      </span>
      <span aria-hidden className="whitespace-pre">
        {end}
      </span>
    </span>
  );
}

/** The same on two lines: as it flows while it fits, else its beginning over its end. */
export function NameOnTwoLines({ text, tail, fits }: { text: string; tail: number; fits: number }) {
  const isShort = [...text].length <= fits;
  const [head, end] = split(text, tail);
  return (
    <span className="relative font-[550] leading-[1.2]">
      <span className={isShort ? "line-clamp-2 wrap-anywhere" : "sr-only"}>{text}</span>
      {!isShort && (
        <span aria-hidden className="grid">
          <span className="truncate">{head}</span>
          <span className="truncate whitespace-pre">{end}</span>
        </span>
      )}
    </span>
  );
}

// By code points, so that no character is cut in two.
function split(text: string, tail: number): [head: string, end: string] {
  const letters = [...text];
  return letters.length <= tail
    ? [text, ""]
    : [letters.slice(0, -tail).join(""), letters.slice(-tail).join("")];
}
