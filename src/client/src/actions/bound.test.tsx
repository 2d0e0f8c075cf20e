// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { Button } from "../ui/Button";
import { Covering } from "../ui/Covering";
import { press, setCharacterKeys, useActions } from "./bound";
import { catalogue } from "./catalogue";

let done: string[] = [];

function Sources({ canBin = true, children }: { canBin?: boolean; children?: ReactNode }) {
  useActions("sources", { add: () => done.push("add"), bin: canBin && (() => done.push("bin")) });
  return <main>{children}</main>;
}

function Choosing() {
  useActions("sources", { selectAll: () => done.push("all") });
  return null;
}

function Shell() {
  useActions("everywhere", { undo: () => done.push("undo"), help: () => done.push("help") });
  return null;
}

function key(name: string, target: EventTarget = document.body, chord: KeyboardEventInit = {}): void {
  const event = new KeyboardEvent("keydown", {
    key: name,
    code: "",
    bubbles: true,
    cancelable: true,
    ...chord,
  });
  Object.defineProperty(event, "target", { value: target });
  press(event);
}

describe("what keys do", () => {
  beforeEach(() => {
    done = [];
    setCharacterKeys(true);
  });
  afterEach(cleanup);

  it("is what the screen says now, and nothing where it cannot be done", () => {
    const shown = render(<Sources />);
    key("Delete");
    shown.rerender(<Sources canBin={false} />);
    key("Delete");
    shown.unmount();
    key("a");
    expect(done).toEqual(["bin"]);
  });

  it("is nothing beneath a dialog, and what it was when that is closed", () => {
    const shown = render(
      <Sources>
        <Covering>
          a dialog<Covering>and a menu of it</Covering>
        </Covering>
      </Sources>,
    );
    key("Delete");
    expect(done).toEqual([]);
    shown.rerender(<Sources />);
    key("Delete");
    expect(done).toEqual(["bin"]);
  });

  it("is left to the field that has the focus, except for what fields do not use", () => {
    render(
      <>
        <Shell />
        <Sources />
      </>,
    );
    const field = (kind: string, attributes: object = {}) =>
      Object.assign(document.createElement(kind), attributes);
    key("a", field("input", { type: "text" }));
    key("z", field("input", { type: "text" }), { ctrlKey: true });
    key("a", field("textarea"));
    key("a", field("select"));
    key("ArrowLeft", field("input", { type: "range" }));
    expect(done).toEqual([]);
    key("z", field("input", { type: "range" }), { ctrlKey: true });
    key("z", field("select"), { ctrlKey: true });
    key("a", field("input", { type: "checkbox" }));
    expect(done).toEqual(["undo", "undo", "add"]);
  });

  it("is nothing for single letters and signs when they are switched off, and buttons do it still", () => {
    render(
      <>
        <Shell />
        <Sources>
          <Button act="sources.add">Add</Button>
          <Button act="sources.bin">Bin</Button>
        </Sources>
      </>,
    );
    const buttons = () => screen.getAllByRole("button").map((button) => button.textContent);
    expect(buttons()).toEqual(["AddA", "BinDel"]);
    act(() => setCharacterKeys(false));
    // No key is promised that does nothing.
    expect(buttons()).toEqual(["Add", "BinDel"]);
    for (const name of ["a", "?"]) key(name);
    expect(done).toEqual([]);
    key("Delete");
    key("z", document.body, { ctrlKey: true });
    key("F1");
    // Somebody else on the same screen does other things there.
    render(<Choosing />);
    fireEvent.click(screen.getByText("Add"));
    expect(done).toEqual(["bin", "undo", "help", "add"]);
  });
});

describe("the catalogue", () => {
  it("gives no key to two things of one place, nor one of a place's keys to what works everywhere", () => {
    const shared = Object.values(catalogue.everywhere).flat();
    for (const [scope, acts] of Object.entries(catalogue)) {
      const own: string[] = Object.values(acts).flat();
      const all = scope === "everywhere" ? own : [...own, ...shared];
      expect(new Set(all).size, scope).toBe(all.length);
    }
  });
});
