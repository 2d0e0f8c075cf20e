import { useEffect, useRef, useSyncExternalStore } from "react";
import { say, sayStep } from "./notices";

/** Something a person did that can be taken back and done again. */
export type Step = { label: string; undo: () => Promise<unknown>; redo: () => Promise<unknown> };

/** Steps of this visit, the way back and the way forward. */
export class History {
  private done: Step[] = [];
  private undone: Step[] = [];
  private busy: Promise<unknown> = Promise.resolve();
  private readonly listeners = new Set<() => void>();
  private shown: { undo: string | undefined; redo: string | undefined } = {
    undo: undefined,
    redo: undefined,
  };

  /** Remembers a step that has just been done; what was undone before cannot be redone any more. */
  add(step: Step): void {
    this.done.push(step);
    this.undone = [];
    this.tell();
  }

  /** Does a step for the first time and remembers it; an undo that is asked for meanwhile waits, and takes it back. */
  do<T>(step: Omit<Step, "redo"> & { redo: () => Promise<T> }): Promise<T> {
    const turn = this.busy.then(async () => {
      const done = await step.redo();
      this.add(step);
      return done;
    });
    this.busy = turn.catch(() => undefined);
    return turn;
  }

  /** Whether a step is the last that was done, so that undo would take it back. */
  isLast(step: Step): boolean {
    return this.done.at(-1) === step;
  }

  /** The step that undo would take back. */
  last(): Step | undefined {
    return this.done.at(-1);
  }

  /** Takes the last step back, or this one as long as it is the last. Steps wait for each other. */
  undo(only?: Step): Promise<string | undefined> {
    return this.move(
      () => (only && !this.isLast(only) ? undefined : this.done.pop()),
      (step) => step.undo(),
      (step) => this.undone.push(step),
      (step) => this.done.push(step),
    );
  }

  /** Does the last undone step again. */
  redo(): Promise<string | undefined> {
    return this.move(
      () => this.undone.pop(),
      (step) => step.redo(),
      (step) => this.done.push(step),
      (step) => this.undone.push(step),
    );
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Labels of the steps next in line, either way. */
  next = (): { undo: string | undefined; redo: string | undefined } => this.shown;

  private move(
    take: () => Step | undefined,
    run: (step: Step) => Promise<unknown>,
    keep: (step: Step) => void,
    putBack: (step: Step) => void,
  ): Promise<string | undefined> {
    const turn = this.busy.then(async () => {
      const step = take();
      if (!step) return;
      try {
        await run(step);
        keep(step);
        return step.label;
      } catch (problem) {
        // What somebody else has changed since can never be taken back; what stands behind it can.
        if ((problem as { status?: number }).status !== 412) putBack(step);
        throw problem;
      } finally {
        this.tell();
      }
    });
    this.busy = turn.catch(() => undefined);
    return turn;
  }

  private tell(): void {
    this.shown = { undo: this.done.at(-1)?.label, redo: this.undone.at(-1)?.label };
    for (const listener of this.listeners) listener();
  }
}

export const history = new History();

/** The labels of what can be undone and redone now. */
export const useHistory = () => useSyncExternalStore(history.subscribe, history.next);

/** Undo and redo of what a screen shows, kept on the server. */
export type OwnSteps = {
  undo: () => Promise<unknown>;
  redo: () => Promise<unknown>;
  /** What each would do; undefined where there is nothing. */
  labels: { undo: string | undefined; redo: string | undefined };
};

const own: { current: OwnSteps }[] = [];
const ownListeners = new Set<() => void>();
let ownLabels: OwnSteps["labels"] | undefined;

function tellOwn(): void {
  ownLabels = own.at(-1)?.current.labels;
  for (const listener of ownListeners) listener();
}

/** While the caller is on screen, undo and redo are its own. */
export function useOwnSteps(steps: OwnSteps): void {
  const latest = useRef(steps);
  latest.current = steps;
  useEffect(() => {
    own.push(latest);
    tellOwn();
    return () => {
      own.splice(own.indexOf(latest), 1);
      tellOwn();
    };
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: told whenever it has changed
  useEffect(tellOwn, [steps.labels.undo, steps.labels.redo]);
}

/** What undo and redo would do now. */
export function useSteps(): { undo: string | undefined; redo: string | undefined } {
  const shared = useHistory();
  const mine = useSyncExternalStore(
    (listener) => {
      ownListeners.add(listener);
      return () => ownListeners.delete(listener);
    },
    () => ownLabels,
  );
  return mine ?? shared;
}

async function step(way: "undo" | "redo", words: string): Promise<void> {
  const mine = own.at(-1)?.current;
  const label = mine ? mine.labels[way] : await history[way]();
  if (mine) await mine[way]();
  if (label) say(`${words}: ${label}.`);
}

/** Takes back what the person sees as the last step, and says what that was. */
export const undoStep = (): Promise<void> => step("undo", "Undone");

/** Does it again, and says what that was. */
export const redoStep = (): Promise<void> => step("redo", "Done again");

/** Says what was done just now, with the way to take it back. */
export const sayDone = (sentence: string): void => sayStep(sentence, history.last());
