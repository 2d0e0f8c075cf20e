import { useQuery } from "@tanstack/react-query";
import { actOnMany } from "../data/acts";
import { answer, api, type Rect } from "../data/client";
import { keys } from "../data/keys";
import { some } from "../instruments/numbers";
import { sayProblem } from "../shell/notices";

/** The subjects of some pictures, the least sure first; of all, where none are named. */
export const useSubjects = (sources: readonly string[]) =>
  useQuery({
    queryKey: keys.subjects.of(sources),
    queryFn: async () =>
      (await answer(api.POST("/api/subjects", { body: sources.length > 0 ? { sources: [...sources] } : {} })))
        .items,
    placeholderData: (old) => old,
  });

/** Says what must stay in some pictures, as one step; null for nothing in particular. */
export const decide = (ids: readonly string[], subject: Rect | null): Promise<void> =>
  actOnMany(
    ids.length === 1 ? "drawing a subject" : `taking the subject for ${some(ids.length, "picture")}`,
    { on: { ids: [...ids] }, act: "frame", frame: { act: "decide", subject, on: true } },
    "framings",
  ).catch(sayProblem);

/** Takes the proposals of pictures for decisions, as one step. */
export const confirmAll = (ids: readonly string[]): Promise<void> =>
  actOnMany(
    `confirming ${some(ids.length, "subject")}`,
    { on: { ids: [...ids] }, act: "frame", frame: { act: "confirm", on: true } },
    "framings",
  ).catch(sayProblem);
