import { useEffect, useRef } from "react";

/** Shortcuts by key: `r`, `shift+ArrowLeft`, `mod+z` (Ctrl, or Cmd). */
export type Shortcuts = Record<string, (event: KeyboardEvent) => void>;

function nameOf(event: KeyboardEvent): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const shift = event.shiftKey && (event.key.length > 1 || event.ctrlKey || event.metaKey) ? "shift+" : "";
  return `${event.ctrlKey || event.metaKey ? "mod+" : ""}${shift}${key}`;
}

// What a key does in the element that has the focus goes before any shortcut.
function isTakenBy(target: EventTarget | null, key: string): boolean {
  if (target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement) return true;
  if (target instanceof HTMLInputElement) return target.type !== "checkbox" || key === " ";
  const presses =
    target instanceof HTMLButtonElement ||
    target instanceof HTMLAnchorElement ||
    (target instanceof HTMLElement && target.localName === "summary");
  return presses && (key === " " || key === "Enter");
}

/** Listens while the caller is on screen, except while somebody types in a field. */
export function useKeys(shortcuts: Shortcuts): void {
  const latest = useRef(shortcuts);
  latest.current = shortcuts;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || isTakenBy(event.target, event.key)) return;
      const run = latest.current[nameOf(event)];
      if (!run) return;
      event.preventDefault();
      run(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
