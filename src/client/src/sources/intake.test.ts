import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { withoutLeftovers } from "./droppedFiles";
import { Intake } from "./intake";

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
const states = (intake: Intake) => intake.list().map((one) => one.state);

describe("intake", () => {
  beforeEach(() => {
    FakeRequest.open = [];
    vi.stubGlobal("XMLHttpRequest", FakeRequest);
  });
  afterEach(() => vi.unstubAllGlobals());

  it("sends a few at a time, and the next when one has ended", () => {
    const intake = new Intake();
    intake.add(files(5));
    expect(FakeRequest.open).toHaveLength(3);
    FakeRequest.open[0]?.answer(200, [{ fileName: "kite-0.jpg", source: { fileName: "kite-0.jpg" } }]);
    expect(FakeRequest.open).toHaveLength(3);
    expect(states(intake)).toEqual(["taken", "sending", "sending", "sending", "waiting"]);
  });

  it("says of each file what became of it, and one never spoils another", () => {
    const intake = new Intake();
    let taken = 0;
    intake.onTaken = () => taken++;
    intake.add(files(3));
    const [first, second, third] = FakeRequest.open;
    first?.answer(200, [{ problem: { detail: "kite-0.jpg: This is a text file." } }]);
    second?.answer(200, [{ source: { fileName: "kite.jpg" }, duplicateOf: "abc" }]);
    third?.lose();
    expect(states(intake)).toEqual(["refused", "known", "refused"]);
    expect(intake.list()[0]?.sentence).toBe("kite-0.jpg: This is a text file.");
    expect(intake.list()[1]?.sentence).toContain("as kite.jpg");
    expect(intake.list()[2]?.sentence).toContain("connection was lost");
    expect(taken).toBe(1);
    expect(intake.isBusy()).toBe(false);
  });

  it("shows the server's own sentence when the whole request was refused, and a sentence even without one", () => {
    const intake = new Intake();
    intake.add(files(2));
    const [first, second] = FakeRequest.open;
    first?.answer(507, { detail: "The disk of the server is full." });
    second?.answer(502, "<html>");
    expect(intake.list()[0]?.sentence).toBe("The disk of the server is full.");
    expect(intake.list()[1]?.sentence).toContain("502");
  });

  it("can be cancelled: what has arrived stays, the rest is not sent", () => {
    const intake = new Intake();
    intake.add(files(6));
    FakeRequest.open[0]?.answer(200, [{ source: { fileName: "kite-0.jpg" } }]);
    intake.cancel();
    expect(FakeRequest.open).toHaveLength(0);
    expect(states(intake)).toEqual(["taken", ...Array(5).fill("cancelled")]);
  });

  it("forgets its list only when nothing is in hand", () => {
    const intake = new Intake();
    intake.add(files(1));
    intake.clear();
    expect(intake.list()).toHaveLength(1);
    FakeRequest.open[0]?.answer(200, [{ source: { fileName: "kite-0.jpg" } }]);
    intake.clear();
    expect(intake.list()).toEqual([]);
  });

  it("follows the bytes, and tells sending from reading", () => {
    vi.useFakeTimers();
    const intake = new Intake();
    intake.add(files(1));
    const request = FakeRequest.open[0];
    request?.upload.onprogress?.({ loaded: 3, total: 90 });
    vi.advanceTimersByTime(200);
    expect(intake.list()[0]).toMatchObject({ sent: 3, state: "sending" });
    request?.upload.onprogress?.({ loaded: 90, total: 90 });
    vi.advanceTimersByTime(200);
    expect(intake.list()[0]).toMatchObject({ sent: 5, state: "reading" });
    vi.useRealTimers();
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
