/** What a browser keeps for its pages, as far as it does: it may be full, or forbidden. */
export type Kept = Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length">;

/** What was kept under a name, if it is what it should be. */
export function kept<T>(name: string, isRight: (value: unknown) => value is T, storage: Kept = localStorage) {
  try {
    const value: unknown = JSON.parse(storage.getItem(name) ?? "null");
    return isRight(value) ? value : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps a value; gives whether there was room. Where there is none it lives as long as the page. */
export function keep(name: string, value: unknown, storage: Kept = localStorage): boolean {
  try {
    storage.setItem(name, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}

/** Forgets what was kept under a name. */
export function forget(name: string, storage: Kept = localStorage): void {
  try {
    storage.removeItem(name);
  } catch {
    // Nothing was kept then.
  }
}
