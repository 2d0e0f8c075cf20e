import { beforeEach, describe, expect, it, vi } from "vitest";

describe("what a person works on", () => {
  const kept = new Map<string, string>();
  beforeEach(() => {
    kept.clear();
    vi.resetModules();
    vi.stubGlobal("localStorage", {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => kept.set(key, value),
    });
  });

  it("puts ids in and takes them out, keeping the order of the rest", async () => {
    const { toggled } = await import("./choice");
    expect(toggled(["a", "b", "c"], ["b"], false)).toEqual(["a", "c"]);
    expect(toggled(["a", "c"], ["b", "c"], true)).toEqual(["a", "b", "c"]);
    expect(toggled([], [], true)).toEqual([]);
  });

  it("is kept over a reload", async () => {
    const { choose } = await import("./choice");
    choose({ slots: ["windowbox.story"] });
    choose({ sources: ["one", "two"] });
    expect(JSON.parse(kept.get("pantomet.choice") ?? "")).toEqual({
      sources: ["one", "two"],
      slots: ["windowbox.story"],
    });
  });

  it.each(["nonsense", "null", '{"sources":7}'])("starts empty when what was kept is %s", async (text) => {
    kept.set("pantomet.choice", text);
    const { choose } = await import("./choice");
    choose({});
    expect(JSON.parse(kept.get("pantomet.choice") ?? "")).toEqual({ sources: [], slots: [] });
  });
});
