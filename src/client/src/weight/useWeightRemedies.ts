import type { Destination, Schemas } from "../data/client";
import { changeDestination } from "../destinations/actions";
import { formatName } from "../destinations/FileEditor";
import type { Place } from "../destinations/useDestinations";
import { sayDone } from "../shell/history";
import { say, sayProblem } from "../shell/notices";
import { mended } from "./mended";
import type { Spot } from "./useWeighing";

type Remedy = Schemas["WeightRemedy"];

/** Takes what would mend a file: the slot is changed, for every picture, and can be changed back. */
export function useWeightRemedies(spot: Spot, place: Place, onMoved: (to: Spot) => void) {
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
    void changeDestination(destination, place.version, after, "a remedy").then(() => {
      if (remedy.kind === "smallerSize")
        onMoved({ ...spot, width: remedy.width as number, height: remedy.height as number });
      sayDone(
        remedy.kind === "otherFormat"
          ? `${slot.name} now takes ${formatName(remedy.format as string)} too. Render to get the file.`
          : `${slot.name} is changed, for every picture. Render to get the file.`,
      );
    }, sayProblem);
  };
}
