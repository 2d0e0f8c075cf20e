import { useEffect } from "react";
import { useNavigate, useParams } from "react-router";
import type { Plan, Rect, Source } from "../api/client";
import { type Place, usePlaces } from "../destinations/useDestinations";
import { Button } from "../instruments/Button";
import { FindingLine } from "../instruments/FindingLine";
import { count, size } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { useStartRun } from "../runs/useRuns";
import { useChoice } from "../shell/choice";
import { useKeys } from "../shell/keys";
import { sayProblem } from "../shell/notices";
import { type Fact, useReadout } from "../shell/readout";
import { usePlans, useSource, useSources } from "../sources/useSources";
import { CropBench } from "./CropBench";
import { moved, scaled } from "./drag";
import { FramingControls } from "./FramingControls";
import { ShapeSheet } from "./ShapeSheet";
import { useFraming } from "./useFraming";

/** Which part of a source goes into each slot. */
export function FramingScreen() {
  const { sourceId } = useParams();
  const choice = useChoice();
  const newest = useSources("");
  const navigate = useNavigate();
  const fallback = choice.sources[0] ?? newest.data?.pages[0]?.items[0]?.id;
  const source = useSource(sourceId ?? fallback);
  const plans = usePlans(source.data?.id);
  const places = usePlaces();
  if (source.error || plans.error)
    return (
      <div className="grid h-full place-content-center gap-3 text-center">
        <p role="alert">{(source.error ?? plans.error)?.message}</p>
        <Button onClick={() => navigate("/sources")}>To the sources</Button>
      </div>
    );
  if (newest.data?.pages[0]?.total === 0)
    return (
      <div className="grid h-full place-content-center justify-items-center gap-3 text-center">
        <p className="text-[15px] font-[650]">Nothing to frame yet</p>
        <p className="text-soft">Take pictures in first; each slot then shows its crop of them here.</p>
        <Button go onClick={() => navigate("/sources")}>
          To the sources
        </Button>
      </div>
    );
  if (!source.data || !plans.data || !places) return <div className="well-grey h-full" />;
  return <Bench source={source.data} plans={plans.data} places={places} />;
}

