import type { ReactNode } from "react";
import { Key } from "./Button";

/** One of several that stand together and are on or off, or do something: a sign with its key. */
export function Segment({
  isOn,
  label,
  shortcut,
  onClick,
  children,
}: {
  isOn?: boolean;
  /** Its name, where a sign alone stands in it. */
  label?: string;
  shortcut: string;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={isOn}
      onClick={onClick}
      className={`-ml-px flex items-center gap-1.5 border border-line px-2 py-[3px] first:ml-0 first:rounded-l last:rounded-r ${isOn ? "z-1 border-ink bg-field font-semibold" : "bg-sheet text-ink hover:bg-field"}`}
    >
      {children}
      <Key>{shortcut}</Key>
    </button>
  );
}
