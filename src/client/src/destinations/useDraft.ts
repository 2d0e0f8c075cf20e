import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useCallback, useMemo, useState } from "react";
import { changed } from "../data/changed";
import { answer, api, type Destination, over, RequestProblem, type Schemas, versioned } from "../data/client";
import { keys } from "../data/keys";
import { say, sayProblem } from "../shell/notices";
import { useSettled } from "../shell/settled";
import { drafts, useDraftOf } from "./drafts";
import { withValueAt } from "./paths";
import type { Standing } from "./useDestinations";

export type DraftAnswer = Schemas["DraftAnswer"];
export type LayoutOutcome = Schemas["LayoutOutcome"];
export type Consequences = Schemas["Consequences"];

const settlesAfter = 120;

/** A destination as it is edited: what is stored, with the changes on top that are not saved yet. */
export function useDraft(stored: Destination | undefined, standing: Standing | undefined) {
  const draft = useDraftOf(stored?.id);
  const document = draft?.document ?? stored;
  const edit = useCallback(
    (label: string, change: (document: Destination) => Destination, field?: string) => {
      if (!stored || !standing) return;
      const now = drafts.of(stored.id)?.document ?? stored;
      drafts.edit({ document: stored, version: standing.version }, label, change(now), field);
    },
    [stored, standing],
  );
  const set = useCallback(
    (path: string, value: unknown, label: string) =>
      // What is typed on in one place is one step; another act on the same member is another.
      edit(label.toLowerCase(), (now) => withValueAt(now, path, value), `${path} ${label}`),
    [edit],
  );
  const isChanged = draft !== undefined && JSON.stringify(draft.document) !== JSON.stringify(stored);
  return { document, revision: draft?.revision ?? 0, version: draft?.version, isChanged, edit, set };
}

type Asked = { document: Destination | undefined; revision: number; version: string | undefined };

// The document and what names it settle together: an answer kept under another revision would be a wrong one.
function useSettledDraft(
  document: Destination | undefined,
  revision: number,
  version: string | undefined,
): Asked {
  const now = useMemo(() => ({ document, revision, version }), [document, revision, version]);
  return useSettled(now, settlesAfter);
}

/** What the document would mean if it were saved: problems at their fields, sizes, file names, ladders. Follows while somebody types. */
export function useDraftAnswer(
  document: Destination | undefined,
  revision: number,
  version: string | undefined,
  slotId: string | undefined,
): DraftAnswer | undefined {
  const asked = useSettledDraft(document, revision, version);
  const query = useQuery({
    queryKey: keys.drafts.of(asked.document?.id, `${asked.revision}/${asked.version}`, slotId),
    queryFn: () =>
      answer(
        api.POST("/api/drafts", {
          params: { query: slotId ? { slot: slotId } : {} },
          body: asked.document as Destination,
        }),
      ),
    enabled: asked.document !== undefined,
    // An answer about another destination would draw the wrong slots.
    placeholderData: (before, query) => (query?.queryKey[1] === asked.document?.id ? before : undefined),
    staleTime: 60_000,
    gcTime: 10_000,
  });
  return asked.document?.id === document?.id ? query.data : undefined;
}

/** What saving would do to files that are there; undefined while the document has problems. */
export function useConsequences(
  document: Destination | undefined,
  revision: number,
  version: string | undefined,
  isWanted: boolean,
) {
  const asked = useSettledDraft(document, revision, version);
  const query = useQuery({
    queryKey: keys.consequences.of(asked.document?.id, `${asked.revision}/${asked.version}`),
    queryFn: () => answer(api.POST("/api/drafts/consequences", { body: asked.document as Destination })),
    enabled: isWanted && asked.document !== undefined && asked.document === document,
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
  return query.error ? undefined : query.data;
}

/** Saves changes; tells when somebody else has saved meanwhile. */
export function useSave() {
  const [conflict, setConflict] = useState<Destination>();
  const save = useCallback(async (document: Destination, version: string | undefined) => {
    const path = { id: document.id };
    try {
      const stored = await versioned(
        api.PUT("/api/destinations/{id}", { params: { path }, body: document, headers: over(version) }),
      );
      setConflict(undefined);
      await changed("destinations");
      drafts.saveAs(document, stored.version);
      say(`${document.name} is saved.`);
    } catch (problem) {
      if (problem instanceof RequestProblem && problem.status === 412)
        setConflict(
          await answer(api.GET("/api/destinations/{id}", { params: { path } })).catch(() => undefined),
        );
      else sayProblem(problem);
    }
  }, []);
  return { save, conflict, settle: () => setConflict(undefined) };
}
