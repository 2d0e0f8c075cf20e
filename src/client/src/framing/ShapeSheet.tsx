import { useEffect, useRef } from "react";
import type { FramedPlace, Slot, Source, Standing } from "../data/client";
import { useDestinations } from "../destinations/useDestinations";
import { some } from "../instruments/numbers";
import { PlacePicture } from "../instruments/PlacePicture";
import { StateMark } from "../instruments/StateMark";
import { choose, toggled, useChoice } from "../shell/choice";
import { isTreated, TreatedOver } from "../treatments/TreatedOver";
import { CheckBox } from "../ui/CheckBox";
import { Press } from "../ui/Press";

const largest = { width: 176, height: 84 };

/** Every place's picture of one source, as it will look, by destination; all follow while something is dragged. */
export function ShapeSheet({
  source,
  places,
  states,
  current,
  isDragged,
  onCurrent,
}: {
  source: Source;
  /** Whether something is being tried that is not stored. */
  isDragged: boolean;
  places: readonly FramedPlace[];
  states: ReadonlyMap<string, { state: Standing; files: number }>;
  current: FramedPlace | undefined;
  onCurrent: (place: FramedPlace) => void;
}) {
  const destinations = useDestinations();
  const choice = useChoice();
  return (
    <div className="flex flex-wrap content-start gap-x-5 overflow-y-auto px-3.5 pb-4">
      {destinations.data?.map((destination) => {
        const ids = destination.slots.map((slot) => slot.id);
        const files = ids.reduce((sum, id) => sum + (states.get(id)?.files ?? 0), 0);
        const isWanted = ids.length > 0 && ids.every((id) => choice.slots.includes(id));
        return (
          <section key={destination.id} aria-label={destination.name} className="max-w-full grow">
            <h2 className="mt-3 mb-2 flex items-baseline gap-3 whitespace-nowrap border-b border-line-soft pb-1">
              <span className="flex items-baseline gap-2">
                <CheckBox
                  label={`Render for every slot of ${destination.name}`}
                  checked={isWanted}
                  onChecked={(on) => choose({ slots: toggled(choice.slots, ids, on) })}
                />
                {destination.name}
              </span>
              <span className="figures ml-auto font-normal text-soft">{some(files, "file")}</span>
            </h2>
            <div className="flex flex-wrap items-end gap-x-3 gap-y-2.5">
              {destination.slots.flatMap((slot) =>
                places
                  .filter((place) => place.slot === slot.id)
                  .map((place, index) => (
                    <ShapeCell
                      key={`${slot.id}/${place.tier ?? ""}`}
                      source={source}
                      slot={slot}
                      place={place}
                      state={place.isLeftOut ? "leftOut" : states.get(slot.id)?.state}
                      isCurrent={place.slot === current?.slot && place.tier === current?.tier}
                      isDragged={isDragged}
                      isWanted={choice.slots.includes(slot.id)}
                      // A slot is rendered with all its tiers: it is chosen once.
                      onWanted={
                        index === 0
                          ? (on) => choose({ slots: toggled(choice.slots, [slot.id], on) })
                          : undefined
                      }
                      onCurrent={() => onCurrent(place)}
                    />
                  )),
              )}
            </div>
          </section>
        );
      })}
    </div>
  );
}

function ShapeCell({
  source,
  slot,
  place,
  state,
  isCurrent,
  isWanted,
  isDragged,
  onWanted,
  onCurrent,
}: {
  source: Source;
  isDragged: boolean;
  slot: Slot;
  place: FramedPlace;
  state: Standing | undefined;
  isCurrent: boolean;
  isWanted: boolean;
  onWanted: ((on: boolean) => void) | undefined;
  onCurrent: () => void;
}) {
  const cell = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (isCurrent) cell.current?.scrollIntoView({ block: "nearest" });
  }, [isCurrent]);
  const worst = place.findings.find((finding) => finding.severity !== "note");
  const name = place.tier ? `${slot.name}, ${place.tier}` : slot.name;
  return (
    <div ref={cell} className="grid min-w-24 scroll-my-4 gap-1" style={{ maxWidth: largest.width }}>
      <Press
        aria-label={`Frame for ${name}`}
        aria-current={isCurrent}
        onClick={onCurrent}
        className={`relative justify-self-start ${isCurrent ? "outline-2 outline-offset-2 outline-brass" : "outline outline-ink/15"} ${place.isLeftOut ? "opacity-35" : ""}`}
      >
        <PlacePicture
          source={source}
          slot={slot}
          place={place}
          box={largest}
          // What is being dragged is not stored, and so not treated, yet.
          over={
            isTreated(slot) && !isDragged
              ? (width) => <TreatedOver source={source.id} place={place} width={width} />
              : undefined
          }
        />
        {place.byHand && (
          <span className="absolute bottom-0 left-0 bg-strip/75 px-1 text-[10px] text-white">
            {place.fit === "pad" && place.canBeSet ? "padded" : "by hand"}
          </span>
        )}
        {worst && !place.isLeftOut && (
          <span
            role="img"
            aria-label={worst.sentence}
            className={`absolute top-0 right-0 size-0 border-[7px] ${worst.severity === "stop" ? "border-t-stop border-r-stop" : "border-t-warn border-r-warn"} border-b-transparent border-l-transparent`}
          />
        )}
      </Press>
      <div className="flex items-center gap-1.5">
        {onWanted ? (
          <CheckBox label={`Render for ${slot.name}`} checked={isWanted} onChecked={onWanted} />
        ) : (
          <span className="w-[13px]" />
        )}
        {state && <StateMark state={state} />}
        <Press tabIndex={-1} className="truncate" onClick={onCurrent}>
          {place.tier ?? slot.name}
        </Press>
      </div>
    </div>
  );
}
