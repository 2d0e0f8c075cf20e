import { useSyncExternalStore } from "react";
import type { Step } from "./history";

/** A sentence for the person, with at most one thing to do about it. */
export type Notice = {
  id: number;
  sentence: string;
  kind: "done" | "problem" | "working";
  /** Stays until it is used or dismissed: nobody has to be quick. */
  action?: { label: string; run: () => void };
  /** What can be taken back here, for as long as it is the last thing that was done; the strip below keeps the way to it. */
  step?: Step;
};

const shownFor = { done: 6000, problem: 15_000, working: 0 };
const mostShown = 4;
const listeners = new Set<() => void>();
let notices: readonly Notice[] = [];
let lastId = 0;

function set(next: readonly Notice[]): void {
  notices = next;
  for (const listener of listeners) listener();
}

export function dismiss(id: number): void {
  set(notices.filter((notice) => notice.id !== id));
}

export function say(sentence: string, action?: Notice["action"]): void {
  add({ sentence, kind: "done", ...(action && { action }) });
}

/** Says what was done by a step that can be taken back. */
export function sayStep(sentence: string, step: Step | undefined): void {
  add({ sentence, kind: "done", ...(step && { step }) });
}

/** Says how far something is that takes a while, with the way to stop it; stays until it has ended. */
export function sayWorking(action: NonNullable<Notice["action"]>) {
  let id: number | undefined;
  return {
    tell: (sentence: string) => {
      if (id === undefined) id = add({ sentence, kind: "working", action });
      else set(notices.map((one) => (one.id === id ? { ...one, sentence } : one)));
    },
    end: () => id !== undefined && dismiss(id),
  };
}

/** Says what went wrong. The server's sentences can be shown as they stand. */
export function sayProblem(problem: unknown): void {
  add({ sentence: problem instanceof Error ? problem.message : String(problem), kind: "problem" });
}

function add(notice: Omit<Notice, "id">): number {
  const id = ++lastId;
  // Said again, it takes the place of what was said.
  const others = notices.filter((one) => one.sentence !== notice.sentence || one.step || one.action);
  set([...others.slice(1 - mostShown), { ...notice, id }]);
  if (!notice.action) setTimeout(() => dismiss(id), shownFor[notice.kind]);
  return id;
}

export const useNotices = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => notices,
  );