function Bench({
  source,
  plans,
  places,
}: {
  source: Source;
  plans: NonNullable<ReturnType<typeof usePlans>["data"]>;
  places: Map<string, Place>;
}) {
  const { slotId } = useParams();
  const navigate = useNavigate();
  const choice = useChoice();
  const start = useStartRun();
  const ids = plans.map((item) => item.plan.slot);
  const current =
    plans.find((item) => item.plan.slot === slotId) ??
    plans.find((item) => choice.slots.includes(item.plan.slot)) ??
    plans[0];
  const place = current && places.get(current.plan.slot);
  const framing = useFraming(source.id, current?.plan);
  const canBeSet = (place?.slot.fit ?? "cover") === "cover";
  const line = choice.sources.includes(source.id) ? choice.sources : [source.id];
  const at = line.indexOf(source.id);
  const wanted = choice.slots.filter((id) => places.has(id));

  const toSlot = (id: string | undefined) => id && navigate(`/framing/${source.id}/${id}`, { replace: true });
  const toSource = (by: number) => {
    const next = line[(at + by + line.length) % line.length];
    if (next) navigate(`/framing/${next}${current ? `/${current.plan.slot}` : ""}`);
  };
  const render = () => {
    if (wanted.length === 0) return;
    start.mutate(
      { sources: [...line], slots: wanted },
      { onSuccess: (run) => navigate(`/runs/${run.id}`), onError: sayProblem },
    );
  };
  const nudge = (x: number, y: number) => () => {
    if (canBeSet && framing.frame) framing.drag(moved(framing.frame, x, y, source), true);
  };
  const zoom = (by: number) => () => {
    if (canBeSet && framing.frame) framing.drag(scaled(framing.frame, by, source), true);
  };
  const stepSlot = (by: number) => () =>
    toSlot(ids[(ids.indexOf(current?.plan.slot ?? "") + by + ids.length) % ids.length]);
  useKeys({
    ArrowLeft: nudge(-1, 0),
    ArrowRight: nudge(1, 0),
    ArrowUp: nudge(0, -1),
    ArrowDown: nudge(0, 1),
    "shift+ArrowLeft": nudge(-10, 0),
    "shift+ArrowRight": nudge(10, 0),
    "shift+ArrowUp": nudge(0, -10),
    "shift+ArrowDown": nudge(0, 10),
    "+": zoom(1 / 1.02),
    "=": zoom(1 / 1.02),
    "-": zoom(1.02),
    "0": () => current?.plan.byHand && void framing.set(undefined),
    n: stepSlot(1),
    p: stepSlot(-1),
    "]": () => toSource(1),
    "[": () => toSource(-1),
    r: render,
  });
  useReadout(factsOf(source, framing.frame, framing.plan, canBeSet));
  useEffect(() => {
    document.title = `${source.stem} – Pantomet`;
    return () => {
      document.title = "Pantomet";
    };
  }, [source.stem]);
  if (!current || !place || !framing.frame || !framing.plan)
    return <p className="p-6">There is no destination to frame for. Add one under Destinations.</p>;

  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_420px] max-[1100px]:grid-cols-[minmax(0,1fr)_312px]">
      <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[46px_auto_minmax(0,1fr)_auto]">
        <div className="flex items-center gap-3 px-4 whitespace-nowrap">
          <h1 className="truncate text-[15px]" title={source.fileName}>
            {source.stem}
          </h1>
          <RatioChip width={source.width} height={source.height}>
            {size(source.width, source.height)}
          </RatioChip>
          {line.length > 1 && (
            <span className="flex items-center gap-2 text-soft">
              <Button aria-label="Previous picture" onClick={() => toSource(-1)}>
                ‹
              </Button>
              <span className="figures">
                {at + 1} / {line.length}
              </span>
              <Button aria-label="Next picture" onClick={() => toSource(1)}>
                ›
              </Button>
            </span>
          )}
          <span className="ml-auto" />
          {wanted.length === 0 && <span className="text-soft">tick the slots to render for</span>}
          <Button go shortcut="R" disabled={wanted.length === 0 || start.isPending} onClick={render}>
            Render {line.length === 1 ? "this picture" : `${count(line.length)} pictures`} for{" "}
            {count(wanted.length)} {wanted.length === 1 ? "slot" : "slots"}
          </Button>
        </div>
        <div aria-live="polite" className="max-h-32 overflow-y-auto">
          {framing.plan.findings.map((finding) => (
            <FindingLine key={finding.sentence} finding={finding} />
          ))}
        </div>
        <CropBench
          key={`${source.id}${current.plan.slot}`}
          source={source}
          slot={place.slot}
          frame={framing.frame}
          outWidth={framing.plan.variants[0]?.width}
          canBeSet={canBeSet}
          onDrag={framing.drag}
          onRest={(frame) => void framing.set(frame)}
        />
        <FramingControls
          destination={place.destination.name}
          slot={place.slot}
          frame={framing.frame}
          plan={framing.plan}
          canBeSet={canBeSet}
          onSet={(frame) => void framing.set(frame)}
        />
      </section>
      <ShapeSheet
        source={source}
        plans={plans}
        current={current.plan.slot}
        live={framing.frame}
        onCurrent={toSlot}
      />
    </div>
  );
}

function factsOf(source: Source, frame: Rect | undefined, plan: Plan | undefined, canBeSet: boolean): Fact[] {
  if (!frame || !plan) return [];
  const out = plan.variants.map((variant) => size(variant.width, variant.height));
  return [
    ["source", source.fileName],
    ["upright", `${size(source.width, source.height)} px`],
    [
      "crop",
      canBeSet
        ? `${size(plan.crop.width, plan.crop.height)} at ${count(plan.crop.x)}, ${count(plan.crop.y)}`
        : "whole picture",
    ],
    ["out", out.length > 0 ? `${[...new Set(out)].join(", ")} px` : "nothing"],
    ["files", count(plan.variants.length)],
    ["framed", plan.byHand ? "by hand" : "automatically"],
  ];
}
