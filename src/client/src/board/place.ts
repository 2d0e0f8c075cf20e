/** Where somebody was on the board. Kept for this tab, so that coming back from a cell leads to the same place. */
export type BoardPlace = {
  current?: string;
  top: number;
  left: number;
  folded: readonly string[];
};

const key = "pantomet.board";

export function keptPlace(): BoardPlace {
  try {
    const kept = JSON.parse(sessionStorage.getItem(key) ?? "null");
    if (Array.isArray(kept?.folded)) return kept;
  } catch {
    // Nothing usable was kept.
  }
  return { top: 0, left: 0, folded: [] };
}

export function keepPlace(change: Partial<BoardPlace>): void {
  sessionStorage.setItem(key, JSON.stringify({ ...keptPlace(), ...change }));
}
