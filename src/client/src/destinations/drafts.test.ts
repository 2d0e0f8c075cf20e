import { describe, expect, it, vi } from "vitest";
import type { Destination } from "../api/client";
import { History } from "../shell/history";

vi.stubGlobal("localStorage", { getItem: () => null, setItem: () => undefined });
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

function made() {
  const kept = new Map<string, string>();
  const storage = {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, text: string) => void kept.set(name, text),
  };
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

  it("survive a reload, with the version they began from", () => {
    const { drafts, storage, steps } = made();
    drafts.edit(stored, "name", named("Stand"));
    const again = new Drafts(storage, steps);
    expect(again.of("stall")).toMatchObject({ version: "v1", document: { name: "Stand" } });
    again.drop("stall");
    expect(new Drafts(storage, steps).of("stall")).toBeUndefined();
  });

  it("can be undone after they were saved, as changes to what was saved", async () => {
    const { drafts, steps } = made();
    drafts.edit(stored, "name", named("Stand"));
    drafts.drop("stall");
    await steps.undo();
    expect(drafts.of("stall")?.document.name).toBe("Stall");
  });

  it("begin afresh where what was kept is broken", () => {
    const storage = { getItem: () => '{"a":{"document":5}}', setItem: () => undefined };
    expect(new Drafts(storage, new History()).of("a")).toBeUndefined();
  });
});
