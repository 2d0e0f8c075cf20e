import { keepPreviousData, useInfiniteQuery, useMutation, useQueries, useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { changed, queries } from "../data/changed";
import { answer, api, type Schemas, type Variant } from "../data/client";
import { keys } from "../data/keys";
import { history } from "../shell/history";
import { sayProblem } from "../shell/notices";

export type Weighing = Schemas["WeighingAnswer"];
export type Place = Schemas["WeighedPlace"];
export type Trial = Schemas["TrialAnswer"];
export type Curve = Schemas["CurveAnswer"];
export type Format = Schemas["PictureFormat"];
export type By = "score" | "cap" | "saving" | "bytes";

const worstAtOnce = 200;

/** Names a file by what the address says of it. */
export type Spot = {
  source: string;
  slot: string;
  tier?: string;
  width: number;
  height: number;
  format?: Format;
};

const queryOf = (spot: Spot) => ({
  source: spot.source,
  slot: spot.slot,
  ...(spot.tier && { tier: spot.tier }),
  width: spot.width,
  height: spot.height,
  ...(spot.format && { format: spot.format }),
});

const addressOf = (path: string, spot: Spot, more: Record<string, string | number>): string =>
  `${path}?${new URLSearchParams(
    Object.entries({ ...queryOf(spot), ...more }).map(([name, value]) => [name, String(value)]),
  )}`;

/** Where the pixels before encoding are. */
export const beforePath = (spot: Spot, format: Format): string =>
  addressOf("/api/weighing/before", spot, { as: format });

/** Where a tried file is. */
export const trialPath = (spot: Spot, trial: { format: Format; quality: number }): string =>
  addressOf("/api/weighing/trial/file", spot, { as: trial.format, quality: trial.quality });

/** Where a file is weighed; where it was come upon among the worst of a run, the next is looked for there. */
export const weighingPath = (one: Variant | (Spot & { format?: Format }), run?: string): string =>
  `/weight/${one.source}/${one.slot}?${new URLSearchParams({
    size: `${one.width}x${one.height}`,
    ...(one.tier && { tier: one.tier }),
    ...(one.format && { format: one.format }),
    ...(run && { run }),
  })}`;

/** The list of the worst: of all files, or of those that a run made. */
export const worstPath = (run?: string): string => (run ? `/weight?run=${run}` : "/weight");

/** What is asked of a file, and what was made. */
export function useWeighing(spot: Spot | undefined) {
  return useQuery({
    queryKey: keys.weighing.of(spot),
    queryFn: () => answer(api.GET("/api/weighing", { params: { query: queryOf(spot as Spot) } })),
    enabled: spot !== undefined,
  });
}

/** How bytes and looks go together, a curve for each format. */
export function useCurves(spot: Spot, formats: readonly Format[]): Curve[] {
  const curves = useQueries({
    queries: formats.map((format) => ({
      queryKey: keys.weighing.curve(spot, format),
      queryFn: () =>
        answer(api.GET("/api/weighing/curve", { params: { query: { ...queryOf(spot), as: format } } })),
      staleTime: Number.POSITIVE_INFINITY,
    })),
  });
  return curves.flatMap((one) => one.data ?? []);
}

/** The file at a quality: bytes and score follow while somebody moves along, one request at a time, always the latest. */
export function useTrial(spot: Spot, wanted: { format: Format; quality: number } | undefined) {
  const [trial, setTrial] = useState<Trial>();
  const state = useRef<{ busy: boolean; next: typeof wanted }>({ busy: false, next: undefined });
  const [format, quality] = [wanted?.format, wanted?.quality];
  const query = JSON.stringify(queryOf(spot));
  useEffect(() => {
    if (!format || quality === undefined) return setTrial(undefined);
    const now = state.current;
    now.next = { format, quality };
    if (now.busy) return;
    now.busy = true;
    void (async () => {
      while (now.next) {
        const { format: as, quality: at } = now.next;
        now.next = undefined;
        await answer(
          api.GET("/api/weighing/trial", { params: { query: { ...JSON.parse(query), as, quality: at } } }),
        ).then(setTrial, sayProblem);
      }
      now.busy = false;
    })();
  }, [format, quality, query]);
  return trial;
}

/** Sets a file by hand, or gives it back; both can be undone. */
export function useByHand(spot: Spot, weighing: Weighing | undefined) {
  const place: Place = {
    source: spot.source,
    slot: spot.slot,
    tier: spot.tier ?? null,
    width: spot.width,
    height: spot.height,
    format: spot.format ?? null,
  };
  const send = async (set: Schemas["SetByHand"] | null) => {
    const after = await answer(
      set
        ? api.PUT("/api/weighing/by-hand", { body: { place, ...set } })
        : api.POST("/api/weighing/automatic", { body: place }),
    );
    queries.setQueryData(keys.weighing.of(spot), after);
    await changed("framings");
  };
  return useMutation({
    mutationFn: (set: Schemas["SetByHand"] | null) => {
      const before = weighing?.byHand ?? null;
      return history.do({
        label: set ? "quality by hand" : "automatic quality",
        undo: () => send(before),
        redo: () => send(set),
      });
    },
    onError: sayProblem,
  });
}

/** Files, the worst first, page by page. */
export function useWorst(by: By, run: string | undefined) {
  return useInfiniteQuery({
    queryKey: keys.weighing.worst(by, run),
    initialPageParam: 0,
    queryFn: ({ pageParam }) =>
      answer(
        api.GET("/api/weighing/worst", {
          params: { query: { by, offset: pageParam, limit: worstAtOnce, ...(run && { run }) } },
        }),
      ),
    getNextPageParam: (page, _, at) => (at + worstAtOnce < page.total ? at + worstAtOnce : undefined),
    placeholderData: keepPreviousData,
  });
}
