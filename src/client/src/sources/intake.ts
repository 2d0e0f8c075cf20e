import { useSyncExternalStore } from "react";
import type { Schemas } from "../data/client";
import { type Connection, connection as server } from "../data/connection";
import { sourceOf } from "./known";

/** Where a file that is being sent stands. */
export type Arrival = {
  id: number;
  name: string;
  bytes: number;
  sent: number;
  state:
    | "waiting"
    | "checking"
    | "sending"
    | "reading"
    | "lost"
    | "taken"
    | "known"
    | "refused"
    | "cancelled";
  sentence: string;
};

const atOnce = 3;
const tellEvery = 100;
// What stands between us and the server says so for a server that is away.
const away = [0, 502, 503, 504];

type Waiting = { arrival: Arrival; file: File; wasSent: boolean };

/**
 * Sends files to the server, a few at a time, each in a request of its own so that one cannot spoil another. A file that the server has
 * already is not sent; one whose connection was lost goes back into line until the server answers again.
 */
export class Intake {
  private arrivals: Arrival[] = [];
  private shown: readonly Arrival[] = [];
  private readonly waiting: Waiting[] = [];
  private readonly checking = new Set<number>();
  private readonly sending = new Map<number, XMLHttpRequest>();
  private readonly listeners = new Set<() => void>();
  private lastId = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isAway = false;

  constructor(
    private readonly find: typeof sourceOf = sourceOf,
    private readonly connection: Pick<Connection, "lost" | "back"> = server,
  ) {}

  /** Called whenever a file has become a source. */
  onTaken: () => void = () => {};

  /** Puts files in line. */
  add(files: readonly File[]): void {
    for (const file of files) {
      const arrival: Arrival = {
        id: ++this.lastId,
        name: file.name,
        bytes: file.size,
        sent: 0,
        state: "waiting",
        sentence: "",
      };
      this.arrivals.push(arrival);
      this.waiting.push({ arrival, file, wasSent: false });
    }
    this.next();
    this.tell();
  }

  /** Stops everything that has not arrived; what has arrived stays. */
  cancel(): void {
    for (const { arrival } of this.waiting.splice(0)) arrival.state = "cancelled";
    for (const arrival of this.arrivals) if (arrival.state === "checking") arrival.state = "cancelled";
    for (const request of this.sending.values()) request.abort();
    this.tell();
  }

  /** Forgets the list, once nothing is in hand. */
  clear(): void {
    if (this.isBusy()) return;
    this.arrivals = [];
    this.tell();
  }

  isBusy(): boolean {
    return this.waiting.length + this.checking.size + this.sending.size > 0;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  list = (): readonly Arrival[] => this.shown;

  private next(): void {
    while (!this.isAway && this.checking.size + this.sending.size < atOnce) {
      const first = this.waiting.shift();
      if (!first) return;
      void this.begin(first);
    }
  }

  private async begin(one: Waiting): Promise<void> {
    const { arrival, file } = one;
    arrival.state = "checking";
    this.checking.add(arrival.id);
    const known = await this.find(file);
    this.checking.delete(arrival.id);
    // Cancelled meanwhile.
    if (arrival.state !== "checking") this.done(arrival);
    else if (known)
      this.settle(arrival, {
        fileName: arrival.name,
        source: known,
        duplicateOf: one.wasSent ? undefined : known.id,
      });
    else this.send(one);
    this.tellSoon();
  }

  private send(one: Waiting): void {
    const { arrival, file } = one;
    // fetch cannot say how much has been sent.
    const request = new XMLHttpRequest();
    const body = new FormData();
    body.append("files", file, file.name);
    arrival.state = "sending";
    request.upload.onprogress = (event) => {
      arrival.sent = Math.min(event.loaded, arrival.bytes);
      if (event.loaded === event.total) arrival.state = "reading";
      this.tellSoon();
    };
    request.onload = () => (away.includes(request.status) ? this.lose(one) : this.ended(arrival, request));
    request.onerror = () => this.lose(one);
    request.onabort = () => {
      arrival.state = "cancelled";
      this.done(arrival);
    };
    request.open("POST", "/api/sources");
    request.send(body);
    this.sending.set(arrival.id, request);
  }

  private ended(arrival: Arrival, request: XMLHttpRequest): void {
    let entry: Schemas["IntakeAnswer"] | undefined;
    let sentence = `${arrival.name}: the server answered ${request.status}. Send it again.`;
    try {
      const body = JSON.parse(request.responseText);
      entry = Array.isArray(body) ? body[0] : undefined;
      sentence = body.detail ?? sentence;
    } catch {
      // Not an answer of ours; the sentence above stands.
    }
    if (!entry || entry.problem) {
      this.refuse(arrival, entry?.problem?.detail ?? sentence);
      return;
    }
    this.settle(arrival, entry);
  }

  private settle(arrival: Arrival, entry: Schemas["IntakeAnswer"]): void {
    arrival.sent = arrival.bytes;
    arrival.state = entry.duplicateOf ? "known" : "taken";
    arrival.sentence = entry.duplicateOf
      ? `${arrival.name}: the same bytes are here already, as ${entry.source?.fileName}. Nothing was stored twice.`
      : "";
    this.onTaken();
    this.done(arrival);
  }

  // Back into line, before those that were not sent yet, until the server answers.
  private lose(one: Waiting): void {
    const { arrival } = one;
    arrival.state = "lost";
    arrival.sent = 0;
    one.wasSent = true;
    this.sending.delete(arrival.id);
    this.waiting.unshift(one);
    if (!this.isAway) {
      this.isAway = true;
      this.connection.lost();
      void this.connection.back().then(() => {
        this.isAway = false;
        this.next();
        this.tell();
      });
    }
    this.tell();
  }

  private refuse(arrival: Arrival, sentence: string): void {
    arrival.state = "refused";
    arrival.sentence = sentence;
    this.done(arrival);
  }

  private done(arrival: Arrival): void {
    this.sending.delete(arrival.id);
    this.next();
    this.tell();
  }

  private tellSoon(): void {
    this.timer ??= setTimeout(() => this.tell(), tellEvery);
  }

  private tell(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
    this.shown = this.arrivals.map((arrival) => ({ ...arrival }));
    for (const listener of this.listeners) listener();
  }
}

export const intake = new Intake();

export const useArrivals = () => useSyncExternalStore(intake.subscribe, intake.list);
