import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import type { Run, Variant } from "../data/client";
import { type Place, usePlaces } from "../destinations/useDestinations";
import { framingPath } from "../framing/framingPath";
import { FindingLine } from "../instruments/FindingLine";
import { isUnderWay, jobMarks } from "../instruments/jobs";
import { Name } from "../instruments/Name";
import { bytes, count, duration, moment, saving, size } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { useMakePackage } from "../packages/packing";
import { sayProblem } from "../shell/notices";
import { type Fact, useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { Entry } from "../ui/Entry";
import { Fault } from "../ui/Fault";
import { type Option, Select } from "../ui/Select";
import { weighingPath, worstPath } from "../weight/useWeighing";
import {
  mostVariants,
  useCancelRun,
  usePauseRun,
  useRetryRun,
  useRunFindings,
  useRunSlots,
  useRuns,
  useVariants,
  useWatchedRun,
  type VariantOrder,
} from "./useRuns";
import { VariantTable } from "./VariantTable";

const words = {
  queued: "waiting",
  running: "rendering",
  paused: "paused",
  done: "done",
  failed: "not made",
  cancelled: "cancelled",
};
const none: Variant[] = [];
const orders = [
  ["made", "As made"],
  ["bytes", "Heaviest first"],
  ["name", "By name"],
] as const satisfies readonly Option<VariantOrder>[];

/** What was rendered: every file against its limits. */
export function RunsScreen() {
  const { runId } = useParams();
  const runs = useRuns();
  const navigate = useNavigate();
  const run = runs.data?.find((one) => one.id === runId) ?? runs.data?.[0];
  useWatchedRun(run);
  if (runs.error && !runs.data) return <Fault problem={runs.error} />;
  if (runs.data?.length === 0)
    return (
      <Empty
        title="Nothing has been rendered yet"
        act={
          <Button go onClick={() => navigate("/framing")}>
            To framing
          </Button>
        }
      >
        Choose pictures, choose the slots to render for, look at the crops, and render. The files appear here.
      </Empty>
    );
  return (
    <div className="grid h-full grid-cols-[224px_minmax(0,1fr)] max-[1150px]:grid-cols-[172px_minmax(0,1fr)]">
      <nav aria-label="Runs" className="overflow-y-auto border-r border-line py-3">
        {runs.data?.map((one) => (
          <Entry key={one.id} isCurrent={one.id === run?.id} onClick={() => navigate(`/runs/${one.id}`)}>
            <span className="flex items-center gap-1.5 font-medium">
              <StateMark state={jobMarks[one.state]} />
              {moment(one.askedAt)}
              <span className="figures ml-auto font-normal text-soft">{count(one.total)}</span>
            </span>
            <span className="text-xs text-soft">
              {words[one.state]}
              {one.failed > 0 && <span className="text-stop">, {count(one.failed)} failed</span>}
              {one.blocked > 0 && <span className="text-stop">, {count(one.blocked)} blocked</span>}
            </span>
          </Entry>
        ))}
      </nav>
      {run && <RunSheet key={run.id} run={run} />}
    </div>
  );
}

function RunSheet({ run }: { run: Run }) {
  const findings = useRunFindings(run.id);
  const places = usePlaces();
  const [slot, setSlot] = useState("");
  const [order, setOrder] = useState<VariantOrder>("made");
  const shown = useVariants(run, slot, order).data ?? none;
  const made = useRunSlots(run).data ?? [];
  const [shows, setShows] = useState<"files" | "findings">("files");
  const [currentId, setCurrentId] = useState<string>();
  const pack = useMakePackage();
  const cancel = useCancelRun();
  const pause = usePauseRun();
  const retry = useRetryRun();
  const navigate = useNavigate();
  // In the order of their destinations; those that were deleted since come last.
  const known = [...(places?.keys() ?? [])].filter((id) => made.some((one) => one.slot === id));
  const slots = [...new Set([...known, ...made.map((one) => one.slot)])];
  const told = findings.data?.items ?? [];
  const current = shows === "files" ? (shown.find((one) => one.id === currentId) ?? shown[0]) : undefined;
  const step = (by: number) => () => {
    const at = shown.findIndex((one) => one.id === current?.id);
    setCurrentId(shown[Math.min(Math.max(at + by, 0), shown.length - 1)]?.id);
  };
  const weigh = (variant: Variant | undefined) => variant && navigate(weighingPath(variant, run.id));
  useActions("runs", {
    go: (key) => step(key === "ArrowDown" ? 1 : -1)(),
    weigh: () => weigh(current),
    frame: () => current && navigate(framingPath(current.source, current.slot, current.tier)),
  });
  useReadout(factsOf(current, current && places?.get(current.slot)));
  const isOpen = isUnderWay(run);
  return (
    <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_40px_minmax(0,1fr)]">
      <Progress
        run={run}
        isOpen={isOpen}
        onPause={(on) => pause.mutate({ id: run.id, on }, { onError: sayProblem })}
        onRetry={() =>
          retry.mutate(run.id, { onSuccess: ({ id }) => navigate(`/runs/${id}`), onError: sayProblem })
        }
        onCancel={() => cancel.mutate(run.id, { onError: sayProblem })}
        onPackage={() => pack.mutate({ runs: [run.id] }, { onSuccess: () => navigate("/packages") })}
        onWorst={() => navigate(worstPath(run.id))}
        canPackage={run.done > 0 && !pack.isPending}
      />
      <div className="flex items-center gap-2.5 border-y border-line bg-sheet px-4">
        <Button
          aria-pressed={shows === "files"}
          className={shows === "files" ? "" : "border-transparent!"}
          onClick={() => setShows("files")}
        >
          Files{" "}
          {count(made.filter((one) => !slot || one.slot === slot).reduce((sum, one) => sum + one.files, 0))}
        </Button>
        <Button
          aria-pressed={shows === "findings"}
          className={shows === "findings" ? "" : "border-transparent!"}
          onClick={() => setShows("findings")}
        >
          Findings {count(findings.data?.total ?? 0)}
        </Button>
        <span className="ml-auto truncate text-soft">
          {shows === "files" &&
            shown.length === mostVariants &&
            `The first ${count(mostVariants)}${slot ? "" : "; a slot shows more of its own"}`}
        </span>
        {shows === "files" && (
          <>
            <Select
              label="Slot"
              value={slot}
              options={[["", "All"], ...slots.map((id) => [id, places?.get(id)?.path ?? id] as const)]}
              onValue={setSlot}
            />
            <Select label="Order" value={order} options={orders} onValue={setOrder} />
          </>
        )}
      </div>
      {shows === "findings" ? (
        <div className="grid content-start gap-2 overflow-y-auto bg-sheet p-4">
          {told.length === 0 && (
            <p className="text-soft">Every picture has enough pixels for every slot of this run.</p>
          )}
          {findings.data && told.length < findings.data.total && (
            <p className="text-soft">
              The first {count(told.length)} of {count(findings.data.total)}.
            </p>
          )}
          {told.map((one) => (
            <div
              key={`${one.source}${one.slot}${one.finding.sentence}`}
              className="grid grid-cols-[260px_1fr] gap-3"
            >
              <span className="min-w-0">
                <Link to={framingPath(one.source, one.slot)} className="block underline">
                  <Name text={one.stem} />
                </Link>
                <span className="block truncate text-soft">{places?.get(one.slot)?.path}</span>
              </span>
              <FindingLine finding={one.finding} />
            </div>
          ))}
        </div>
      ) : (
        places && (
          <VariantTable
            key={`${slot}/${order}`}
            variants={shown}
            places={places}
            current={current?.id}
            onCurrent={setCurrentId}
            onWeigh={weigh}
          />
        )
      )}
    </section>
  );
}

