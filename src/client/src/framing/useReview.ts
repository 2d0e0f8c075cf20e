import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { framingPath } from "./framingPath";

/** One thing that needs eyes. */
export type ReviewEntry = Schemas["ReviewEntry"];

/** Why somebody should look, in a few words. */
export const reasonWords: Record<Schemas["ReviewReason"], string> = {
  subjectCut: "The subject is cut.",
  littleResolution: "There are too few pixels.",
  subjectCovered: "The subject is covered.",
  replaced: "This was framed by hand on an earlier file of other proportions.",
  unconfirmed: "Is this what must stay in every crop? Confirm it, or draw another.",
};

/** What of some sources and slots needs eyes, the worst first; of all, where none are named. */
export function useReview(sources: readonly string[], slots: readonly string[]) {
  const selection = {
    ...(sources.length > 0 && { sources: [...sources] }),
    ...(slots.length > 0 && { slots: [...slots] }),
  };
  return useQuery({
    queryKey: keys.review.of(selection),
    queryFn: () => answer(api.POST("/api/review", { body: selection })),
    placeholderData: (old) => old,
  });
}

/** Where a thing that needs eyes is looked at. */
export const reviewPath = (entry: Pick<ReviewEntry, "source" | "slot" | "tier">): string =>
  `${framingPath(entry.source, entry.slot, entry.tier)}?review${entry.slot ? "" : "=subject"}`;

/** Whether two entries are about the same thing. */
export const isSame = (
  one: Pick<ReviewEntry, "source" | "slot" | "tier">,
  other: Pick<ReviewEntry, "source" | "slot" | "tier">,
): boolean =>
  one.source === other.source &&
  (one.slot ?? undefined) === (other.slot ?? undefined) &&
  (one.tier ?? undefined) === (other.tier ?? undefined);
