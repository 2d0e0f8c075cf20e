import { describe, expect, it } from "vitest";
import { History } from "./history";

/** A number that can be changed and changed back. */
function counter() {
  const history = new History();
  const state = { value: 0 };
  const set = (to: number) => {
    const before = state.value;
    state.value = to;
    history.add({
      label: `to ${to}`,
      undo: async () => {
        state.value = before;
      },
      redo: async () => {
        state.value = to;
      },
    });
  };
  return { history, state, set };
}

describe("history", () => {
  it("goes back and forth step by step", async () => {
    const { history, state, set } = counter();
    set(1);
    set(2);
    await history.undo();
    expect(state.value).toBe(1);
    await history.undo();
    expect(state.value).toBe(0);
    await history.redo();
    await history.redo();
    expect(state.value).toBe(2);
  });

  it("says what comes next either way, and tells its listeners", async () => {
    const { history, set } = counter();
    let told = 0;
    const stop = history.subscribe(() => told++);
    set(1);
    expect(history.next()).toEqual({ undo: "to 1", redo: undefined });
    await history.undo();
    expect(history.next()).toEqual({ undo: undefined, redo: "to 1" });
    expect(told).toBe(2);
    stop();
    set(2);
    expect(told).toBe(2);
  });

  it("forgets what was undone as soon as something new is done", async () => {
    const { history, state, set } = counter();
    set(1);
    await history.undo();
    set(5);
    await history.redo();
    expect(state.value).toBe(5);
  });

  it("takes steps one after the other, however fast they are asked for", async () => {
    const { history, state, set } = counter();
    for (const value of [1, 2, 3, 4]) set(value);
    await Promise.all([history.undo(), history.undo(), history.undo()]);
    expect(state.value).toBe(1);
  });

  it("keeps a step that could not be undone", async () => {
    const history = new History();
    let fails = true;
    history.add({
      label: "framing",
      undo: async () => {
        if (fails) throw new Error("The server does not answer.");
      },
      redo: async () => undefined,
    });
    await expect(history.undo()).rejects.toThrow("does not answer");
    expect(history.next().undo).toBe("framing");
    fails = false;
    await history.undo();
    expect(history.next().redo).toBe("framing");
  });

  it("does nothing when there is nothing to do", async () => {
    const history = new History();
    await history.undo();
    await history.redo();
    expect(history.next()).toEqual({ undo: undefined, redo: undefined });
  });

  it("takes back what is still being done when it is asked to", async () => {
    const history = new History();
    const state: string[] = [];
    let finish = () => {};
    const slow = history.do({
      label: "slow",
      undo: async () => {
        state.push("undone");
      },
      redo: async () => {
        await new Promise<void>((resolve) => {
          finish = resolve;
        });
        state.push("done");
      },
    });
    await Promise.resolve();
    const undone = history.undo();
    finish();
    await Promise.all([slow, undone]);
    expect(state).toEqual(["done", "undone"]);
  });

  it("takes a step back once, however it is asked for", async () => {
    const history = new History();
    const log: string[] = [];
    const step = (label: string) => ({ label, undo: async () => log.push(label), redo: async () => {} });
    const [first, second] = [step("first"), step("second")];
    history.add(first);
    history.add(second);
    await Promise.all([history.undo(), history.undo(second)]);
    await history.undo(second);
    expect(log).toEqual(["second"]);
    expect(history.isLast(first)).toBe(true);
  });

  it("gives up a step that somebody else's change stands in the way of, and goes on behind it", async () => {
    const history = new History();
    const log: string[] = [];
    history.add({ label: "first", undo: async () => log.push("first"), redo: async () => {} });
    history.add({
      label: "second",
      undo: () => Promise.reject(Object.assign(new Error("changed"), { status: 412 })),
      redo: async () => {},
    });
    await expect(history.undo()).rejects.toThrow("changed");
    await history.undo();
    expect(log).toEqual(["first"]);
  });
});
