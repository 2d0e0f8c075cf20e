import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api, type Framing, RequestProblem, type Schemas } from "../api/client";
import { useOwnSteps } from "../shell/history";
import { say, sayProblem } from "../shell/notices";

const settlesAfter = 400;

/** One thing that a person does to a framing. */
export type Change = Pick<Schemas["FramingRequest"], "act"> & Partial<Schemas["FramingRequest"]>;

// A change to the same thing takes the place of one that has not been stored yet: it begins where that one ended.
const replaces = (later: Change, earlier: Change) =>
  later.act === earlier.act && later.slot === earlier.slot && later.tier === earlier.tier;

const asBody = (change: Change): Schemas["FramingRequest"] => ({ on: true, ...change });

const newer = (known: Framing | undefined, fresh: Framing): Framing =>
  known && known.source === fresh.source && known.revision > fresh.revision ? known : fresh;

/** How a source is framed in every place: what is stored, what is being dragged, and what would come of it. */
export type LiveFraming = ReturnType<typeof useFraming>;

/**
 * A drag is tried on the server while it goes on, for all places at once, and stored when it has come to rest.
 * Undo and redo are kept with the source, on the server.
 */
export function useFraming(sourceId: string | undefined) {
  const queries = useQueryClient();
  const path = { sourceId: sourceId ?? "" };
  const query = useQuery({
    queryKey: ["framing", sourceId],
    queryFn: () => answer(api.GET("/api/framings/{sourceId}", { params: { path } })),
    enabled: sourceId !== undefined,
    // An answer that was under way while something was changed is older than what is known since.
    structuralSharing: (known, fresh) => newer(known as Framing | undefined, fresh as Framing),
  });
  const stored = query.data;
  const [dragged, setDragged] = useState<Change>();
  const [tried, setTried] = useState<Framing>();
  const settle = useRef<ReturnType<typeof setTimeout>>(undefined);
  // A change that has not come to rest yet. It is stored at once when the person turns to something else.
  const unstored = useRef<{ change: Change; store: (one: Change) => Promise<boolean> }>(undefined);
  const drags = useRef(0);
  const trying = useRef<{ busy: boolean; next: Change | undefined }>({ busy: false, next: undefined });
  const revision = useRef(stored?.revision);
  revision.current = stored?.revision;

  const take = useCallback(
    (framing: Framing) => {
      queries.setQueryData(["framing", framing.source], framing);
      // The next change builds on this one, even before the screen has drawn it.
      revision.current = framing.revision;
      void queries.invalidateQueries({ queryKey: ["plans", framing.source] });
      void queries.invalidateQueries({ queryKey: ["review"] });
      void queries.invalidateQueries({ queryKey: ["sheet"] });
      void queries.invalidateQueries({ queryKey: ["sources", "one", framing.source] });
    },
    [queries],
  );
  const atRest = useCallback(() => {
    clearTimeout(settle.current);
    unstored.current = undefined;
    trying.current.next = undefined;
    setDragged(undefined);
    setTried(undefined);
  }, []);
  /** Stores what has not come to rest yet, unless something takes its place. */
  const settleNow = useCallback((unlessReplacedBy?: Change) => {
    const waiting = unstored.current;
    clearTimeout(settle.current);
    unstored.current = undefined;
    if (waiting && !(unlessReplacedBy && replaces(unlessReplacedBy, waiting.change)))
      void waiting.store(waiting.change);
  }, []);

  // Changes wait for each other: each builds on the revision that the one before gave.
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const send = useCallback(
    (id: string, change: Change, over: boolean): Promise<Framing | undefined> => {
      const turn = queue.current.then(async () => {
        const framing = await answer(
          api.POST("/api/framings/{sourceId}/changes", {
            params: { path: { sourceId: id } },
            body: asBody(change),
            headers: over && revision.current !== undefined ? { "If-Match": `"${revision.current}"` } : {},
            keepalive: true,
          }),
        );
        take(framing);
        return framing;
      });
      queue.current = turn.catch(() => undefined);
      return turn;
    },
    [take],
  );

  /** Does a change for good; gives whether it was done. */
  const change = useCallback(
    async (one: Change): Promise<boolean> => {
      if (!sourceId) return false;
      settleNow();
      const drag = drags.current;
      try {
        await send(sourceId, one, true);
        return true;
      } catch (problem) {
        if (problem instanceof RequestProblem && problem.type === "/problems/framed-meanwhile") {
          await queries.invalidateQueries({ queryKey: ["framing", sourceId] });
          say(problem.message, {
            label: "Do mine all the same",
            run: () => void send(sourceId, one, false).catch(sayProblem),
          });
        } else sayProblem(problem);
        return false;
      } finally {
        // What was taken hold of meanwhile is not let go by an answer to what came before it.
        if (drags.current === drag) atRest();
      }
    },
    [sourceId, send, atRest, settleNow, queries],
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

  const changeNow = useRef(change);
  changeNow.current = change;
  /** Follows a drag; with `comesToRest` it is stored when nothing more follows for a moment. */
  const drag = useCallback(
    (one: Change, comesToRest = false) => {
      // A hand that takes hold may let go again; what was moved by keys before it stays.
      settleNow(comesToRest ? one : undefined);
      drags.current++;
      setDragged(one);
      unstoredOrHeld.current = true;
      void tryOut(one);
      if (!comesToRest) return;
      unstored.current = { change: one, store: changeNow.current };
      settle.current = setTimeout(settleNow, settlesAfter);
    },
    [tryOut, settleNow],
  );

  /** Forgets a drag that is not stored. */
  const letGo = atRest;

  const move = useCallback(
    (way: "undo" | "redo") => async () => {
      if (!sourceId) return;
      settleNow();
      const params = { path: { sourceId } };
      const turn = queue.current.then(async () => {
        take(
          await answer(
            way === "undo"
              ? api.POST("/api/framings/{sourceId}/undo", { params })
              : api.POST("/api/framings/{sourceId}/redo", { params }),
          ),
        );
      });
      queue.current = turn.catch(() => undefined);
      await turn;
    },
    [sourceId, take, settleNow],
  );
  const [undo, redo] = [move("undo"), move("redo")];
  useOwnSteps(undo, redo);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another source starts afresh
  useEffect(() => {
    const store = () => settleNow();
    window.addEventListener("pagehide", store);
    return () => {
      window.removeEventListener("pagehide", store);
      store();
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
