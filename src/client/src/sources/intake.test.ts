import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Connection } from "../data/connection";
import { withoutLeftovers } from "./droppedFiles";
import { Intake } from "./intake";
import type { sourceOf } from "./known";

/** Stands in for the browser's requests, so that a test decides when and how each ends. */
class FakeRequest {
  static open: FakeRequest[] = [];
  upload: { onprogress?: (event: { loaded: number; total: number }) => void } = {};
  onload?: () => void;
  onerror?: () => void;
  onabort?: () => void;
  status = 0;
  responseText = "";

  open(): void {}

  send(): void {
    FakeRequest.open.push(this);
  }

  abort(): void {
    this.end();
    this.onabort?.();
  }

  answer(status: number, body: unknown): void {
    this.status = status;
    this.responseText = typeof body === "string" ? body : JSON.stringify(body);
    this.end();
    this.onload?.();
  }

  lose(): void {
    this.end();
    this.onerror?.();
  }

  private end(): void {
    FakeRequest.open = FakeRequest.open.filter((one) => one !== this);
  }
}

const files = (number: number) =>
  Array.from({ length: number }, (_, index) => new File(["12345"], `kite-${index}.jpg`));
// Nothing is in the library yet, and the server answers when the test says so.
let isThere = true;
const make = (find: (file: File) => Promise<Known> = async () => null) =>
  new Intake(
    find,
    new Connection(async () => {
      if (!isThere) throw new TypeError("Failed to fetch");
      return "";
    }),
  );
type Known = Awaited<ReturnType<typeof sourceOf>>;
const settled = () => vi.advanceTimersByTimeAsync(150);
const states = (intake: Intake) => intake.list().map((one) => one.state);

describe("intake", () => {
  beforeEach(() => {
    FakeRequest.open = [];
    isThere = true;
    vi.useFakeTimers();
    vi.stubGlobal("XMLHttpRequest", FakeRequest);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("sends a few at a time, and the next when one has ended", async () => {
    const intake = make();
    intake.add(files(5));
    await settled();
    expect(FakeRequest.open).toHaveLength(3);
    FakeRequest.open[0]?.answer(200, [{ fileName: "kite-0.jpg", source: { fileName: "kite-0.jpg" } }]);
    await settled();
    expect(FakeRequest.open).toHaveLength(3);
    expect(states(intake)).toEqual(["taken", "sending", "sending", "sending", "waiting"]);
  });

  it("says of each file what became of it, and one never spoils another", async () => {
    const intake = make();
    let taken = 0;
    intake.onTaken = () => taken++;
    intake.add(files(2));
    await settled();
    const [first, second] = FakeRequest.open;
    first?.answer(200, [{ problem: { detail: "kite-0.jpg: This is a text file." } }]);
    second?.answer(200, [{ source: { fileName: "kite.jpg" }, duplicateOf: "abc" }]);
    expect(states(intake)).toEqual(["refused", "known"]);
    expect(intake.list()[0]?.sentence).toBe("kite-0.jpg: This is a text file.");
    expect(intake.list()[1]?.sentence).toContain("as kite.jpg");
    expect(taken).toBe(1);
    expect(intake.isBusy()).toBe(false);
  });

  it("shows the server's own sentence when the whole request was refused, and a sentence even without one", async () => {
    const intake = make();
    intake.add(files(2));
    await settled();
    const [first, second] = FakeRequest.open;
    first?.answer(507, { detail: "The disk of the server is full." });
    second?.answer(418, "<html>");
    expect(intake.list()[0]?.sentence).toBe("The disk of the server is full.");
    expect(intake.list()[1]?.sentence).toContain("418");
  });

  it("picks up where the connection was lost, and sends no finished file again", async () => {
    const intake = make();
    intake.add(files(5));
    await settled();
    const [first, second, third] = FakeRequest.open;
    first?.answer(200, [{ source: { fileName: "kite-0.jpg" } }]);
    await settled();
    isThere = false;
    second?.lose();
    third?.answer(503, "<html>");
    FakeRequest.open[0]?.lose();
    expect(states(intake)).toEqual(["taken", "lost", "lost", "lost", "waiting"]);
    await vi.advanceTimersByTimeAsync(60_000);
    expect(FakeRequest.open).toHaveLength(0);
    isThere = true;
    await vi.advanceTimersByTimeAsync(10_000);
    expect(states(intake)).toEqual(["taken", "sending", "sending", "sending", "waiting"]);
  });

  it("does not send what is in the library, nor what arrived although its answer was lost", async () => {
    let isKnown = true;
    const intake = make(async (file) => (isKnown ? ({ id: "abc", fileName: file.name } as Known) : null));
    intake.add(files(1));
    await settled();
    expect([FakeRequest.open.length, ...states(intake)]).toEqual([0, "known"]);
    isKnown = false;
    intake.add(files(1));
    await settled();
    FakeRequest.open[0]?.lose();
    isKnown = true;
    await vi.advanceTimersByTimeAsync(1_100);
    expect([FakeRequest.open.length, ...states(intake)]).toEqual([0, "known", "taken"]);
  });

  it("can be cancelled: what has arrived stays, the rest is not sent", async () => {
    const intake = make();
    intake.add(files(6));
    await settled();
    FakeRequest.open[0]?.answer(200, [{ source: { fileName: "kite-0.jpg" } }]);
    intake.cancel();
    expect(FakeRequest.open).toHaveLength(0);
    expect(states(intake)).toEqual(["taken", ...Array(5).fill("cancelled")]);
  });

  it("forgets its list only when nothing is in hand", async () => {
    const intake = make();
    intake.add(files(1));
    await settled();
    intake.clear();
    expect(intake.list()).toHaveLength(1);
    FakeRequest.open[0]?.answer(200, [{ source: { fileName: "kite-0.jpg" } }]);
    intake.clear();
    expect(intake.list()).toEqual([]);
  });

  it("follows the bytes, and tells sending from reading", async () => {
    const intake = make();
    intake.add(files(1));
    await settled();
    const request = FakeRequest.open[0];
    request?.upload.onprogress?.({ loaded: 3, total: 90 });
    vi.advanceTimersByTime(200);
    expect(intake.list()[0]).toMatchObject({ sent: 3, state: "sending" });
    request?.upload.onprogress?.({ loaded: 90, total: 90 });
    vi.advanceTimersByTime(200);
    expect(intake.list()[0]).toMatchObject({ sent: 5, state: "reading" });
  });
});

describe("a dropped folder", () => {
  it("leaves out what file managers put there by themselves", () => {
    const names = [".DS_Store", "Thumbs.db", "desktop.ini", ".hidden.jpg", "kite.jpg", "notes.txt"];
    expect(withoutLeftovers(names.map((name) => new File([], name))).map((file) => file.name)).toEqual([
      "kite.jpg",
      "notes.txt",
    ]);
  });
});
