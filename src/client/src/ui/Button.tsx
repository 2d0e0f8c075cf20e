import type { ButtonHTMLAttributes } from "react";

/** A button; `go` for the one thing that a screen is for. Its shortcut stands beside its words. */
export function Button({
  go = false,
  shortcut,
  className = "",
  children,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { go?: boolean; shortcut?: string | undefined }) {
  const look = go
    ? "bg-ink text-on-ink hover:bg-ink-hover disabled:bg-soft"
    : "bg-sheet hover:bg-field disabled:border-line disabled:text-soft";
  return (
    <button
      type="button"
      className={`inline-flex items-center gap-2 rounded border border-ink px-2.5 py-[3px] font-medium whitespace-nowrap disabled:border-transparent ${look} ${className}`}
      {...rest}
    >
      {children}
      {shortcut && <Key go={go}>{shortcut}</Key>}
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
