import type { ReactNode } from "react";
import { perform, useKeyMark } from "../actions/bound";
import type { ActId } from "../actions/catalogue";
import { Key } from "./Button";

/** One of several that stand together and are on or off, or do something: a sign with the key of its act. */
export function Segment({
  isOn,
  label,
  act,
  children,
}: {
  isOn?: boolean;
  /** Its name, where a sign alone stands in it. */
  label?: string;
  act: ActId;
  children: ReactNode;
}) {
  const mark = useKeyMark(act);
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={isOn}
      onClick={() => perform(act)}
      className={`-ml-px flex items-center gap-1.5 border border-line px-2 py-[3px] first:ml-0 first:rounded-l last:rounded-r ${isOn ? "z-1 border-ink bg-field font-semibold" : "bg-sheet text-ink hover:bg-field"}`}
    >
      {children}
      {mark && <Key>{mark}</Key>}
    </button>
  );
}
