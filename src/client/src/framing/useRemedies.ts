import { useRef } from "react";
import type { FramedPlace, Remedy } from "../data/client";
import { changeDestination } from "../destinations/actions";
import type { Place } from "../destinations/useDestinations";
import { sayDone } from "../shell/history";
import { sayProblem } from "../shell/notices";
import type { LiveFraming } from "./useFraming";

/** Takes remedies: each does what its sentence says. */
export function useRemedies(framing: LiveFraming, where: Place | undefined, place: FramedPlace | undefined) {
  const input = useRef<HTMLInputElement>(null);
  const take = (remedy: Remedy | undefined) => {
    if (!remedy || !place || !where) return;
    const at = { slot: place.slot, ...(place.tier && { tier: place.tier }) };
    if (remedy.kind === "automatic") void framing.change({ act: "automatic", ...at });
    if (remedy.kind === "pad") void framing.change({ act: "pad", ...at });
    if (remedy.kind === "otherTier") void framing.change({ act: "leaveOut", ...at });
    if (remedy.kind === "largerSource") input.current?.click();
    if (remedy.kind === "otherShape" && remedy.shape) void allow(remedy.shape);
  };
  const allow = async (shape: string) => {
    if (!where || !place) return;
    const { destination, slot } = where;
    const changed = place.tier
      ? {
          ...slot,
          tiers: (slot.tiers ?? []).map((tier) => (tier.name === place.tier ? { ...tier, shape } : tier)),
        }
      : { ...slot, shape };
    const slots = destination.slots.map((one) => (one.id === slot.id ? changed : one));
    try {
      await changeDestination(
        destination,
        where.version,
        { ...destination, slots },
        "allowing another shape",
      );
      sayDone(`${slot.name} now takes ${shape}, for every picture.`);
    } catch (problem) {
      sayProblem(problem);
    }
  };
  return { take, input };
}
