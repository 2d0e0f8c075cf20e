import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { changed, queries } from "../data/changed";
import { answer, api, type Run, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { isUnderWay } from "../instruments/jobs";

const lookEvery = 1500;
const pageSize = 500;
/** How many files of a run, or of one of its slots, are shown. */
export const mostVariants = 5000;

/** Runs, newest first. Looked at again and again while one is open. */
export function useRuns() {
  return useQuery({
    queryKey: keys.runs.list,
    queryFn: async () => (await answer(api.GET("/api/runs"))).items,
    refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? lookEvery : false),
  });
}

/** The run that is being worked on, if there is one. */
export const useRunningRun = (): Run | undefined => useRuns().data?.findLast(isUnderWay);

/** Follows a run for as long as it is open, and refreshes what depends on it. */
export function useWatchedRun(run: Run | undefined): void {
  const id = run?.id;
  const open = run !== undefined && isUnderWay(run);
  useEffect(() => {
    if (!id || !open) return;
    const events = new EventSource(`/api/runs/${id}/events`);
    events.addEventListener("progress", (event) => {
      const now: Run = JSON.parse(event.data);
      queries.setQueryData<Run[]>(keys.runs.list, (old) =>
        old?.map((one) => (one.id === now.id ? now : one)),
      );
      void queries.invalidateQueries({ queryKey: keys.variants.of(id) });
      if (!isUnderWay(now)) events.close();
    });
    return () => {
      events.close();
      // The list of runs may tell of the end before the last event does: what came last is asked for either way.
      void changed("files");
    };
  }, [id, open]);
}

type VariantPage = Schemas["VariantPage"];

/** How the files of a run are ordered. */
export type VariantOrder = "made" | "bytes" | "name";

/** The first files of a run, or of one of its slots. As made, only what was made since is asked for while the run is open. */
export function useVariants(run: Run, slot: string, by: VariantOrder) {
  const queryKey = keys.variants.list(run.id, slot, by);
  return useQuery({
    queryKey,
    queryFn: async () => {
      const known =
        isUnderWay(run) && by === "made" ? (queries.getQueryData<VariantPage[]>(queryKey) ?? []) : [];
      // A page that had another behind it is full, and files are only ever added.
      const pages = known.filter((page) => page.next);
      while (pages.length === 0 || (pages.at(-1)?.next && pages.length * pageSize < mostVariants)) {
        const cursor = pages.at(-1)?.next;
        const query = { run: run.id, by, limit: pageSize, ...(slot && { slot }), ...(cursor && { cursor }) };
        pages.push(await answer(api.GET("/api/variants", { params: { query } })));
        // The first files are looked at while the others come; a list that stands already is not cut short meanwhile.
        if (pages.length > (queries.getQueryData<VariantPage[]>(queryKey)?.length ?? 0))
          queries.setQueryData(queryKey, [...pages]);
      }
      return pages;
    },
    select: itemsOf,
    placeholderData: (old, before) => (before?.queryKey[1] === run.id ? old : undefined),
  });
}

const itemsOf = (pages: VariantPage[]) => pages.flatMap((page) => page.items);

/** The slots that a run has made files for, with how many of each. */
export function useRunSlots(run: Run) {
  return useQuery({
    queryKey: keys.variants.slots(run.id),
    queryFn: async () =>
      (await answer(api.GET("/api/runs/{id}/slots", { params: { path: { id: run.id } } }))).items,
  });
}

/** What a run's plans had to say about its pairings. */
export function useRunFindings(runId: string | undefined) {
  return useQuery({
    queryKey: keys.runs.findings(runId),
    queryFn: () => answer(api.GET("/api/runs/{id}/findings", { params: { path: { id: runId ?? "" } } })),
    enabled: runId !== undefined,
  });
}

/** Starts a run. */
export function useStartRun() {
  return useMutation({
    mutationFn: (request: Schemas["RunRequest"]) => answer(api.POST("/api/runs", { body: request })),
    onSuccess: () => changed("runs"),
  });
}

/** Holds a run up, or lets it go on. */
export function usePauseRun() {
  return useMutation({
    mutationFn: ({ id, on }: { id: string; on: boolean }) => {
      const params = { path: { id } };
      return answer(
        on ? api.POST("/api/runs/{id}/pause", { params }) : api.POST("/api/runs/{id}/resume", { params }),
      );
    },
    onSuccess: () => changed("runs"),
  });
}

/** Tries what failed again, in a run of its own. */
export function useRetryRun() {
  return useMutation({
    mutationFn: (id: string) => answer(api.POST("/api/runs/{id}/retry", { params: { path: { id } } })),
    onSuccess: () => changed("runs"),
  });
}

/** Cancels a run; what is finished stays. */
export function useCancelRun() {
  return useMutation({
    mutationFn: (id: string) => answer(api.POST("/api/runs/{id}/cancel", { params: { path: { id } } })),
    onSuccess: () => changed("runs"),
  });
}
