import { useSyncExternalStore } from "react";

/** A sentence for the person, with at most one thing to do about it. */
export type Notice = {
  id: number;
  sentence: string;
  kind: "done" | "problem";
  action?: { label: string; run: () => void };
};

const shownFor = { done: 6000, problem: 15000 };
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

/** Says what went wrong. The server's sentences can be shown as they stand. */
export function sayProblem(problem: unknown): void {
  add({ sentence: problem instanceof Error ? problem.message : String(problem), kind: "problem" });
}

function add(notice: Omit<Notice, "id">): void {
  const id = ++lastId;
  set([...notices.slice(-3), { ...notice, id }]);
  setTimeout(() => dismiss(id), shownFor[notice.kind]);
}

export const useNotices = () =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => notices,
  );
