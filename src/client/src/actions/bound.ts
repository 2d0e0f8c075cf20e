import { createContext, useContext, useEffect, useRef, useSyncExternalStore } from "react";
import { keep, kept } from "../data/kept";
import { type ActId, type ActOf, keyMarks, keysOf, type Scope } from "./catalogue";
import { isCharacter, keyNames } from "./keyNames";

/** What is done when a thing is asked for, with the key that asked; false where it cannot be done now. */
export type Run = ((key: string, event?: KeyboardEvent) => unknown) | false | undefined;

type Layer = { scope: Scope; depth: number; acts: { current: Partial<Record<string, Run>> } };

const layers: Layer[] = [];
const listeners = new Set<() => void>();
const covers: number[] = [];
let version = 0;

const tell = () => {
  version++;
  for (const listener of listeners) listener();
};

/** How deep under dialogs and menus something stands: 0 on a screen. */
export const Depth = createContext(0);

/** While the caller is on screen, nothing beneath it hears a key. */
export function useCover(isOn: boolean): number {
  const own = useContext(Depth) + 1;
  useEffect(() => {
    if (!isOn) return;
    covers.push(own);
    return () => {
      covers.splice(covers.indexOf(own), 1);
    };
  }, [isOn, own]);
  return own;
}

/** Says how the things of a place are done, for as long as the caller is on screen. */
export function useActions<S extends Scope>(scope: S, acts: Partial<Record<ActOf<S>, Run>>): void {
  const latest = useRef<Partial<Record<string, Run>>>(acts);
  latest.current = acts;
  const own = useContext(Depth);
  useEffect(() => {
    const layer: Layer = { scope, depth: own, acts: latest };
    layers.push(layer);
    tell();
    return () => {
      layers.splice(layers.indexOf(layer), 1);
      tell();
    };
  }, [scope, own]);
}

/** Does a thing, as far as it can be done now. */
export function perform(id: ActId): void {
  const [scope, act] = id.split(".") as [Scope, string];
  // A place may be in several hands: of the board, its cells are the grid's and what is done to them the bar's.
  const runs = layers.filter((layer) => layer.scope === scope).map((layer) => layer.acts.current[act]);
  const run = runs.findLast((one) => one);
  if (run) run(keysOf(id)[0] ?? "");
}

/** Whether the places of some things are on screen. */
export const useScopes = (): readonly Scope[] => {
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => version,
  );
  return [...new Set(layers.map((layer) => layer.scope))];
};

// What a key does in the element that has the focus goes before any act.
function isTakenBy(target: EventTarget | null, name: string): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLTextAreaElement || target.isContentEditable) return true;
  const isChord = name.startsWith("mod+");
  if (target instanceof HTMLSelectElement) return !isChord;
  if (target instanceof HTMLInputElement) {
    if (["checkbox", "radio", "button", "file"].includes(target.type))
      return name === " " || (target.type === "radio" && name.startsWith("Arrow"));
    if (target.type === "range") return /^(Arrow|Home|End|Page)/.test(name);
    return true;
  }
  const role = target.getAttribute("role");
  if (role === "slider") return /^(Arrow|Home|End|Page)/.test(name);
  const presses = target.matches("button, a, summary, [role=button], [role=tab], [role=switch]");
  return presses && (name === " " || name === "Enter");
}

const setting = "pantomet.keys";
let areCharactersOn = kept(setting, (value): value is boolean => typeof value === "boolean") ?? true;

/** Whether single letters, digits and signs do something. */
export const useCharacterKeys = (): boolean =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => areCharactersOn,
  );

/** What stands on the key of an act, where that key does something. */
export function useKeyMark(id: ActId | undefined): string | undefined {
  const isOn = useCharacterKeys();
  const [key] = id ? keysOf(id) : [];
  return key && (isOn || !isCharacter(key)) ? keyMarks(key).join(" ") : undefined;
}

/** Switches single letters, digits and signs on or off, for this browser. */
export function setCharacterKeys(on: boolean): void {
  areCharactersOn = on;
  keep(setting, on);
  tell();
}

/** Does what a key stands for; gives whether there was something. */
export function press(event: KeyboardEvent): boolean {
  if (event.defaultPrevented || event.altKey) return false;
  for (const name of keyNames(event)) {
    if (isTakenBy(event.target, name) || (isCharacter(name) && !areCharactersOn)) continue;
    for (const layer of layers.toReversed()) {
      if (layer.depth < Math.max(0, ...covers)) continue;
      for (const [act, run] of Object.entries(layer.acts.current)) {
        if (!run || !keysOf(`${layer.scope}.${act}` as ActId).includes(name)) continue;
        event.preventDefault();
        run(name, event);
        return true;
      }
    }
  }
  return false;
}

/** Hears the keys, for as long as the page is there. */
export const listenToKeys = (): void => window.addEventListener("keydown", press);
