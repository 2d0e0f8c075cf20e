import { useSyncExternalStore } from "react";

/** Whether the server answers, and what it says of its own state. */
export type Connected = {
  isUp: boolean;
  /** When it was noticed that it does not. */
  since: Date | undefined;
  /** What keeps the library from being written, in the server's sentence; empty where all is well. */
  trouble: string;
};

const lookEvery = 10_000;
const firstPause = 1_000;
const longestPause = 8_000;

/** The one place that knows whether the server answers. Who needs it waits here until it does. */
export class Connection {
  private now: Connected = { isUp: true, since: undefined, trouble: "" };
  private readonly listeners = new Set<() => void>();
  private readonly waiting = new Set<() => void>();
  private timer: ReturnType<typeof setTimeout> | undefined;
  private pause = firstPause;
  private cut = new AbortController();

  /** @param ask for the server's state: a sentence, or empty; rejects where it does not answer */
  constructor(private readonly ask: () => Promise<string>) {}

  /** Aborted when the connection is lost: what is under way then gets no answer any more. */
  get untilLost(): AbortSignal {
    return this.cut.signal;
  }

  /** Looks now, and from then on again and again. */
  look = async (): Promise<void> => {
    clearTimeout(this.timer);
    try {
      const trouble = await this.ask();
      this.pause = firstPause;
      this.set({ isUp: true, since: undefined, trouble });
      for (const go of this.waiting) go();
      this.waiting.clear();
    } catch {
      this.set({ isUp: false, since: this.now.since ?? new Date(), trouble: "" });
      this.cut.abort();
      this.cut = new AbortController();
      this.pause = Math.min(2 * this.pause, longestPause);
    }
    clearTimeout(this.timer);
    this.timer = setTimeout(this.look, this.now.isUp ? lookEvery : this.pause);
  };

  /** A request got no answer. */
  lost(): void {
    if (!this.now.isUp) return;
    this.set({ isUp: false, since: new Date(), trouble: "" });
    this.pause = firstPause;
    clearTimeout(this.timer);
    this.timer = setTimeout(this.look, this.pause);
  }

  /** Ends when the server answers; rejects when nobody waits any more. */
  async back(signal?: AbortSignal | null): Promise<void> {
    if (this.now.isUp) return;
    await new Promise<void>((go, stop) => {
      this.waiting.add(go);
      signal?.addEventListener("abort", () => {
        this.waiting.delete(go);
        stop(signal.reason);
      });
    });
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  state = (): Connected => this.now;

  private set(next: Connected): void {
    if (next.isUp === this.now.isUp && next.trouble === this.now.trouble) return;
    this.now = next;
    for (const listener of this.listeners) listener();
  }
}

const patience = 5_000;

async function troubleOf(): Promise<string> {
  const answer = await fetch("/healthz", { cache: "no-store", signal: AbortSignal.timeout(patience) });
  if (answer.ok) return "";
  // Without a sentence of its own it was not the server that answered, but what stands before it.
  return ((await answer.json()) as { detail: string }).detail;
}

export const connection = new Connection(troubleOf);

export const useConnection = (): Connected => useSyncExternalStore(connection.subscribe, connection.state);
