import { useSyncExternalStore } from "react";
import type { Destination } from "../data/client";
import { forget, type Kept, keep, kept } from "../data/kept";
import { type History, history, type Step } from "../shell/history";

/** Changes to a destination that are not saved yet. */
export type Draft = {
  document: Destination;
  /** The version that was changed; for noticing that somebody else saved meanwhile. */
  version: string;
  /** Grows with every change, whatever it is. */
  revision: number;
};

const prefix = "pantomet.draft.";
const allBefore = "pantomet.drafts";
const sameEditWithin = 1500;

const isDraft = (value: unknown): value is Draft =>
  Array.isArray((value as Draft | null)?.document?.slots) && typeof (value as Draft).version === "string";

/** The drafts of this browser, by destination, shared by its tabs. They survive a reload. */
export class Drafts {
  private readonly drafts = new Map<string, Draft>();
  // The version that somebody saved here last: what is changed or undone afterwards begins from that.
  private readonly saved = new Map<string, string>();
  private revision = 0;
  private last: { step: Step; field: string; id: string; at: number; after: Destination } | undefined;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly storage: Kept,
    private readonly steps: Pick<History, "add" | "isLast">,
  ) {
    this.takeOver();
    for (let at = 0; at < storage.length; at++) {
      const name = storage.key(at);
      if (name) this.read(name);
    }
  }

  of(id: string | undefined): Draft | undefined {
    return id === undefined ? undefined : this.drafts.get(id);
  }

  /** Changes a destination; can be undone. Changes of one field that follow closely are one step. */
  edit(
    stored: { document: Destination; version: string },
    label: string,
    next: Destination,
    /** Which field it is, where several are called alike. */
    field = label,
  ): void {
    const id = stored.document.id;
    const base = this.drafts.get(id) ?? stored;
    this.put(id, { ...base, document: next });
    const last = this.last;
    if (
      last &&
      last.id === id &&
      last.field === field &&
      Date.now() - last.at < sameEditWithin &&
      this.steps.isLast(last.step)
    ) {
      last.after = next;
      last.at = Date.now();
      return;
    }
    const edit = {
      id,
      field,
      at: Date.now(),
      after: next,
      step: {
        label,
        undo: async () => this.put(id, { version: this.versionOf(base), document: base.document }),
        redo: async () => this.put(id, { version: this.versionOf(base), document: edit.after }),
      },
    };
    this.last = edit;
    this.steps.add(edit.step);
  }

  /** Forgets the changes: they shall not be saved. */
  drop(id: string): void {
    this.drafts.delete(id);
    forget(prefix + id, this.storage);
    this.tell();
  }

  /** A document was saved, as a version that what comes afterwards begins from; what was changed meanwhile is still to be saved. */
  saveAs(document: Destination, version: string): void {
    const now = this.drafts.get(document.id);
    this.saved.set(document.id, version);
    if (now && JSON.stringify(now.document) !== JSON.stringify(document))
      this.put(document.id, { ...now, version });
    else this.drop(document.id);
  }

  put(id: string, draft: Omit<Draft, "revision">): void {
    const next = { document: draft.document, version: draft.version, revision: ++this.revision };
    this.drafts.set(id, next);
    // A table of devices can be larger than what a browser keeps; the draft then lives as long as the page.
    if (!keep(prefix + id, next, this.storage)) forget(prefix + id, this.storage);
    this.tell();
  }

  /** Takes in what another tab has kept or forgotten. */
  follow = ({ key }: Pick<StorageEvent, "key">): void => {
    if (key?.startsWith(prefix) && !this.read(key)) this.drafts.delete(key.slice(prefix.length));
    this.tell();
  };

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  // Once all drafts were kept as one.
  private takeOver(): void {
    const all = kept(
      allBefore,
      (value): value is object => typeof value === "object" && value !== null,
      this.storage,
    );
    if (!all) return;
    for (const [id, draft] of Object.entries(all))
      if (isDraft(draft) && !this.storage.getItem(prefix + id)) keep(prefix + id, draft, this.storage);
    forget(allBefore, this.storage);
  }

  private versionOf({ document, version }: { document: Destination; version: string }): string {
    return this.drafts.get(document.id)?.version ?? this.saved.get(document.id) ?? version;
  }

  private read(name: string): boolean {
    const draft = name.startsWith(prefix) ? kept(name, isDraft, this.storage) : undefined;
    // Revisions count for this page only: what is known of another draft of the same number is not to be taken for this one's.
    if (draft) this.drafts.set(name.slice(prefix.length), { ...draft, revision: ++this.revision });
    return draft !== undefined;
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

export const drafts = new Drafts(localStorage, history);
// Here and not where the page starts: until a screen needs drafts, nobody has to know of them. Tests have no window.
globalThis.window?.addEventListener("storage", drafts.follow);

/** The unsaved changes of a destination, if there are any. */
export const useDraftOf = (id: string | undefined): Draft | undefined =>
  useSyncExternalStore(drafts.subscribe, () => drafts.of(id));
