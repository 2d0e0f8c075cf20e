import { useQueryClient } from "@tanstack/react-query";
import type { Destination, Schemas, Slot } from "../api/client";
import { destinationActions } from "../destinations/actions";
import { formatName } from "../destinations/FileEditor";
import type { Place } from "../destinations/useDestinations";
import { say, sayProblem } from "../shell/notices";
import type { Spot } from "./useWeighing";

type Remedy = Schemas["WeightRemedy"];

/** The slot as a remedy leaves it; nothing where the slot states its sizes in a way that cannot be changed for one file. */
export function mended(slot: Slot, remedy: Remedy, width: number): Slot | undefined {
  if (remedy.kind === "otherFormat" && remedy.format)
    return { ...slot, formats: [...slot.formats, remedy.format.toLowerCase()] };
  if (remedy.kind === "lowerFloor" && remedy.floor !== null)
    return { ...slot, looks: { ...slot.looks, floor: remedy.floor } };
  if (remedy.kind === "moreBytes") return { ...slot, limits: { ...slot.limits, mostBytes: remedy.bytes } };
  const { sizes } = slot;
  if (remedy.kind !== "smallerSize" || !remedy.width || !remedy.height) return undefined;
  if (sizes?.widths)
    return {
      ...slot,
      sizes: {
        ...sizes,
        widths: sizes.widths.map((one) => (one === width ? (remedy.width as number) : one)),
      },
    };
  if (sizes?.longestSide)
    return { ...slot, sizes: { ...sizes, longestSide: Math.max(remedy.width, remedy.height) } };
  return undefined;
}

/** Takes what would mend a file: the slot is changed, for every picture, and can be changed back. */
export function useWeightRemedies(spot: Spot, place: Place, onMoved: (to: Spot) => void) {
  const queries = useQueryClient();
  return (remedy: Remedy | undefined) => {
    const slot = remedy && mended(place.slot, remedy, spot.width);
    if (!slot) {
      if (remedy) say(`The sizes of ${place.slot.name} come from its layout; change them there.`);
      return;
    }
    const { destination } = place;
    const after: Destination = {
      ...destination,
      slots: destination.slots.map((one) => (one.id === slot.id ? slot : one)),
    };
    void destinationActions(queries)
      .change(destination, after, "a remedy")
      .then((undo) => {
        if (remedy.kind === "smallerSize")
          onMoved({ ...spot, width: remedy.width as number, height: remedy.height as number });
        say(
          remedy.kind === "otherFormat"
            ? `${slot.name} now takes ${formatName(remedy.format as string)} too. Render to get the file.`
            : `${slot.name} is changed, for every picture. Render to get the file.`,
          { label: "Undo", run: () => void undo().catch(sayProblem) },
        );
      }, sayProblem);
  };
}
