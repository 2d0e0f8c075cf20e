import { useMutation } from "@tanstack/react-query";
import { changed } from "../data/changed";
import { answer, api, problemOf, type Schemas, type Source } from "../data/client";
import { RepeatableRequest, transport } from "../data/transport";
import { choose, currentChoice } from "../shell/choice";
import { history } from "../shell/history";
import { say } from "../shell/notices";

/** Puts a better file of the same picture in the place of a source; can be undone. */
export function useReplaceSource() {
  const exchange = async (gone: string, back: string) => {
    await answer(api.DELETE("/api/sources/{id}", { params: { path: { id: gone } } }));
    await answer(api.POST("/api/sources/{id}/restore", { params: { path: { id: back } } }));
    await took(gone, back);
  };
  const took = async (before: string, after: string) => {
    // What was chosen stays chosen, under its new id.
    choose({ sources: currentChoice().sources.map((id) => (id === before ? after : id)) });
    await changed("sources");
  };
  return useMutation({
    mutationFn: async ({ source, file }: { source: Source; file: File }) => {
      const form = new FormData();
      form.append("files", file);
      const path = `/api/sources/${source.id}/replacement`;
      const response = await transport(new RepeatableRequest(path, { method: "POST", body: form }));
      const body = await response.json();
      if (!response.ok) throw problemOf(response, body);
      const replaced = body as Schemas["ReplacementAnswer"];
      await took(source.id, replaced.source.id);
      history.add({
        label: "replacing",
        undo: () => exchange(replaced.source.id, source.id),
        redo: () => exchange(source.id, replaced.source.id),
      });
      say(
        replaced.hasOtherRatio
          ? `${source.stem} is now ${file.name}. Its proportions are others, so crops set by hand are up for review.`
          : `${source.stem} is now ${file.name}. Subject, framings and names went over.`,
      );
      return replaced.source;
    },
  });
}
