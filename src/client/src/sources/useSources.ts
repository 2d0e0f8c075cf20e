import { keepPreviousData, useInfiniteQuery, useMutation, useQuery } from "@tanstack/react-query";
import { actOnMany } from "../data/acts";
import { changed } from "../data/changed";
import { answer, api, type Schemas, type Source } from "../data/client";
import { keys } from "../data/keys";
import { history } from "../shell/history";

const pageSize = 200;

/** Which sources are shown; absent members hold nothing back. */
export type SourceFilter = { search?: string; enoughFor?: string; trait?: string };

/** All sources that fit a filter, page by page, newest first. What was shown stays until the next answer is there. */
export function useSources(filter: SourceFilter) {
  return useInfiniteQuery({
    queryKey: keys.sources.list(filter),
    initialPageParam: undefined as string | undefined,
    queryFn: ({ pageParam, signal }) =>
      answer(
        api.GET("/api/sources", {
          params: { query: { ...filter, limit: pageSize, ...(pageParam && { cursor: pageParam }) } },
          signal,
        }),
      ),
    getNextPageParam: (page) => page.next ?? undefined,
    placeholderData: keepPreviousData,
  });
}

/** What is unusual about those that fit a filter, whatever trait it names. */
export function useTraits({ search, enoughFor }: SourceFilter) {
  const query = { ...(search && { search }), ...(enoughFor && { enoughFor }) };
  return useQuery({
    queryKey: keys.sources.traits(query),
    queryFn: async () => (await answer(api.GET("/api/sources/traits", { params: { query } }))).items,
    placeholderData: keepPreviousData,
  });
}

/** The ids of all sources that fit a filter, whether or not they were looked at. */
export const sourceIds = async (filter: SourceFilter): Promise<string[]> =>
  (await answer(api.GET("/api/sources/ids", { params: { query: filter } }))).ids;

/** How many sources there are. */
export function useSourceTotal(): number | undefined {
  const query = useQuery({
    queryKey: keys.sources.total,
    queryFn: () => answer(api.GET("/api/sources", { params: { query: { limit: 1 } } })),
  });
  return query.data?.total;
}

/** One source. */
export function useSource(id: string | undefined) {
  return useQuery({
    queryKey: keys.sources.one(id),
    queryFn: () => answer(api.GET("/api/sources/{id}", { params: { path: { id: id ?? "" } } })),
    enabled: id !== undefined,
  });
}

/** How a source stands with every slot. */
export function usePlans(id: string | undefined) {
  return useQuery({
    queryKey: keys.plans.of(id),
    queryFn: async () =>
      (await answer(api.GET("/api/plans", { params: { query: { source: id ?? "" } } }))).items,
    enabled: id !== undefined,
  });
}

/** Changes stem or alternative text; can be undone. */
export function useChangeSource() {
  const send = async (id: string, change: Schemas["SourceChange"]) => {
    await answer(api.PATCH("/api/sources/{id}", { params: { path: { id } }, body: change }));
    await changed("sources");
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
        label: change.stem === undefined ? "alternative text" : "file name",
        undo: () => send(source.id, before),
        redo: () => send(source.id, change),
      });
    },
  });
}

/** Takes sources away; can be undone. */
export const useDeleteSources = () =>
  useMutation({
    mutationFn: (ids: readonly string[]) =>
      actOnMany("moving to the bin", { on: { ids: [...ids] }, act: "delete" }, "sources"),
  });
