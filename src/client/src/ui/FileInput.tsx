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

/** A chooser of many files, or of a folder with all that is in it. */
export function FilesInput({
  input,
  label,
  isFolder = false,
  onFiles,
}: {
  input: RefObject<HTMLInputElement | null>;
  label: string;
  isFolder?: boolean;
  onFiles: (files: File[]) => void;
}) {
  return (
    <input
      ref={input}
      type="file"
      hidden
      aria-label={label}
      // React has no name for the attribute of folders.
      {...(isFolder ? ({ webkitdirectory: "" } as object) : { multiple: true })}
      onChange={(event) => {
        onFiles([...(event.target.files ?? [])]);
        event.target.value = "";
      }}
    />
  );
}
