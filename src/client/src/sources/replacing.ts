import { changed } from "../data/changed";
import { answer, api } from "../data/client";
import { choose, currentChoice } from "../shell/choice";
import { history } from "../shell/history";

/** One took the place of another: what was chosen stays chosen, under its new id. */
export async function tookPlace(before: string, after: string): Promise<void> {
  choose({ sources: currentChoice().sources.map((id) => (id === before ? after : id)) });
  await changed("sources");
}

async function exchange(gone: string, back: string): Promise<void> {
  await answer(api.DELETE("/api/sources/{id}", { params: { path: { id: gone } } }));
  await answer(api.POST("/api/sources/{id}/restore", { params: { path: { id: back } } }));
  await tookPlace(gone, back);
}

/** Remembers that one took the place of another, so that it can be taken back. */
export const rememberReplacing = (label: string, before: string, after: string): void =>
  history.add({
    label,
    undo: () => exchange(after, before),
    redo: () => exchange(before, after),
  });
