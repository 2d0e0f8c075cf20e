import { useRef, useState } from "react";
import { useActions } from "../actions/bound";
import { bytes, count } from "../instruments/numbers";
import { useReadout } from "../shell/readout";
import { useRoom } from "../shell/room";
import { useSettledData } from "../shell/settled";
import { PageColours } from "../treatments/PageColours";
import { Candidates, DeviceTable, PageBytes } from "./Facts";
import { MarkupPanel } from "./MarkupPanel";
import { NothingMade } from "./NothingMade";
import { type Measured, PageFrame } from "./PageFrame";
import { Ruler } from "./Ruler";
import { TextTrial } from "./TextTrial";
import { pagePath, pages, type Spot, type Trial, untried, useProof } from "./useProof";
import type { Views } from "./useViews";
import { scaleOf, type View, written } from "./view";

const gap = 24;
const settlesAfter = 300;
const far = 20;

/** The windows side by side over the ruler, and what there is to know of the current one. */
export function ProofDesk({ spot, views }: { spot: Spot; views: Views }) {
  const { view } = views;
  const well = useRef<HTMLDivElement>(null);
  const room = useRoom(well, { width: 860, height: 600 });
  const [trial, setTrial] = useState<Trial>(untried);
  const [measured, setMeasured] = useState<ReadonlyMap<string, Measured>>(new Map());
  const settled = useSettledData(views.views, settlesAfter);
  const tried = useSettledData(trial, settlesAfter);
  const proof = useProof(spot, view, views.page);
  const page = views.page ?? proof.data?.page;
  const seen = measured.get(written(view));
  const devices = [...(proof.data?.devices ?? [])].sort(
    (a, b) => a.viewport - b.viewport || a.density - b.density,
  );
  const stepDevice = (by: number) => {
    const at = devices.findIndex((one) => one.viewport === view.viewport && one.density === view.density);
    const next =
      at >= 0
        ? devices[at + by]
        : by > 0
          ? devices.find((one) => one.viewport > view.viewport)
          : devices.findLast((one) => one.viewport < view.viewport);
    if (next) views.set({ viewport: next.viewport, density: next.density });
  };
  useActions("proof", {
    viewport: (key) =>
      views.set({
        ...view,
        viewport: view.viewport + (key.includes("Left") ? -1 : 1) * (key.startsWith("shift") ? far : 1),
      }),
    device: (key) => stepDevice(key === "," ? -1 : 1),
    density: views.nextDensity,
    page: () => {
      const at = pages.findIndex(([one]) => one === page);
      const next = pages[(at + 1) % pages.length];
      if (next) views.setPage(next[0]);
    },
    beside: views.add,
    close: views.close,
  });
  useReadout(factsOf(view, proof.data, seen));
  if (proof.error && !proof.data) return <NothingMade spot={spot} problem={proof.error} />;
  const scale = scaleOf(views.views, room.width, gap);
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_384px] max-[1150px]:grid-cols-[minmax(0,1fr)_330px]">
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)]">
        <Ruler
          value={view.viewport}
          devices={devices}
          onValue={(viewport) => views.set({ ...view, viewport })}
        />
        <div ref={well} className="well-grey flex items-start overflow-hidden" style={{ padding: gap, gap }}>
          {page &&
            views.views.map((one, at) => (
              <PageFrame
                // biome-ignore lint/suspicious/noArrayIndexKey: a window stays the same while its width changes.
                key={at}
                view={one}
                path={pagePath(spot, page, settled[at] ?? one, tried)}
                scale={scale}
                room={room.height - 2 * gap - 24}
                isCurrent={at === views.current}
                onCurrent={() => views.setCurrent(at)}
                onMeasured={(next) =>
                  setMeasured((all) => new Map(all).set(written(settled[at] ?? one), next))
                }
              />
            ))}
        </div>
      </div>
      <aside
        aria-label="What is known of it"
        className="grid min-h-0 grid-cols-[minmax(0,1fr)] content-start gap-5 overflow-y-auto border-l border-line bg-sheet p-4"
      >
        {proof.data && (
          <>
            <Candidates proof={proof.data} taken={seen?.taken} />
            <PageBytes proof={proof.data} />
            <DeviceTable proof={proof.data} view={view} onView={views.set} />
            <MarkupPanel spot={spot} proof={proof.data} />
            <TextTrial
              trial={trial}
              onTrial={(change) => setTrial((before) => ({ ...before, ...change }))}
              variant={proof.data.candidates.find((one) => one.isTaken)?.variant}
              part={seen?.text}
            />
            <PageColours source={spot.source} slot={spot.slot} page={trial.ground} />
          </>
        )}
      </aside>
    </div>
  );
}

function factsOf(view: View, proof: ReturnType<typeof useProof>["data"], seen: Measured | undefined) {
  const taken = proof?.candidates.find((one) => one.isTaken);
  if (!proof || !taken) return [];
  return [
    ["viewport", `${count(view.viewport)} px at ${view.density}×`],
    ["shown", `${count(Math.round(proof.shownPx))} CSS px`],
    ["needs", `${count(Math.round(proof.neededPx))} px`],
    ["takes", `${count(taken.width)} px ${taken.format.toUpperCase()}, ${bytes(taken.bytes)}`],
    ["page", `${bytes(proof.sent.bytes)} of pictures`],
    ...(seen?.shift === undefined ? [] : [["shift", `${Math.round(seen.shift * 1000) / 1000}`] as const]),
  ] as const;
}
