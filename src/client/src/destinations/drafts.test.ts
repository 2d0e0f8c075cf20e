import { describe, expect, it, vi } from "vitest";
import type { Destination } from "../data/client";
import type { Kept } from "../data/kept";
import { History } from "../shell/history";

class FakeStorage implements Kept {
  constructor(
    private readonly room = Number.POSITIVE_INFINITY,
    private readonly items = new Map<string, string>(),
  ) {}

  get length(): number {
    return this.items.size;
  }

  key = (at: number) => [...this.items.keys()][at] ?? null;
  getItem = (name: string) => this.items.get(name) ?? null;
  removeItem = (name: string) => void this.items.delete(name);
  setItem = (name: string, text: string) => {
    if (text.length > this.room) throw new DOMException("full", "QuotaExceededError");
    this.items.set(name, text);
  };
}

vi.stubGlobal("localStorage", new FakeStorage());
const { Drafts } = await import("./drafts");

const document: Destination = {
  format: "pantomet-destination-1",
  id: "stall",
  name: "Stall",
  kind: "site",
  slots: [],
};
const stored = { document, version: "v1" };
const named = (name: string): Destination => ({ ...document, name });

function made(storage = new FakeStorage()) {
  const steps = new History();
  return { storage, steps, drafts: new Drafts(storage, steps) };
}

describe("Drafts", () => {
  it("take typing in one field as one step, and undo and redo it whole", async () => {
    const { drafts, steps } = made();
    drafts.edit(stored, "name", named("S"));
    drafts.edit(stored, "name", named("St"));
    drafts.edit(stored, "kind", { ...named("St"), kind: "print" });
    await steps.undo();
    expect(drafts.of("stall")?.document).toEqual(named("St"));
    await steps.undo();
    expect(drafts.of("stall")?.document).toEqual(document);
    await steps.redo();
    expect(drafts.of("stall")?.document.name).toBe("St");
  });

  it("tell fields apart that are called alike, and call each step by its words alone", async () => {
    const { drafts, steps } = made();
    drafts.edit(stored, "maximum", named("A"), "slots[0].limits.mostBytes");
    drafts.edit(stored, "maximum", named("B"), "slots[1].limits.mostBytes");
    expect(steps.last()?.label).toBe("maximum");
    await steps.undo();
    expect(drafts.of("stall")?.document.name).toBe("A");
  });

  it("survive a reload, with the version they began from", () => {
    const { drafts, storage, steps } = made();
    drafts.edit(stored, "name", named("Stand"));
    const again = new Drafts(storage, steps);
    expect(again.of("stall")).toMatchObject({ version: "v1", document: { name: "Stand" } });
    again.drop("stall");
    expect(new Drafts(storage, steps).of("stall")).toBeUndefined();
  });

  it("can be undone after they were saved, as changes to the version that was saved", async () => {
    const { drafts, steps } = made();
    drafts.edit(stored, "name", named("Stand"));
    drafts.saveAs(named("Stand"), "v2");
    await steps.undo();
    expect(drafts.of("stall")).toMatchObject({ document: { name: "Stall" }, version: "v2" });
    await steps.redo();
    expect(drafts.of("stall")).toMatchObject({ document: { name: "Stand" }, version: "v2" });
  });

  it("that came while others were saved stay, as changes to what was saved", () => {
    const { drafts } = made();
    drafts.edit(stored, "name", named("Stand"));
    drafts.edit(stored, "note", { ...named("Stand"), note: "By the pier" });
    drafts.saveAs(named("Stand"), "v2");
    expect(drafts.of("stall")).toMatchObject({ document: { note: "By the pier" }, version: "v2" });
    drafts.saveAs({ ...named("Stand"), note: "By the pier" }, "v3");
    expect(drafts.of("stall")).toBeUndefined();
  });

  it("of two tabs live beside each other, and what one changes the other shows", () => {
    const { drafts: here, storage, steps } = made();
    const there = new Drafts(storage, steps);
    here.edit(stored, "name", named("Stand"));
    there.edit({ document: { ...document, id: "blog" }, version: "v1" }, "name", { ...document, id: "blog" });
    expect(new Drafts(storage, steps).of("stall")?.document.name).toBe("Stand");
    there.follow({ key: "pantomet.draft.stall" });
    expect(there.of("stall")?.document.name).toBe("Stand");
    here.drop("stall");
    there.follow({ key: "pantomet.draft.stall" });
    expect(there.of("stall")).toBeUndefined();
  });

  it("have numbers of their own after a reload, so that no answer about another is taken for theirs", () => {
    const { drafts, storage, steps } = made();
    for (const name of ["S", "St", "Sta"]) drafts.edit(stored, "name", named(name));
    const again = new Drafts(storage, steps);
    const before = again.of("stall")?.revision;
    again.edit(stored, "name", named("Stan"));
    expect(again.of("stall")?.revision).toBeGreaterThan(before as number);
  });

  it("live as long as the page where the browser keeps no more", () => {
    const { drafts, storage, steps } = made(new FakeStorage(20));
    drafts.edit(stored, "name", named("Stand"));
    expect(drafts.of("stall")?.document.name).toBe("Stand");
    expect(new Drafts(storage, steps).of("stall")).toBeUndefined();
  });

  it("that were kept before each had a place of its own are still there", () => {
    const storage = new FakeStorage();
    storage.setItem("pantomet.drafts", JSON.stringify({ stall: { document, version: "v1", revision: 7 } }));
    expect(new Drafts(storage, new History()).of("stall")).toMatchObject({ version: "v1", document });
    expect(new Drafts(storage, new History()).of("stall")).toBeDefined();
  });

  it("begin afresh where what was kept is broken", () => {
    const storage = new FakeStorage();
    storage.setItem("pantomet.draft.a", '{"document":5}');
    expect(new Drafts(storage, new History()).of("a")).toBeUndefined();
  });
});
