import type { Schemas } from "../data/client";
import { bytes, count } from "../instruments/numbers";
import { Choices } from "../ui/Choices";
import { Select } from "../ui/Select";
import { NumberField, NumbersField, useProblem, useValue } from "./fields";
import type { LayoutOutcome } from "./useDraft";
import { VisitsChart } from "./VisitsChart";

type Ladder = Schemas["LadderDocument"];
type Way = "widths" | "even" | "best" | "oneFile";

const ways = [
  ["widths", "by hand"],
  ["even", "even steps"],
  ["best", "best for the devices"],
  ["oneFile", "one file"],
] as const;

const names: Record<string, (files: number) => string> = {
  byHand: (files) => `by hand, ${files} files`,
  best: (files) => `best, ${files} files`,
  even: (files) => `even, ${files} files`,
  oneFile: () => "one file at 1.5×",
};

const percent = (share: number): string => `${share > 0 && share < 0.005 ? "<1" : Math.round(share * 100)} %`;

/** Which widths are made for a layout, and what they cost the visitors. */
export function LadderEditor({ at, outcome }: { at: string; outcome: LayoutOutcome | undefined }) {
  const [ladder, set] = useValue<Ladder>(at);
  const problem = useProblem(at);
  if (!ladder) return null;
  const way =
    ways.map(([one]) => one).find((one) => ladder[one] !== undefined && ladder[one] !== null) ?? "best";
  const files = outcome?.widths.length ?? 5;
  const change = (next: Way) => {
    const { widths: _, even: __, best: ___, oneFile: ____, ...promise } = ladder;
    const first = {
      widths: [...(outcome?.widths ?? [480, 960, 1440])],
      even: files > 1 ? files : 5,
      best: { files: files > 1 ? files : 5 },
      oneFile: 1.5,
    };
    set({ ...promise, [next]: first[next] }, "ladder");
  };
  return (
    <section aria-label="Widths to make" className="grid gap-2.5">
      <div className="flex flex-wrap items-center gap-2">
        <h3>Widths to make</h3>
        <span className="figures ml-auto">{outcome && `${outcome.widths.length} files`}</span>
      </div>
      <Choices label="Widths to make" choices={ways} value={way} onValue={change} />
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <div className="grid grid-cols-4 items-start gap-2">
        <WayFields at={at} way={way} ladder={ladder} onBest={(best) => set({ ...ladder, best }, "ladder")} />
        <NumberField
          path={`${at}.densityCap`}
          label="density up to"
          unit="×"
          placeholder="all"
          hint="Devices of a greater density are served as if they had this one"
        />
        <NumberField
          path={`${at}.leastShare`}
          label="pixels at least"
          unit="%"
          scale={0.01}
          placeholder="100"
          hint="The share of the pixels it needs that every device must get"
        />
        <NumberField path={`${at}.widest`} label="no wider than" unit="px" placeholder="no limit" />
      </div>
      {way === "oneFile" && (
        <p className="text-soft">
          A compromise: plain screens are sent more than they can show, dense ones get less than they could.
          What that costs stands below.
        </p>
      )}
      {outcome && <VisitsChart visits={outcome.visits} widths={outcome.widths} />}
      {outcome && <Comparison outcome={outcome} />}
      {outcome && <Devices outcome={outcome} />}
    </section>
  );
}

function WayFields({
  at,
  way,
  ladder,
  onBest,
}: {
  at: string;
  way: Way;
  ladder: Ladder;
  onBest: (best: Schemas["BestDocument"]) => void;
}) {
  if (way === "widths")
    return <NumbersField path={`${at}.widths`} label="Widths" unit="px" className="col-span-4" />;
  if (way === "even") return <NumberField path={`${at}.even`} label="files" needed />;
  if (way === "oneFile")
    return (
      <NumberField
        path={`${at}.oneFile`}
        label="times as wide"
        unit="×"
        needed
        hint="Of the widest that any device shows the picture"
      />
    );
  const byWaste = ladder.best?.waste !== undefined && ladder.best.waste !== null;
  return (
    <div className="grid gap-0.5">
      <Select
        label="Best for"
        hidesLabel
        value={byWaste ? "waste" : "files"}
        options={[
          ["files", "Max. files"],
          ["waste", "Max. waste"],
        ]}
        onValue={(best) => onBest(best === "waste" ? { waste: 0.1 } : { files: 5 })}
      />
      {byWaste ? (
        <NumberField
          path={`${at}.best.waste`}
          label="Waste at most"
          hidesLabel
          unit="%"
          scale={0.01}
          needed
        />
      ) : (
        <NumberField path={`${at}.best.files`} label="Files at most" hidesLabel needed />
      )}
    </div>
  );
}

function Comparison({ outcome }: { outcome: LayoutOutcome }) {
  return (
    <div className="grid gap-1.5">
      <p className="text-soft">
        Waste is what a visit loads beyond the pixels it shows; “too few pixels” is the share of visits whose
        file has fewer than they show.
      </p>
      <table className="w-full text-left" aria-label="Ways to choose widths, compared">
        <thead className="text-soft">
          <tr className="border-b border-line">
            <th className="py-1 font-normal">widths</th>
            <th className="py-1 font-normal">kB a visit</th>
            <th className="py-1 font-normal">waste</th>
            <th className="py-1 font-normal">too few pixels</th>
          </tr>
        </thead>
        <tbody>
          {outcome.ladders.map((ladder, index) => (
            <tr
              key={`${index ? "" : "chosen "}${ladder.choice}`}
              className={`border-b border-line-soft ${index === 0 ? "font-semibold" : ""}`}
            >
              <td className="py-1">
                {index === 0 && "chosen: "}
                {names[ladder.choice]?.(ladder.widths.length)}
                <span className="figures block text-xs font-normal text-soft">
                  {ladder.widths.map(count).join(", ")}
                </span>
              </td>
              <td className="figures">{bytes(ladder.bytesPerVisit)}</td>
              <td className="figures">{percent(ladder.waste)}</td>
              <td className={`figures ${ladder.underServed > 0 ? "text-warn" : ""}`}>
                {percent(ladder.underServed)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Devices({ outcome }: { outcome: LayoutOutcome }) {
  return (
    <details>
      <summary className="text-soft">
        Device by device:{" "}
        {outcome.devices.length < outcome.deviceCount && `${outcome.devices.length} most frequent of `}
        {count(outcome.deviceCount)}
      </summary>
      <table className="mt-1 w-full text-right">
        <thead className="text-soft">
          <tr className="border-b border-line">
            {["viewport", "density", "visits", "shown", "needs", "gets", "weighs"].map((name) => (
              <th key={name} className="py-0.5 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="figures">
          {outcome.devices.map((device) => (
            <tr key={`${device.viewport}-${device.density}`} className="border-b border-line-soft">
              <td>{count(device.viewport)}</td>
              <td>{device.density}×</td>
              <td>{(device.share * 100).toFixed(1)} %</td>
              <td>{count(device.shown)}</td>
              <td>{count(device.needed)}</td>
              <td className={device.isUnderServed ? "text-warn" : ""}>{count(device.sent)}</td>
              <td>{bytes(device.bytes)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
