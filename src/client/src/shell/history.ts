import { useEffect, useRef, useSyncExternalStore } from "react";

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

  /** Takes the last step back. Steps wait for each other. */
  undo(): Promise<void> {
    return this.move(
      () => this.done.pop(),
      (step) => step.undo(),
      (step) => this.undone.push(step),
      (step) => this.done.push(step),
    );
  }

  /** Does the last undone step again. */
  redo(): Promise<void> {
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
  ): Promise<void> {
    const turn = this.busy.then(async () => {
      const step = take();
      if (!step) return;
      try {
        await run(step);
        keep(step);
      } catch (problem) {
        putBack(step);
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

type Own = { undo: () => Promise<unknown>; redo: () => Promise<unknown> };
const own: { current: Own }[] = [];

/** While the caller is on screen, undo and redo are its own: those of what it shows, kept on the server. */
export function useOwnSteps(undo: Own["undo"], redo: Own["redo"]): void {
  const steps = useRef<Own>({ undo, redo });
  steps.current = { undo, redo };
  useEffect(() => {
    own.push(steps);
    return () => {
      own.splice(own.indexOf(steps), 1);
    };
  }, []);
}

/** Takes back what the person sees as the last step. */
export const undoStep = (): Promise<unknown> => own.at(-1)?.current.undo() ?? history.undo();

/** Does it again. */
export const redoStep = (): Promise<unknown> => own.at(-1)?.current.redo() ?? history.redo();
