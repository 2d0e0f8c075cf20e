import { useMutation, useQuery } from "@tanstack/react-query";
import { changed } from "../data/changed";
import { answer, api, problemOf, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { RepeatableRequest, transport } from "../data/transport";

export type OwnFont = Schemas["FontAnswer"];

/** Before the digits of an own font, in a document. */
export const ownPrefix = "sha256:";

/** How a document names an own font. */
export const fontOf = (font: { id: string }): string => `${ownPrefix}${font.id}`;

/** The fonts that were added, by name. */
export function useFonts() {
  return useQuery({
    queryKey: keys.fonts,
    queryFn: async () => (await answer(api.GET("/api/fonts"))).items,
  });
}

/** Adds fonts; what came before one that is refused stays. */
export function useAddFonts() {
  return useMutation({
    mutationFn: async (files: readonly File[]) => {
      const form = new FormData();
      for (const file of files) form.append("files", file);
      const response = await transport(new RepeatableRequest("/api/fonts", { method: "POST", body: form }));
      const body = await response.json();
      if (!response.ok) throw problemOf(response, body);
      return (body as Schemas["FontList"]).items;
    },
    onSettled: () => changed("fonts"),
  });
}

/** Takes a font out of the library. */
export function useDeleteFont() {
  return useMutation({
    mutationFn: (id: string) => answer(api.DELETE("/api/fonts/{id}", { params: { path: { id } } })),
    onSettled: () => changed("fonts"),
  });
}
