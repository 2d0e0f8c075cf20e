import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api, type PairingPlan, type Plan, type Rect } from "../api/client";
import { history } from "../shell/history";
import { sayProblem } from "../shell/notices";
import { inWholePixels } from "./drag";

const settlesAfter = 400;

/**
 * The frame of one source in one slot: what is stored, what is being dragged, and what would come of it.
 * A drag is tried on the server while it goes on, and stored when it has come to rest.
 */
export function useFraming(sourceId: string, stored: Plan | undefined) {
  const queries = useQueryClient();
  const slotId = stored?.slot;
  const [dragged, setDragged] = useState<Rect>();
  const [tried, setTried] = useState<Plan>();
  const settle = useRef<ReturnType<typeof setTimeout>>(undefined);
  // A frame that has not come to rest yet. It is stored at once when the person turns to something else.
  const unstored = useRef<() => void>(undefined);
  const trying = useRef<{ busy: boolean; next: Rect | undefined }>({ busy: false, next: undefined });

  const refresh = useCallback(
    (plan: Plan) => {
      queries.setQueryData<PairingPlan[]>(["plans", sourceId], (old) =>
        old?.map((item) => (item.plan.slot === plan.slot ? { ...item, plan } : item)),
      );
      // States may have changed with it.
      void queries.invalidateQueries({ queryKey: ["plans", sourceId] });
    },
    [queries, sourceId],
  );
  const send = useCallback(
    async (slot: string, crop: Rect | undefined) => {
      const params = { path: { sourceId, slotId: slot } };
      const plan = crop
        ? await answer(
            api.PUT("/api/framings/{sourceId}/{slotId}", { params, body: { crop }, keepalive: true }),
          )
        : await answer(api.DELETE("/api/framings/{sourceId}/{slotId}", { params }));
      refresh(plan);
      return plan;
    },
    [sourceId, refresh],
  );

  /** Stores a frame, or goes back to automatic; can be undone. */
  const set = useCallback(
    async (crop: Rect | undefined) => {
      if (!stored) return;
      clearTimeout(settle.current);
      unstored.current = undefined;
      const slot = stored.slot;
      const before = stored.byHand ? stored.crop : undefined;
      try {
        await send(slot, crop && inWholePixels(crop));
        history.add({
          label: crop ? "framing" : "back to automatic",
          undo: () => send(slot, before),
          redo: () => send(slot, crop && inWholePixels(crop)),
        });
      } catch (problem) {
        sayProblem(problem);
      } finally {
        setDragged(undefined);
        setTried(undefined);
      }
    },
    [stored, send],
  );

  const tryOut = useCallback(
    async (crop: Rect) => {
      if (!slotId) return;
      const state = trying.current;
      state.next = crop;
      if (state.busy) return;
      state.busy = true;
      // One request at a time, always the latest frame: figures follow without queueing up.
      while (state.next) {
        const body = { crop: inWholePixels(state.next) };
        state.next = undefined;
        const params = { path: { sourceId, slotId } };
        await answer(api.POST("/api/framings/{sourceId}/{slotId}/try", { params, body })).then(
          setTried,
          () => undefined,
        );
      }
      state.busy = false;
    },
    [sourceId, slotId],
  );

  const setNow = useRef(set);
  setNow.current = set;
  /** Follows a drag; with `comesToRest` the frame is stored when nothing more follows for a moment. */
  const drag = useCallback(
    (crop: Rect, comesToRest = false) => {
      setDragged(crop);
      void tryOut(crop);
      clearTimeout(settle.current);
      if (!comesToRest) return;
      const store = setNow.current;
      unstored.current = () => void store(crop);
      settle.current = setTimeout(unstored.current, settlesAfter);
    },
    [tryOut],
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: another pairing starts afresh
  useEffect(() => {
    setDragged(undefined);
    setTried(undefined);
    const store = () => unstored.current?.();
    window.addEventListener("pagehide", store);
    return () => {
      window.removeEventListener("pagehide", store);
      store();
    };
  }, [sourceId, slotId]);

  return { frame: dragged ?? stored?.crop, plan: dragged ? (tried ?? stored) : stored, drag, set };
}
