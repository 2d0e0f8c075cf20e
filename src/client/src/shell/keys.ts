import { useEffect, useRef } from "react";

/** Shortcuts by key: `r`, `shift+ArrowLeft`, `mod+z` (Ctrl, or Cmd). */
export type Shortcuts = Record<string, (event: KeyboardEvent) => void>;

function nameOf(event: KeyboardEvent): string {
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  const shift = event.shiftKey && (event.key.length > 1 || event.ctrlKey || event.metaKey) ? "shift+" : "";
  return `${event.ctrlKey || event.metaKey ? "mod+" : ""}${shift}${key}`;
}

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLTextAreaElement ||
  target instanceof HTMLSelectElement;

/** Listens while the caller is on screen, except while somebody types in a field. */
export function useKeys(shortcuts: Shortcuts): void {
  const latest = useRef(shortcuts);
  latest.current = shortcuts;
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.altKey || isTyping(event.target)) return;
      const run = latest.current[nameOf(event)];
      if (!run) return;
      event.preventDefault();
      run(event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
