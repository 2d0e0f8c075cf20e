import { useSyncExternalStore } from "react";
import { keep, kept } from "../data/kept";

/** Light or dark: as the system has it, or as somebody chose for this browser. */
export const themes = ["system", "light", "dark"] as const;
export type Theme = (typeof themes)[number];

const name = "pantomet.theme";
const isTheme = (value: unknown): value is Theme => themes.includes(value as Theme);
const listeners = new Set<() => void>();
let current: Theme = "system";

/** Chooses the theme; `app.css` says what each looks like. */
export function setTheme(theme: Theme): void {
  current = theme;
  if (theme === "system") delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = theme;
  keep(name, theme);
  for (const listener of listeners) listener();
}

/** Takes up what was chosen before. */
export const restoreTheme = (): void => setTheme(kept(name, isTheme) ?? "system");

export const useTheme = (): Theme =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => current,
  );
