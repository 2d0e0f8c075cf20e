import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { Destination } from "../api/client";
import { Fault } from "../instruments/Fault";
import { count } from "../instruments/numbers";
import { choose, toggled, useChoice } from "../shell/choice";
import { type Fact, useReadout } from "../shell/readout";
import { ScaleDrawing } from "./ScaleDrawing";
import { formatName, SlotDetails } from "./SlotDetails";
import { useDestinations, useDrawings } from "./useDestinations";

/** What each place needs: destinations, their slots to scale, and the limits of each slot. */
export function DestinationsScreen() {
  const query = useDestinations();
  const drawings = useDrawings();
  const { destinationId } = useParams();
  const navigate = useNavigate();
  const [slotId, setSlotId] = useState<string>();
  const destination = query.data?.find((one) => one.id === destinationId) ?? query.data?.[0];
  const slot = destination?.slots.find((one) => one.id === slotId) ?? destination?.slots[0];
  useReadout(
    destination && slot
      ? ([
          ["destination", destination.name],
          ["slot", slot.name],
          ["shape", slot.shape],
          ["formats", slot.formats.map(formatName).join(", ")],
          ["at most", slot.limits?.mostBytes ? `${count(slot.limits.mostBytes)} bytes` : "no limit"],
        ] satisfies Fact[])
      : [],
  );
  if (query.error) return <Fault problem={query.error} />;
  if (query.data?.length === 0) return <Empty />;
  return (
    <div className="grid h-full grid-cols-[232px_minmax(0,1fr)_400px] max-[1150px]:grid-cols-[196px_minmax(0,1fr)_316px]">
      <nav aria-label="Destinations" className="overflow-y-auto border-r border-line py-3">
        {query.data?.map((one) => (
          <DestinationEntry
            key={one.id}
            destination={one}
            isCurrent={one.id === destination?.id}
            slotId={slot?.id}
            onOpen={(slot) => {
              setSlotId(slot);
              navigate(`/destinations/${one.id}`);
            }}
          />
        ))}
      </nav>
      <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)]">
        <div className="flex items-baseline gap-3 px-4 pt-3">
          <h1 className="text-[15px] whitespace-nowrap">{destination?.name}</h1>
          <span className="truncate text-soft" title={destination?.note ?? ""}>
            {destination?.note}
          </span>
        </div>
        {destination && drawings && (
          <ScaleDrawing
            destination={destination}
            drawings={drawings}
            current={slot?.id}
            onCurrent={setSlotId}
          />
        )}
      </section>
      <aside
        aria-label="Slot"
        className="grid content-start gap-4 overflow-y-auto border-l border-line bg-sheet px-4 py-3.5"
      >
        {slot && <SlotDetails slot={slot} drawing={drawings?.get(slot.id)} />}
      </aside>
    </div>
  );
}

function DestinationEntry({
  destination,
  isCurrent,
  slotId,
  onOpen,
}: {
  destination: Destination;
  isCurrent: boolean;
  slotId: string | undefined;
  onOpen: (slotId: string | undefined) => void;
}) {
  const choice = useChoice();
  const ids = destination.slots.map((slot) => slot.id);
  const wanted = ids.filter((id) => choice.slots.includes(id)).length;
  const set = (some: readonly string[], on: boolean) => choose({ slots: toggled(choice.slots, some, on) });
  return (
    <div
      className={`border-l-3 py-1.5 pr-3 pl-3 ${isCurrent ? "border-ink bg-sheet" : "border-transparent"}`}
    >
      <div className="flex items-start gap-2">
        <input
          type="checkbox"
          aria-label={`Render for every slot of ${destination.name}`}
          className="mt-[3px] accent-ink"
          checked={wanted === ids.length}
          ref={(box) => {
            if (box) box.indeterminate = wanted > 0 && wanted < ids.length;
          }}
          onChange={(event) => set(ids, event.target.checked)}
        />
        <button
          type="button"
          className="grid grow text-left"
          aria-current={isCurrent}
          onClick={() => onOpen(undefined)}
        >
          <span className={isCurrent ? "font-[650]" : "font-medium"}>{destination.name}</span>
          <span className="text-xs text-soft">
            {destination.kind}, {ids.length} {ids.length === 1 ? "slot" : "slots"}
            {wanted > 0 && `, ${wanted} wanted`}
          </span>
        </button>
      </div>
      {isCurrent &&
        destination.slots.map((slot) => (
          <div key={slot.id} className="mt-1 ml-5 flex items-center gap-2">
            <input
              type="checkbox"
              aria-label={`Render for ${slot.name}`}
              className="accent-ink"
              checked={choice.slots.includes(slot.id)}
              onChange={(event) => set([slot.id], event.target.checked)}
            />
            <button
              type="button"
              className={`truncate text-left ${slot.id === slotId ? "font-semibold" : ""}`}
              onClick={() => onOpen(slot.id)}
            >
              {slot.name}
            </button>
          </div>
        ))}
    </div>
  );
}

function Empty() {
  return (
    <div className="grid h-full place-content-center gap-3 text-center">
      <p className="text-[15px] font-[650]">No destinations yet</p>
      <p className="max-w-[460px] text-soft">
        A destination is one JSON document, sent to <code className="figures">/api/destinations</code>. What
        it may say is at{" "}
        <a className="underline" href="/schemas/destination-1.json">
          /schemas/destination-1.json
        </a>
        . Started without --empty, Pantomet comes with seven to look at.
      </p>
    </div>
  );
}