function Progress({
  run,
  isOpen,
  canPackage,
  onPause,
  onRetry,
  onCancel,
  onPackage,
  onWorst,
}: {
  run: Run;
  isOpen: boolean;
  canPackage: boolean;
  onPause: (on: boolean) => void;
  onRetry: () => void;
  onCancel: () => void;
  onPackage: () => void;
  onWorst: () => void;
}) {
  const ended = run.done + run.failed;
  const seconds = run.startedAt
    ? (Date.parse(run.endedAt ?? new Date().toISOString()) - Date.parse(run.startedAt)) / 1000
    : 0;
  const left = isOpen && ended > 0 ? (seconds / ended) * (run.total - ended) : undefined;
  return (
    <div className="flex items-center gap-4 px-4 py-2.5 whitespace-nowrap">
      <h1 className="flex items-center gap-2 text-[15px]">
        <StateMark state={jobMarks[run.state]} />
        {words[run.state]}
      </h1>
      <span role="status" className="figures">
        {count(run.done)} / {count(run.total)}
      </span>
      {isOpen && (
        <progress aria-label="Files rendered" className="h-1.5 w-48" max={run.total || 1} value={ended} />
      )}
      {run.failed > 0 && <span className="text-stop">{count(run.failed)} failed</span>}
      {run.leftOut > 0 && <span>{count(run.leftOut)} not wanted any more</span>}
      <span className="text-soft">
        <span className="figures text-ink">{bytes(run.bytesIn)}</span> of pictures,{" "}
        <span className="figures text-ink">{bytes(run.bytesOut)}</span> of files
        {left !== undefined && `, ${duration(left)} left`}
        {run.endedAt && run.startedAt && `, took ${duration(seconds)}`}
      </span>
      <span className="ml-auto flex gap-2">
        {isOpen && <Button onClick={() => onPause(true)}>Pause</Button>}
        {run.state === "paused" && <Button onClick={() => onPause(false)}>Resume</Button>}
        {(isOpen || run.state === "paused") && <Button onClick={onCancel}>Cancel</Button>}
        {!isOpen && run.failed > 0 && <Button onClick={onRetry}>Try {count(run.failed)} failed again</Button>}
        {!isOpen && ended > 0 && <Button onClick={onWorst}>Worst first</Button>}
        <Button go disabled={!canPackage} onClick={onPackage}>
          Make a package
        </Button>
      </span>
    </div>
  );
}

function factsOf(variant: Variant | undefined, place: Place | undefined): Fact[] {
  if (!variant) return [];
  const cap = place?.slot.limits?.mostBytes;
  return [
    ["file", variant.fileName],
    ["size", `${size(variant.width, variant.height)} px`],
    ["bytes", cap ? `${count(variant.bytes)} of ${count(cap)}` : count(variant.bytes)],
    ...(cap ? ([["headroom", bytes(Math.max(0, cap - variant.bytes))]] as Fact[]) : []),
    ["made as", variant.encoding || "not made"],
    ...(variant.sourceBytes
      ? ([
          [
            "source",
            `${bytes(variant.sourceBytes)} → ${bytes(variant.bytes)}, ${saving(variant.sourceBytes, variant.bytes)}`,
          ],
        ] as Fact[])
      : []),
  ];
}
