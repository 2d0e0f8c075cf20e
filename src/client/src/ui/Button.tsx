import type { ButtonHTMLAttributes } from "react";
import { perform, useKeyMark } from "../actions/bound";
import type { ActId } from "../actions/catalogue";

/** A button; `go` for the one thing that a screen is for. That of an act does it, and its key stands beside its words. */
export function Button({
  go = false,
  act,
  className = "",
  children,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { go?: boolean; act?: ActId }) {
  const mark = useKeyMark(act);
  const look = go
    ? "bg-ink text-on-ink hover:bg-ink-hover disabled:bg-soft"
    : "bg-sheet hover:bg-field disabled:border-line disabled:text-soft";
  return (
    <button
      type="button"
      onClick={act && (() => perform(act))}
      className={`inline-flex items-center gap-2 rounded border border-ink px-2.5 py-[3px] font-medium whitespace-nowrap disabled:border-transparent ${look} ${className}`}
      {...rest}
    >
      {children}
      {mark && <Key go={go}>{mark}</Key>}
    </button>
  );
}

/** A key of the keyboard. */
export function Key({ children, go = false }: { children: string; go?: boolean }) {
  return (
    <kbd
      className={`rounded border border-b-2 px-1 font-mono text-[11px] ${go ? "border-on-ink/40 text-on-ink/90" : "border-edge bg-field text-soft"}`}
    >
      {children}
    </kbd>
  );
}
