import { useEffect, useSyncExternalStore } from "react";

/** A fact of what is selected: its name and its figure. */
export type Fact = readonly [name: string, figure: string];

const listeners = new Set<() => void>();
let facts: readonly Fact[] = [];

function set(next: readonly Fact[]): void {
  facts = next;
  for (const listener of listeners) listener();
}

/** Shows facts in the readout for as long as the caller is on screen. */
export function useReadout(next: readonly Fact[]): void {
  const notation = JSON.stringify(next);
  useEffect(() => set(JSON.parse(notation)), [notation]);
  useEffect(() => () => set([]), []);
}

export const useFacts = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => facts,
  );
