import { keepPreviousData, queryOptions, useMutation, useQueries, useQuery } from "@tanstack/react-query";
import { actOnMany } from "../data/acts";
import { changed, queries } from "../data/changed";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { useRunningRun } from "../runs/useRuns";
import { joined } from "./joined";
import type { Selection } from "./selection";

export type BoardRow = Schemas["BoardRow"];
export type BoardCell = Schemas["BoardCell"];
export type Board = Schemas["BoardAnswer"];

/** Which rows and columns are shown; absent members hold nothing back. */
export type BoardFilter = {
  search?: string;
  group?: string;
  destination?: string;
  state?: string;
  finding?: string;
  addedFrom?: string;
  addedTo?: string;
};

// Three windows of rows: of sixty with forty cells each the first look would wait for half a megabyte.
export const pageSize = 30;
const lookEvery = 1500;

const pageOf = (filter: BoardFilter, page: number) =>
  queryOptions({
    queryKey: keys.board.page(filter, page),
    queryFn: () =>
      answer(
        api.GET("/api/board", {
          params: { query: { ...filter, offset: page * pageSize, limit: pageSize } },
        }),
      ),
  });

/** The pages that some rows lie in; the rows of others are not there. Looked at again while something is running. */
export function useBoard(filter: BoardFilter, firstRow: number, lastRow: number) {
  const isWorking = useRunningRun() !== undefined;
  const pages: number[] = [];
  for (let page = Math.floor(firstRow / pageSize); page <= Math.floor(lastRow / pageSize); page++)
    pages.push(page);
  const answers = useQueries({
    queries: pages.map((page) => ({
      ...pageOf(filter, page),
      placeholderData: keepPreviousData,
      refetchInterval: (query: { state: { data?: Board | undefined } }) =>
        isWorking || (query.state.data && (query.state.data.states.running ?? 0) > 0)
          ? lookEvery
          : (false as const),
    })),
  });
  const failed = answers.filter((one) => one.isLoadingError && !one.isFetching);
  return {
    board: answers.find((one) => one.data)?.data,
    ...joined(answers.flatMap(({ data, isPlaceholderData }) => (data && !isPlaceholderData ? [data] : []))),
    /** Why rows in view are not there, and the way to ask for them once more. */
    problem: failed[0]?.error ?? undefined,
    again: () => failed.forEach((one) => void one.refetch()),
  };
}

/**
 * The sources of all rows, in order: what rectangles, columns and all are chosen by. At a first look the first rows are asked for before
 * them and stand for them meanwhile, so that they need not wait beside ten thousand names.
 */
export function useBoardSources(filter: BoardFilter, beginsAtTop: boolean) {
  const isKnown = queries.getQueriesData({ queryKey: keys.board.ids }).some(([, ids]) => ids !== undefined);
  const isFirstLook = beginsAtTop && !isKnown;
  const first = useQuery({ ...pageOf(filter, 0), enabled: isFirstLook });
  const all = useQuery({
    queryKey: keys.board.idsOf(filter),
    enabled: !isFirstLook || first.isFetched,
    queryFn: async () => (await answer(api.GET("/api/board/ids", { params: { query: filter } }))).ids,
    placeholderData: keepPreviousData,
  });
  return {
    error: all.error,
    sources: all.data ?? (isFirstLook ? first.data?.rows.map((row) => row.id) : undefined),
  };
}

/** Renders cells, or everything that is due of what is shown. */
export function useRenderCells() {
  return useMutation({
    mutationFn: (what: { selection: Selection } | { due: BoardFilter }) =>
      "selection" in what
        ? answer(
            api.POST("/api/runs", {
              body: { sources: [], slots: [], pairings: null, ...what.selection.wanted },
            }),
          )
        : answer(api.POST("/api/board/runs", { params: { query: what.due } })),
    onSuccess: () => changed("runs"),
  });
}

/** Leaves cells out, or takes them in again; can be undone. */
export const useLeaveOut = () =>
  useMutation({
    mutationFn: ({ selection, on }: { selection: Selection; on: boolean }) => {
      const { wanted } = selection;
      return actOnMany(
        on ? "leaving out" : "including again",
        {
          on: "pairings" in wanted ? wanted : { ids: wanted.sources, slots: wanted.slots },
          act: "frame",
          frame: { act: "leaveOut", on },
        },
        "framings",
      );
    },
  });

/** Puts sources into a group; can be undone. */
export const useGroup = () =>
  useMutation({
    mutationFn: ({ sources, group }: { sources: readonly string[]; group: string }) =>
      actOnMany("group", { on: { ids: [...sources] }, act: "group", group }, "sources"),
  });
