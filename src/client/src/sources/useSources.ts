import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { actOnMany } from "../api/acts";
import { answer, api, type Schemas, type Source } from "../api/client";
import { history } from "../shell/history";

const pageSize = 200;

/** All sources that fit a search and, if a slot or destination is named, are large enough for it; page by page, newest first. */
export function useSources(search: string, enoughFor?: string) {
  return useInfiniteQuery({
    queryKey: ["sources", "list", search, enoughFor],
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam }) =>
      answer(
        api.GET("/api/sources", {
          params: {
            query: {
              search,
              limit: pageSize,
              ...(enoughFor && { enoughFor }),
              ...(pageParam && { cursor: pageParam }),
            },
          },
        }),
      ),
    getNextPageParam: (page) => page.next ?? undefined,
  });
}

/** How many sources there are. */
export function useSourceTotal(): number | undefined {
  const query = useQuery({
    queryKey: ["sources", "total"],
    queryFn: () => answer(api.GET("/api/sources", { params: { query: { limit: 1 } } })),
  });
  return query.data?.total;
}

/** One source. */
export function useSource(id: string | undefined) {
  return useQuery({
    queryKey: ["sources", "one", id],
    queryFn: () => answer(api.GET("/api/sources/{id}", { params: { path: { id: id ?? "" } } })),
    enabled: id !== undefined,
  });
}

/** How a source stands with every slot. */
export function usePlans(id: string | undefined) {
  return useQuery({
    queryKey: ["plans", id],
    queryFn: async () =>
      (await answer(api.GET("/api/plans", { params: { query: { source: id ?? "" } } }))).items,
    enabled: id !== undefined,
  });
}

/** Changes stem or alternative text; can be undone. */
export function useChangeSource() {
  const queries = useQueryClient();
  const send = async (id: string, change: Schemas["SourceChange"]) => {
    await answer(api.PATCH("/api/sources/{id}", { params: { path: { id } }, body: change }));
    await Promise.all([
      queries.invalidateQueries({ queryKey: ["sources"] }),
      queries.invalidateQueries({ queryKey: ["plans", id] }),
    ]);
  };
  return useMutation({
    mutationFn: async ({
      source,
      change,
    }: {
      source: Source;
      change: { stem?: string; altText?: string };
    }) => {
      const before = change.stem === undefined ? { altText: source.altText } : { stem: source.stem };
      await history.do({
        label: change.stem === undefined ? "alternative text" : "stem",
        undo: () => send(source.id, before),
        redo: () => send(source.id, change),
      });
    },
  });
}

/** Takes sources away; can be undone. */
export function useDeleteSources() {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: ["sources"] });
  return useMutation({
    mutationFn: (ids: readonly string[]) =>
      actOnMany("taking away", { on: { ids: [...ids] }, act: "delete" }, refresh),
  });
}
