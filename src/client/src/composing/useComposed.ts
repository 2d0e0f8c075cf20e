import { useMutation, useQuery } from "@tanstack/react-query";
import { actOnMany, ended } from "../data/acts";
import { changed } from "../data/changed";
import { answer, api, type Schemas, type Source } from "../data/client";
import { keys } from "../data/keys";
import { some } from "../instruments/numbers";
import { choose } from "../shell/choice";
import { history } from "../shell/history";
import { say } from "../shell/notices";
import { rememberReplacing, tookPlace } from "../sources/replacing";

export type Layout = Required<Schemas["ComposedLayout"]>;
export type Tried = Schemas["TriedSource"];
export type PairedBy = Schemas["PairedBy"];
export type ComposedState = Schemas["ComposedState"];

export const usualLayout: Layout = {
  direction: "row",
  gap: 5,
  margin: 0,
  background: "#ffffff",
  width: null,
  shape: null,
};

/** How every composed picture stands to those that it is made of. */
export function useComposedStates(): readonly ComposedState[] {
  const query = useQuery({
    queryKey: keys.composed.states,
    queryFn: async () => (await answer(api.GET("/api/sources/composed"))).items,
  });
  return query.data ?? [];
}

/** What would be made of pictures; many become pairs. */
export function useTried(request: Schemas["ComposedTrial"]) {
  return useQuery({
    queryKey: keys.composed.tried(request),
    queryFn: () => answer(api.POST("/api/sources/composed/try", { body: request })),
    enabled: request.sources.length > 1,
    placeholderData: (before) => before,
    retry: false,
  });
}

/** Makes one picture of several; can be undone. */
export function useCompose() {
  return useMutation({
    mutationFn: async (request: Schemas["ComposedRequest"]): Promise<Source> => {
      const { data, response, error } = await api.POST("/api/sources/composed", { body: request });
      const source = await answer(Promise.resolve({ data: data as Source, response, error }));
      const path = { id: source.id };
      // One that was there before is not taken away by undoing.
      if (response.status === 201)
        history.add({
          label: "making a pair",
          undo: async () => {
            await answer(api.DELETE("/api/sources/{id}", { params: { path } }));
            await changed("sources");
          },
          redo: async () => {
            await answer(api.POST("/api/sources/{id}/restore", { params: { path } }));
            await changed("sources");
          },
        });
      else say(`${source.stem} is that very picture already.`);
      choose({ sources: [source.id] });
      await changed("sources");
      return source;
    },
  });
}

/** Makes a composed picture again, as its pictures are now or with another layout; can be undone. */
export function useRecompose() {
  return useMutation({
    mutationFn: async ({ id, request }: { id: string; request: Schemas["ComposedRequest"] }) => {
      const params = { path: { id } };
      const { source } = await answer(api.PUT("/api/sources/{id}/composed", { params, body: request }));
      await tookPlace(id, source.id);
      if (source.id !== id) rememberReplacing("making it again", id, source.id);
      return source;
    },
  });
}

/** Makes pairs of many pictures as one act. */
export const makePairs = (pairs: readonly Tried[], layout: Layout): Promise<void> =>
  actOnMany(
    some(pairs.length, "pair"),
    {
      // What was shown is what is made, whatever came in meanwhile.
      on: { ids: pairs.flatMap((pair) => pair.sources.map((source) => source.id)) },
      act: "pair",
      pair: { by: "order", layout },
    },
    "sources",
  );

/** Brings composed pictures up to date. */
export async function makeAgain(ids: readonly string[]): Promise<void> {
  const { id } = await answer(
    api.POST("/api/acts", { body: { on: { ids: [...ids] }, act: "makeAgain" } as Schemas["ActRequest"] }),
  );
  await ended(id, "Making again");
  await changed("sources");
}
