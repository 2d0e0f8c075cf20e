import { useMutation } from "@tanstack/react-query";
import { problemOf, type Schemas, type Source } from "../data/client";
import { RepeatableRequest, transport } from "../data/transport";
import { say } from "../shell/notices";
import { rememberReplacing, tookPlace } from "./replacing";

/** Puts a better file of the same picture in the place of a source; can be undone. */
export function useReplaceSource() {
  return useMutation({
    mutationFn: async ({ source, file }: { source: Source; file: File }) => {
      const form = new FormData();
      form.append("files", file);
      const path = `/api/sources/${source.id}/replacement`;
      const response = await transport(new RepeatableRequest(path, { method: "POST", body: form }));
      const body = await response.json();
      if (!response.ok) throw problemOf(response, body);
      const replaced = body as Schemas["ReplacementAnswer"];
      await tookPlace(source.id, replaced.source.id);
      rememberReplacing("replacing", source.id, replaced.source.id);
      say(
        replaced.hasOtherRatio
          ? `${source.stem} is now ${file.name}. Its proportions are others, so crops set by hand are up for review.`
          : `${source.stem} is now ${file.name}. Subject, framings and names went over.`,
      );
      return replaced.source;
    },
  });
}
