import { useParams, useSearchParams } from "react-router";
import { usePlaces } from "../destinations/useDestinations";
import { useSource } from "../sources/useSources";
import { Fault } from "../ui/Fault";
import { type Format, type Spot, useWeighing } from "./useWeighing";
import { WeighingDesk } from "./WeighingDesk";
import { WorstList } from "./WorstList";

/** One file on the scales, or the list of the worst. */
export function WeightScreen() {
  const { sourceId, slotId } = useParams();
  const [parameters] = useSearchParams();
  const [width, height] = (parameters.get("size") ?? "").split("x").map(Number);
  const tier = parameters.get("tier");
  const format = parameters.get("format") as Format | null;
  const spot: Spot | undefined =
    sourceId && slotId && width && height
      ? { source: sourceId, slot: slotId, width, height, ...(tier && { tier }), ...(format && { format }) }
      : undefined;
  const weighing = useWeighing(spot);
  const source = useSource(spot?.source);
  const places = usePlaces();
  const run = parameters.get("run") ?? undefined;
  if (!spot) return <WorstList run={run} />;
  if (weighing.error && !weighing.data) return <Fault problem={weighing.error} />;
  const place = places?.get(spot.slot);
  if (!weighing.data || !source.data || !place) return <div className="well-grey h-full" />;
  return (
    <WeighingDesk
      key={JSON.stringify(spot)}
      spot={spot}
      run={run}
      weighing={weighing.data}
      source={source.data}
      place={place}
    />
  );
}
