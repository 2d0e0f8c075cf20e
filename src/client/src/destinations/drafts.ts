import { useSyncExternalStore } from "react";
import type { Destination } from "../api/client";
import { type History, history, type Step } from "../shell/history";

/** Changes to a destination that are not saved yet. */
export type Draft = {
  document: Destination;
  /** The version that was changed; for noticing that somebody else saved meanwhile. */
  version: string;
  /** Grows with every change, whatever it is. */
  revision: number;
};

const key = "pantomet.drafts";
const sameEditWithin = 1500;

/** The drafts of this browser, by destination. They survive a reload. */
export class Drafts {
  private drafts: Record<string, Draft>;
  private revision = 0;
  private last: { step: Step; label: string; id: string; at: number; after: Destination } | undefined;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly storage: Pick<Storage, "getItem" | "setItem">,
    private readonly steps: Pick<History, "add" | "isLast">,
  ) {
    this.drafts = read(storage);
  }

  of(id: string | undefined): Draft | undefined {
    return id === undefined ? undefined : this.drafts[id];
  }

  /** Changes a destination; can be undone. Changes of one field that follow closely are one step. */
  edit(stored: { document: Destination; version: string }, label: string, next: Destination): void {
    const id = stored.document.id;
    const before = this.drafts[id];
    const base = before ?? { document: stored.document, version: stored.version, revision: 0 };
    this.put(id, { ...base, document: next });
    const last = this.last;
    if (
      last &&
      last.id === id &&
      last.label === label &&
      Date.now() - last.at < sameEditWithin &&
      this.steps.isLast(last.step)
    ) {
      last.after = next;
      last.at = Date.now();
      return;
    }
    const edit = {
      id,
      label,
      at: Date.now(),
      after: next,
      step: {
        label,
        undo: async () => this.put(id, { ...(this.drafts[id] ?? base), document: base.document }),
        redo: async () => this.put(id, { ...(this.drafts[id] ?? base), document: edit.after }),
      },
    };
    this.last = edit;
    this.steps.add(edit.step);
  }

  /** Forgets the changes: they were saved, or shall not be. */
  drop(id: string): void {
    const { [id]: _, ...rest } = this.drafts;
    this.set(rest);
  }

  /** The same changes, on top of another version. */
  rebase(id: string, version: string): void {
    const draft = this.drafts[id];
    if (draft) this.put(id, { ...draft, version });
  }

  put(id: string, draft: Omit<Draft, "revision">): void {
    this.set({ ...this.drafts, [id]: { ...draft, revision: ++this.revision } });
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  private set(drafts: Record<string, Draft>): void {
    this.drafts = drafts;
    try {
      this.storage.setItem(key, JSON.stringify(drafts));
    } catch {
      // A table of devices can be larger than what a browser keeps; the draft then lives as long as the page.
    }
    for (const listener of this.listeners) listener();
  }
}

function read(storage: Pick<Storage, "getItem">): Record<string, Draft> {
  try {
    const kept = JSON.parse(storage.getItem(key) ?? "{}") as Record<string, Draft>;
    return Object.fromEntries(
      Object.entries(kept).filter(([, draft]) => Array.isArray(draft?.document?.slots)),
    );
  } catch {
    return {};
  }
}

export const drafts = new Drafts(localStorage, history);

/** The unsaved changes of a destination, if there are any. */
export const useDraftOf = (id: string | undefined): Draft | undefined =>
  useSyncExternalStore(drafts.subscribe, () => drafts.of(id));
