import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api, type Framing } from "../data/client";
import { keys } from "../data/keys";
import { useOwnSteps } from "../shell/history";
import { asBody, type Change, changeFraming, type Relative, stepFraming } from "./changes";

const settlesAfter = 400;

// A change to the same thing takes the place of one that has not been stored yet: it begins where that one ended.
const replaces = (later: Change, earlier: Change) =>
  later.act === earlier.act && later.slot === earlier.slot && later.tier === earlier.tier;

const newer = (known: Framing | undefined, fresh: Framing): Framing =>
  known && known.source === fresh.source && known.revision > fresh.revision ? known : fresh;

/** How a source is framed in every place: what is stored, what is being dragged, and what would come of it. */
export type LiveFraming = ReturnType<typeof useFraming>;

/**
 * A drag is tried on the server while it goes on, for all places at once, and stored when it has come to rest.
 * Undo and redo are kept with the source, on the server.
 */
export function useFraming(sourceId: string | undefined) {
  const path = { sourceId: sourceId ?? "" };
  const query = useQuery({
    queryKey: keys.framings.of(sourceId),
    queryFn: () => answer(api.GET("/api/framings/{sourceId}", { params: { path } })),
    enabled: sourceId !== undefined,
    // An answer that was under way while something was changed is older than what is known since.
    structuralSharing: (known, fresh) => newer(known as Framing | undefined, fresh as Framing),
  });
  const stored = query.data;
  const [dragged, setDragged] = useState<Change>();
  const [tried, setTried] = useState<Framing>();
  const settle = useRef<ReturnType<typeof setTimeout>>(undefined);
  // A change that has not come to rest yet, of this picture or the one before. It is stored when the person turns to something else.
  const unstored = useRef<{ source: string; change: Change }>(undefined);
  const drags = useRef(0);
  const trying = useRef<{ busy: boolean; next: Change | undefined }>({ busy: false, next: undefined });
  const atRest = useCallback(() => {
    clearTimeout(settle.current);
    unstored.current = undefined;
    trying.current.next = undefined;
    setDragged(undefined);
    setTried(undefined);
  }, []);
  const store = useRef(async (source: string, one: Change | Relative): Promise<boolean> => {
    const drag = drags.current;
    const isDone = await changeFraming(source, one);
    // What was taken hold of meanwhile is not let go by an answer to what came before it.
    if (drags.current === drag) atRest();
    return isDone;
  });
  /** Stores what has not come to rest yet, unless something takes its place. */
  const settleNow = useCallback((unlessReplacedBy?: Change) => {
    const waiting = unstored.current;
    clearTimeout(settle.current);
    unstored.current = undefined;
    if (waiting && !(unlessReplacedBy && replaces(unlessReplacedBy, waiting.change)))
      void store.current(waiting.source, waiting.change);
  }, []);

  /** Does a change for good; gives whether it was done. */
  const change = useCallback(
    async (one: Change | Relative): Promise<boolean> => {
      if (!sourceId) return false;
      settleNow();
      return await store.current(sourceId, one);
    },
    [sourceId, settleNow],
  );

  const tryOut = useCallback(
    async (one: Change) => {
      if (!sourceId) return;
      const state = trying.current;
      state.next = one;
      if (state.busy) return;
      state.busy = true;
      // One request at a time, always the latest: figures follow without queueing up.
      while (state.next) {
        const body = asBody(state.next);
        state.next = undefined;
        const params = { path: { sourceId } };
        await answer(api.POST("/api/framings/{sourceId}/try", { params, body })).then(
          // What comes back after the hand has let go is no longer asked for.
          (framing) => unstoredOrHeld.current && setTried(framing),
          () => undefined,
        );
      }
      state.busy = false;
    },
    [sourceId],
  );
  const unstoredOrHeld = useRef(false);
  unstoredOrHeld.current = dragged !== undefined;

  /** Follows a drag; with `comesToRest` it is stored when nothing more follows for a moment. */
  const drag = useCallback(
    (one: Change, comesToRest = false) => {
      // A hand that takes hold may let go again; what was moved by keys before it stays.
      settleNow(comesToRest ? one : undefined);
      drags.current++;
      setDragged(one);
      unstoredOrHeld.current = true;
      void tryOut(one);
      if (!comesToRest || !sourceId) return;
      unstored.current = { source: sourceId, change: one };
      settle.current = setTimeout(settleNow, settlesAfter);
    },
    [sourceId, tryOut, settleNow],
  );

  /** Forgets a drag that is not stored. */
  const letGo = atRest;

  const move = useCallback(
    (way: "undo" | "redo") => async () => {
      if (!sourceId) return;
      settleNow();
      await stepFraming(sourceId, way);
    },
    [sourceId, settleNow],
  );
  const [undo, redo] = [move("undo"), move("redo")];
  useOwnSteps({
    undo,
    redo,
    labels: { undo: stored?.undo ?? (dragged && "moving the frame"), redo: stored?.redo ?? undefined },
  });

  // biome-ignore lint/correctness/useExhaustiveDependencies: another source starts afresh
  useEffect(() => {
    const leave = () => settleNow();
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
      atRest();
    };
  }, [sourceId]);

  return {
    stored,
    error: query.error,
    /** What there is to see: as dragged, as far as the server has answered, else as stored. */
    shown: dragged ? (tried ?? stored) : stored,
    dragged,
    change,
    drag,
    letGo,
    /** Stores what has not come to rest yet. */
    settleNow,
    undo,
    redo,
  };
}
