import { useState } from "react";
import { useNavigate } from "react-router";
import { arrowOf } from "../actions/arrows";
import { useActions } from "../actions/bound";
import type { Source } from "../data/client";
import { formatName } from "../destinations/FileEditor";
import type { Place as SlotPlace } from "../destinations/useDestinations";
import { FindingLine } from "../instruments/FindingLine";
import { Gauge } from "../instruments/Gauge";
import { Name } from "../instruments/Name";
import { bytes, count, looksWords, saving, size } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { useStartRun } from "../runs/useRuns";
import { sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { RemedyButton } from "../ui/RemedyButton";
import { Select } from "../ui/Select";
import { Slider } from "../ui/Slider";
import { Chart } from "./Chart";
import { Choices } from "./Choices";
import { Compare } from "./Compare";
import { first, panned, type SeeAs, stepped, zoomed } from "./compare";
import { Delivery } from "./Delivery";
import {
  beforePath,
  type Format,
  type Spot,
  trialPath,
  useByHand,
  useCurves,
  useTrial,
  useWorst,
  type Weighing,
  weighingPath,
  worstPath,
} from "./useWeighing";
import { useWeightRemedies } from "./useWeightRemedies";

const modes: readonly [SeeAs, string][] = [
  ["divider", "Divider"],
  ["sideBySide", "Side by side"],
  ["alternate", "Alternate"],
  ["difference", "Difference"],
];

/** One file on the scales: before and after side by side, and everything that was, or could be, made of it. */
export function WeighingDesk({
  spot,
  run,
  weighing,
  source,
  place,
}: {
  spot: Spot;
  run: string | undefined;
  weighing: Weighing;
  source: Source;
  place: SlotPlace;
}) {
  const navigate = useNavigate();
  const { made } = weighing;
  const isThere = made !== null && made.sha256 !== null;
  const [mode, setMode] = useState<SeeAs>("divider");
  const [look, setLook] = useState(first(weighing));
  const [split, setSplit] = useState(0.5);
  const [showsAfter, setShowsAfter] = useState(true);
  const formats = [...weighing.formats, ...weighing.others];
  const start: { format: Format; quality: number } | undefined = weighing.byHand
    ? weighing.byHand
    : isThere
      ? undefined
      : { format: weighing.formats[0] ?? "jpeg", quality: made?.quality ?? 80 };
  const [wanted, setWanted] = useState(start);
  const trial = useTrial(spot, wanted);
  const curves = useCurves(spot, formats);
  const byHand = useByHand(spot, weighing);
  const worst = useWorst("score", run);
  const startRun = useStartRun();
  const remedies = made?.remedies ?? [];
  const take = useWeightRemedies(spot, place, (to) => navigate(weighingPath(to, run), { replace: true }));

  const asMade =
    isThere && made.score !== null && made.looks !== null
      ? { ...made, score: made.score, looks: made.looks }
      : undefined;
  // Until the first try is there, what was made stays in view.
  const shown =
    wanted && trial
      ? {
          ...trial,
          looks: trial.looks ?? "poor",
          encoding: `${formatName(trial.format)} quality ${trial.quality}`,
        }
      : asMade;
  const after =
    wanted && trial
      ? trialPath(spot, trial)
      : isThere
        ? `/api/variants/${made.id}/file?inline=true`
        : undefined;
  const format = shown?.format ?? weighing.format;
  const at = wanted ?? {
    format: formats.includes(format) ? format : (formats[0] ?? "jpeg"),
    quality: made?.quality ?? 80,
  };
  const move = (by: number) => setWanted({ ...at, quality: Math.min(Math.max(at.quality + by, 1), 100) });
  const toFormat = (next: Format) => setWanted({ format: next, quality: at.quality });
  const canSet = wanted !== undefined && weighing.formats.includes(wanted.format);
  const setByHand = () => {
    if (canSet) byHand.mutate(wanted);
  };
  const automatic = () => {
    setWanted(undefined);
    if (weighing.byHand) byHand.mutate(null);
  };
  const next = async () => {
    // Asked for before the list has come, it waits for it.
    let list = worst.data ?? (await worst.refetch()).data;
    const listed = () => list?.pages.flatMap((page) => page.items) ?? [];
    const here = listed().findIndex(
      (one) =>
        one.source === spot.source &&
        one.slot === spot.slot &&
        one.width === spot.width &&
        one.height === spot.height &&
        (!spot.format || one.format === spot.format),
    );
    // Without another page it gives those that there are.
    if (here === listed().length - 1) list = (await worst.fetchNextPage()).data;
    const to = listed()[(here + 1) % Math.max(1, listed().length)];
    if (to) navigate(weighingPath(to, run));
  };
  const render = () =>
    startRun.mutate(
      { sources: [spot.source], slots: [spot.slot] },
      { onSuccess: (one) => navigate(`/runs/${one.id}`), onError: sayProblem },
    );
  const zoom = (to: (zoom: number) => number) =>
    setLook((now) => zoomed(now, to(now.zoom), { x: 0, y: 0 }, weighing));
  const zoomIn = () => zoom((now) => stepped(now, 1));
  const zoomOut = () => zoom((now) => stepped(now, -1));
  useActions("weight", {
    divider: () => setMode("divider"),
    sideBySide: () => setMode("sideBySide"),
    alternate: () => setMode("alternate"),
    difference: () => setMode("difference"),
    swap: mode === "alternate" && (() => setShowsAfter(!showsAfter)),
    zoomIn,
    zoomOut,
    actual: () => zoom(() => 1),
    pan: (key) => {
      const [x, y] = arrowOf(key);
      const by = key.startsWith("shift+") ? 300 : 40;
      // The picture goes the other way than the eye.
      setLook((now) => panned(now, -x * by, -y * by, weighing));
    },
    quality: (key) => move(key === "," ? -1 : 1),
    format: () => toFormat(formats[(formats.indexOf(at.format) + 1) % formats.length] ?? at.format),
    byHand: setByHand,
    automatic,
    remedy: (key) => take(remedies[Number(key) - 1]),
    render,
    next: () => void next(),
    back: () => navigate(worstPath(run)),
  });
  useReadout([
    ["file", made?.fileName ?? weighing.fileName],
    ["size", `${size(weighing.width, weighing.height)} px`],
    ...(shown
      ? ([
          ["bytes", weighing.most ? `${count(shown.bytes)} of ${count(weighing.most)}` : count(shown.bytes)],
          ["score", `${shown.score} ${looksWords[shown.looks]}`],
          ["source", `${bytes(source.bytes)} → ${bytes(shown.bytes)}, ${saving(source.bytes, shown.bytes)}`],
        ] as const)
      : []),
  ]);
  const isOver = shown !== undefined && weighing.most !== null && shown.bytes > weighing.most;
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_456px] max-[1150px]:grid-cols-[minmax(0,1fr)_360px]">
      <section className="grid min-h-0 min-w-0 grid-rows-[46px_minmax(0,1fr)]">
        <div className="flex min-w-0 items-center gap-2.5 px-4 whitespace-nowrap">
          {/* Where there is no room, the readout says the name. */}
          <h1 className="min-w-32 shrink-20 overflow-hidden text-[15px] max-[1150px]:sr-only">
            <Name text={source.stem} weight="" />
          </h1>
          <span className="ml-auto flex items-center gap-1.5">
            {modes.map(([one, words]) => (
              <Button
                key={one}
                act={`weight.${one}`}
                aria-pressed={mode === one}
                className={mode === one ? "" : "border-transparent!"}
              >
                {words}
              </Button>
            ))}
            <Button aria-label="Zoom out" onClick={zoomOut}>
              −
            </Button>
            <span className="figures w-12 text-center" data-testid="zoom">
              {Math.round(look.zoom * 100)} %
            </span>
            <Button aria-label="Zoom in" onClick={zoomIn}>
              +
            </Button>
          </span>
        </div>
        <Compare
          picture={{
            width: weighing.width,
            height: weighing.height,
            before: beforePath(spot, format === "tiff" ? "png" : format),
            after,
            words: shown ? `${shown.encoding} · ${bytes(shown.bytes)}` : "no file yet",
          }}
          look={look}
          onLook={setLook}
          mode={mode}
          split={split}
          onSplit={setSplit}
          showsAfter={showsAfter}
        />
      </section>
      <aside
        aria-label="Weight"
        className="flex min-h-0 flex-col gap-3 overflow-y-auto border-l border-line bg-sheet p-3.5"
      >
        <p className="flex items-center gap-2">
          <span className="truncate font-[550]">{place.path}</span>
          <span className="ml-auto shrink-0">
            <RatioChip width={weighing.width} height={weighing.height}>
              {size(weighing.width, weighing.height)}
            </RatioChip>
          </span>
        </p>
        {made?.findings.map((finding) => (
          <FindingLine key={finding.sentence} finding={finding} />
        ))}
        {remedies.length > 0 && (
          <div className="grid gap-1.5">
            {remedies.map((remedy, index) => (
              <RemedyButton
                key={remedy.sentence}
                number={index + 1}
                sentence={remedy.sentence}
                onApply={() => take(remedy)}
              />
            ))}
          </div>
        )}
        <h2 className="-mb-2">
          File size against visual quality <span className="font-normal text-soft">kB across, score up</span>
        </h2>
        <Chart weighing={weighing} curves={curves} shown={shown} onTake={setWanted} />
        <div className="flex items-center gap-2">
          <Select
            label="Format"
            hidesLabel
            value={at.format}
            options={formats.map((one) => [
              one,
              `${formatName(one)}${
                weighing.formats.includes(one)
                  ? ""
                  : weighing.beside.includes(one)
                    ? " (a file of its own)"
                    : " (not taken)"
              }`,
            ])}
            onValue={toFormat}
          />
          <Slider
            label="Quality"
            min={1}
            max={100}
            className="grow"
            value={at.quality}
            onValue={(quality) => setWanted({ ...at, quality })}
          />
          <span className="figures w-7 text-right" data-testid="quality">
            {wanted ? at.quality : (made?.quality ?? "–")}
          </span>
        </div>
        <p className="flex items-center gap-2">
          <Gauge
            value={shown?.bytes}
            good={!isOver}
            label="this file against its limits"
            marks={{
              cap: weighing.most ?? undefined,
              aim: weighing.aimBytes ? [weighing.aimBytes[0] ?? 0, weighing.aimBytes[1] ?? 0] : undefined,
            }}
          />
          <span className={`figures font-[650] ${isOver ? "text-stop" : ""}`} data-testid="bytes">
            {shown ? bytes(shown.bytes) : "–"}
          </span>
          <span className="ml-auto">
            <span className="figures font-[650]" data-testid="score">
              {shown ? shown.score.toFixed(1) : "–"}
            </span>{" "}
            {shown ? looksWords[shown.looks] : ""}
          </span>
        </p>
        <Choices weighing={weighing} curves={curves} onTake={setWanted} />
        <Delivery lines={weighing.lines} now={shown?.bytes} was={source.bytes} />
        <div className="mt-auto flex flex-wrap items-center gap-2 pt-1">
          {canSet && <Button act="weight.byHand">Set by hand</Button>}
          {(weighing.byHand || wanted) && <Button act="weight.automatic">Reset to automatic</Button>}
          {weighing.byHand && (
            <span className="text-soft" data-testid="by-hand">
              by hand: {formatName(weighing.byHand.format)} {weighing.byHand.quality}
            </span>
          )}
          <span className="ml-auto flex gap-2">
            {(!isThere || made === null) && <Button act="weight.render">Render</Button>}
            <Button go act="weight.next">
              Next problem
            </Button>
          </span>
        </div>
      </aside>
    </div>
  );
}
