import type { FramedPlace, Slot, Source } from "../data/client";
import { useTreated } from "../treatments/useTreated";

// Enough to see on the bench what will come out.
const width = 1000;

/** A picture with its words on it, as it will be in a place; nothing where the slot has none. */
export function useWords(source: Source, slot: Slot, place: FramedPlace) {
  return useTreated({
    source: slot.treatments?.headline ? source.id : undefined,
    slot: place.slot,
    tier: place.tier,
    width,
    // Empty leaves it to the slot, which the place has taken into account.
    text: place.headline,
  });
}
