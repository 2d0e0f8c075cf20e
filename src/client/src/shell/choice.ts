import { useSyncExternalStore } from "react";
import { keep, kept } from "../data/kept";

/** Which sources and slots the person works on. Kept in this browser, so that it survives a reload. */
export type Choice = { sources: readonly string[]; slots: readonly string[] };

const key = "pantomet.choice";
const listeners = new Set<() => void>();
const isChoice = (value: unknown): value is Choice => {
  const { sources, slots } = (value ?? {}) as Partial<Choice>;
  return Array.isArray(sources) && Array.isArray(slots);
};
let current: Choice = kept(key, isChoice) ?? { sources: [], slots: [] };

/** Changes a part of the choice. */
export function choose(change: Partial<Choice>): void {
  current = { ...current, ...change };
  keep(key, current);
  for (const listener of listeners) listener();
}

/** Puts ids in or takes them out, keeping the order of those that stay. */
export function toggled(ids: readonly string[], some: readonly string[], on: boolean): string[] {
  const rest = ids.filter((id) => !some.includes(id));
  return on ? [...rest, ...some] : rest;
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** What is chosen at this moment. */
export const currentChoice = (): Choice => current;

export const useChoice = (): Choice => useSyncExternalStore(subscribe, () => current);
