import type { Place } from "../destinations/useDestinations";
import { usePlaces } from "../destinations/useDestinations";
import { Button } from "../ui/Button";
import { Choices } from "../ui/Choices";
import { Select } from "../ui/Select";
import { pages, type Spot, type useProofPictures, type useProofPlaces } from "./useProof";
import type { Views } from "./useViews";
import { densities } from "./view";

type Made = NonNullable<ReturnType<typeof useProofPlaces>["data"]>;
type Pictures = NonNullable<ReturnType<typeof useProofPictures>["data"]>;

/** Which picture is seen, in which slot, page and window. */
export function ProofBar({
  spot,
  place,
  made,
  pictures,
  onSpot,
  views,
}: {
  spot: Spot;
  place: Place;
  made: Made;
  pictures: Pictures;
  onSpot: (spot: Spot) => void;
  views: Views;
}) {
  const places = usePlaces();
  const groups = new Map<string, [string, string][]>();
  for (const { slot } of made.some((one) => one.slot === spot.slot) ? made : [{ slot: spot.slot }, ...made]) {
    const one = places?.get(slot);
    if (one)
      groups.set(one.destination.name, [...(groups.get(one.destination.name) ?? []), [slot, one.path]]);
  }
  const known = pictures.some((one) => one.source === spot.source);
  return (
    <header className="flex items-center gap-3 overflow-x-auto border-b border-line px-4 whitespace-nowrap">
      <h1 className="sr-only">Proof: {place.path}</h1>
      <Select
        label="Place"
        hidesLabel
        className="max-w-56"
        value={spot.slot}
        options={[]}
        groups={[...groups].map(([name, options]) => ({ name, options }))}
        onValue={(slot) => onSpot({ ...spot, slot })}
      />
      <Select
        label="Picture"
        hidesLabel
        className="max-w-60"
        value={spot.source}
        options={[
          ...(known ? [] : [[spot.source, "This picture"] as const]),
          ...pictures.map((one) => [one.source, one.stem] as const),
        ]}
        onValue={(source) => onSpot({ ...spot, source })}
      />
      <Select
        label="Page"
        className="ml-auto"
        value={views.page ?? "suits"}
        options={[...(views.page ? [] : [["suits", "As the slot suggests"] as const]), ...pages]}
        onValue={(page) => page !== "suits" && views.setPage(page)}
      />
      <span className="text-soft">Density</span>
      <Choices
        label="Density"
        choices={densities.map((one) => [`${one}`, `${one}×`] as const)}
        value={`${views.view.density}`}
        onValue={(density) => views.set({ ...views.view, density: Number(density) })}
      />
      <Button act="proof.beside" disabled={!views.add}>
        Add viewport
      </Button>
    </header>
  );
}
