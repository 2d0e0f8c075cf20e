import type { PairingPlan, Rect, Slot, Source } from "../api/client";
import { useDestinations } from "../destinations/useDestinations";
import { CropPicture } from "../instruments/CropPicture";
import { KeepClear } from "../instruments/KeepClear";
import { some } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { choose, toggled, useChoice } from "../shell/choice";

const mostWidth = 176;
const mostHeight = 84;

/** Every slot's picture of one source, as it will look, by destination. */
export function ShapeSheet({
  source,
  plans,
  current,
  live,
  onCurrent,
}: {
  source: Source;
  plans: readonly PairingPlan[];
  current: string | undefined;
  live: Rect | undefined;
  onCurrent: (slotId: string) => void;
}) {
  const destinations = useDestinations();
  const choice = useChoice();
  const bySlot = new Map(plans.map((item) => [item.plan.slot, item]));
  return (
    <aside
      aria-label="All slots"
      className="flex flex-wrap content-start gap-x-5 overflow-y-auto border-l border-line bg-sheet px-3.5 pb-4"
    >
      {destinations.data?.map((destination) => {
        const ids = destination.slots.map((slot) => slot.id);
        const files = ids.reduce((sum, id) => sum + (bySlot.get(id)?.plan.variants.length ?? 0), 0);
        const isWanted = ids.every((id) => choice.slots.includes(id));
        return (
          <section key={destination.id} aria-label={destination.name} className="max-w-full grow">
            <h2 className="mt-3 mb-2 flex items-baseline gap-3 whitespace-nowrap border-b border-line-soft pb-1">
              <label className="flex items-baseline gap-2">
                <input
                  type="checkbox"
                  aria-label={`Render for every slot of ${destination.name}`}
                  className="translate-y-px accent-ink"
                  checked={isWanted}
                  onChange={(event) => choose({ slots: toggled(choice.slots, ids, event.target.checked) })}
                />
                {destination.name}
              </label>
              <span className="figures ml-auto font-normal text-soft">{some(files, "file")}</span>
            </h2>
            <div className="flex flex-wrap items-end gap-x-3 gap-y-2.5">
              {destination.slots.map((slot) => {
                const item = bySlot.get(slot.id);
                return (
                  item && (
                    <ShapeCell
                      key={slot.id}
                      source={source}
                      slot={slot}
                      item={item}
                      crop={slot.id === current && live ? live : item.plan.crop}
                      isCurrent={slot.id === current}
                      isWanted={choice.slots.includes(slot.id)}
                      onWanted={(on) => choose({ slots: toggled(choice.slots, [slot.id], on) })}
                      onCurrent={() => onCurrent(slot.id)}
                    />
                  )
                );
              })}
            </div>
          </section>
        );
      })}
    </aside>
  );
}

function ShapeCell({
  source,
  slot,
  item,
  crop,
  isCurrent,
  isWanted,
  onWanted,
  onCurrent,
}: {
  source: Source;
  slot: Slot;
  item: PairingPlan;
  crop: Rect;
  isCurrent: boolean;
  isWanted: boolean;
  onWanted: (on: boolean) => void;
  onCurrent: () => void;
}) {
  const file = item.plan.variants[0];
  const isPadded = slot.fit === "pad" && file !== undefined;
  const shape = isPadded ? file : crop;
  const scale = Math.min(mostWidth / shape.width, mostHeight / shape.height);
  const [width, height] = [shape.width * scale, shape.height * scale];
  const inner = Math.min(width / crop.width, height / crop.height);
  const stop = item.plan.findings.find((finding) => finding.severity === "stop");
  return (
    <div className="grid gap-1" style={{ maxWidth: Math.max(width, 96) }}>
      <button
        type="button"
        aria-label={`Frame for ${slot.name}`}
        aria-current={isCurrent}
        title={stop?.sentence ?? slot.name}
        onClick={onCurrent}
        className={`relative grid place-items-center justify-self-start overflow-hidden ${isCurrent ? "outline-2 outline-offset-2 outline-brass" : "outline outline-ink/15"}`}
        style={{ width, height, background: isPadded ? (slot.background ?? "#ffffff") : undefined }}
      >
        <CropPicture source={source} crop={crop} width={crop.width * inner} height={crop.height * inner} />
        <KeepClear zones={slot.keepClear} />
        {item.plan.byHand && (
          <span className="absolute bottom-0 left-0 bg-ink/75 px-1 text-[10px] text-white">by hand</span>
        )}
      </button>
      <label className="flex items-center gap-1.5 text-[11.5px]">
        <input
          type="checkbox"
          aria-label={`Render for ${slot.name}`}
          className="accent-ink"
          checked={isWanted}
          onChange={(event) => onWanted(event.target.checked)}
        />
        <StateMark state={item.state} />
        <span className="truncate">{slot.name}</span>
      </label>
    </div>
  );
}
