import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import type { FramedPlace } from "../data/client";
import { usePlaces } from "../destinations/useDestinations";
import { useStartRun } from "../runs/useRuns";
import { useChoice } from "../shell/choice";
import { say, sayProblem } from "../shell/notices";
import { framingPath } from "./framingPath";
import { isSame, type ReviewEntry, reviewPath, useReview } from "./useReview";

/** The round of review: what is left, where this one stands in it, and the way through it. */
export function useRound(isOn: boolean, source: string, place: FramedPlace | undefined) {
  const choice = useChoice();
  const places = usePlaces();
  const start = useStartRun();
  const navigate = useNavigate();
  const slots = choice.slots.filter((id) => places?.has(id));
  const queue = useReview(choice.sources.length > 1 ? choice.sources : [], slots);
  const items = queue.data?.items ?? [];
  const here = { source, slot: place?.slot ?? null, tier: place?.tier ?? null };
  const entry = items.find((item) => isSame(item, here));
  // Where this one stood, should it have been settled meanwhile: the round goes on from there.
  const [position, setPosition] = useState(0);
  const found = entry ? items.indexOf(entry) : -1;
  useEffect(() => {
    if (found >= 0) setPosition(found);
  }, [found]);
  const settled = queue.data?.settled ?? 0;
  const go = (to: ReviewEntry | undefined) => {
    if (to) navigate(reviewPath(to));
    else {
      navigate(framingPath(source, place?.slot));
      say("Everything has been looked at.");
    }
  };
  return {
    settled,
    total: settled + items.length,
    left: items.length,
    entry: isOn ? entry : undefined,
    begin: () => go(items[0]),
    next: () => {
      const rest = items.filter((item) => !isSame(item, here));
      go(rest[Math.min(position, rest.length - 1)] ?? rest[0]);
    },
    leave: () => navigate(framingPath(source, place?.slot)),
    render: (line: readonly string[]) => {
      if (slots.length > 0)
        start.mutate(
          { sources: [...line], slots },
          { onSuccess: (run) => navigate(`/runs/${run.id}`), onError: sayProblem },
        );
    },
  };
}
