import type { Slot } from "../../data/client";
import { Gauge } from "../../instruments/Gauge";
import { bytes, size } from "../../instruments/numbers";
import { previewUrl } from "../../instruments/preview";
import { VirtualRows } from "../../ui/VirtualRows";
import { type AdHocPlan, useAdHocFiles } from "./useAdHoc";

const rowHeight = 60;
const box = { width: 72, height: 48 };

/** What comes of each picture: how it is cropped, how its files are called, what they weigh, and what cannot be done. */
export function AdHocList({ plans, slots }: { plans: readonly AdHocPlan[]; slots: readonly Slot[] }) {
  return (
    <VirtualRows
      role="list"
      aria-label="What comes of each picture"
      // What scrolls must be reached by keyboard.
      tabIndex={0}
      items={plans}
      keyOf={(plan) => `${plan.source}${plan.plan.slot}`}
      height={rowHeight}
      isMeasured
    >
      {(plan, at) => (
        <div
          role="listitem"
          aria-setsize={plans.length}
          aria-posinset={at + 1}
          className="grid min-h-15 grid-cols-[76px_minmax(0,1fr)_auto] items-center gap-3 border-b border-line-soft py-1 pr-2"
        >
          <Row plan={plan} slots={slots} />
        </div>
      )}
    </VirtualRows>
  );
}

function Row({ plan, slots }: { plan: AdHocPlan; slots: readonly Slot[] }) {
  const slot = slots.filter((one) => one.id === plan.plan.slot);
  const files = useAdHocFiles(plan.source, slot, plan.plan.variants.length > 0);
  const [first] = plan.plan.variants;
  const stop = plan.plan.findings.find((finding) => finding.severity === "stop");
  const failed = files.data?.find((file) => file.bytes === null);
  const total = files.data?.reduce((sum, file) => sum + (file.bytes ?? 0), 0);
  const max = slot[0]?.limits?.mostBytes ?? undefined;
  const largest = files.data?.reduce((most, file) => Math.max(most, file.bytes ?? 0), 0);
  const wrong = stop?.sentence ?? failed?.findings[0]?.sentence ?? files.error?.message;
  return (
    <>
      <Cropped source={{ id: plan.source, width: plan.width, height: plan.height }} crop={plan.plan.crop} />
      <span className="grid min-w-0">
        <span className="truncate font-[550]">{first?.fileName ?? plan.stem}</span>
        <span className={`text-xs ${wrong ? "text-stop" : "truncate text-soft"}`}>
          {wrong ??
            [
              slots.length > 1 && slot[0]?.name,
              first && `${size(first.width, first.height)} px`,
              plan.plan.variants.length > 1 && `${plan.plan.variants.length} files`,
            ]
              .filter(Boolean)
              .join(", ")}
        </span>
      </span>
      <span className="flex items-center gap-2">
        {max && largest ? (
          <Gauge
            value={largest}
            marks={{ cap: max }}
            width={110}
            label={`${bytes(largest)} of ${bytes(max)}`}
          />
        ) : null}
        <span className="figures w-16 text-right" aria-live="polite">
          {total ? bytes(total) : wrong ? "none" : "…"}
        </span>
      </span>
    </>
  );
}

/** The whole picture, with the frame of what is taken of it. */
function Cropped({
  source,
  crop,
}: {
  source: { id: string; width: number; height: number };
  crop: AdHocPlan["plan"]["crop"];
}) {
  const scale = Math.min(box.width / source.width, box.height / source.height);
  const percent = (part: number, of: number) => `${(100 * part) / of}%`;
  return (
    <span
      className="relative block justify-self-center"
      style={{ width: source.width * scale, height: source.height * scale }}
    >
      <img alt="" className="h-full w-full opacity-60" src={previewUrl(source, box.width)} />
      <span
        className="absolute border border-brass-fill"
        style={{
          left: percent(crop.x, source.width),
          top: percent(crop.y, source.height),
          width: percent(crop.width, source.width),
          height: percent(crop.height, source.height),
        }}
      />
    </span>
  );
}
