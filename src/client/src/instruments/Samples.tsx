import { Button, Key } from "../ui/Button";
import { Gauge } from "./Gauge";
import { RatioChip } from "./RatioChip";
import { StateMark } from "./StateMark";

const states = ["open", "running", "done", "stale", "blocked", "paused", "leftOut"] as const;

/** Every instrument on one page, for looking at. */
export function Samples() {
  return (
    <div className="grid h-full content-start gap-6 overflow-y-auto p-6">
      <h1>Samples of the instruments</h1>
      <section className="grid gap-2">
        <h2>Gauge</h2>
        <Gauge
          label="in the aim"
          value={612_000}
          marks={{ floor: 300_000, aim: [500_000, 700_000], cap: 1_000_000 }}
          width={240}
        />
        <Gauge label="under a cap" value={38_000} marks={{ cap: 60_000 }} />
        <Gauge label="over a cap" value={72_000} marks={{ cap: 60_000 }} good={false} />
        <Gauge label="without limits" value={72_000} marks={{}} />
      </section>
      <section className="flex gap-6">
        <RatioChip width={3} height={2}>
          3:2
        </RatioChip>
        <RatioChip width={9} height={16}>
          9:16
        </RatioChip>
        <RatioChip width={3000} height={1286}>
          3,000 × 1,286
        </RatioChip>
      </section>
      <section className="flex gap-6">
        {states.map((state) => (
          <span key={state} className="flex items-center gap-1.5">
            <StateMark state={state} /> {state}
          </span>
        ))}
      </section>
      <section className="flex gap-3">
        <Button go act="framing.render">
          Render
        </Button>
        <Button>Automatic</Button>
        <Button disabled>Nothing to undo</Button>
        <Key>?</Key>
      </section>
    </div>
  );
}
