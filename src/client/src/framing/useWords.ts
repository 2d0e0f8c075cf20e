import type { FramedPlace, Slot, Source } from "../data/client";
import { isTreated } from "../treatments/TreatedOver";
import { useTreated } from "../treatments/useTreated";

// Enough to see on the bench what will come out.
const width = 1000;

/** A picture with its words and its mark on it, as it will be in a place; nothing where its slot does nothing to it. */
export function useWords(source: Source, slot: Slot, place: FramedPlace) {
  return useTreated({
    source: isTreated(slot) ? source.id : undefined,
    slot: place.slot,
    tier: place.tier,
    width,
    // Empty leaves it to the slot, which the place has taken into account.
    text: place.headline,
  });
}
