import type { RefObject } from "react";

/** A chooser of one file without looks of its own: a button clicks it. The same file can be chosen again. */
export function FileInput({
  input,
  label,
  accept,
  onFile,
}: {
  input: RefObject<HTMLInputElement | null>;
  label: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  return (
    <input
      ref={input}
      type="file"
      accept={accept}
      hidden
      aria-label={label}
      onChange={(event) => {
        const [chosen] = event.target.files ?? [];
        if (chosen) onFile(chosen);
        event.target.value = "";
      }}
    />
  );
}
