import type { Schemas } from "../data/client";

const seconds = (bytes: number, bitsPerSecond: number): string => {
  const time = (8 * bytes) / bitsPerSecond;
  return time >= 9.95 ? `${Math.round(time)} s` : `${time.toFixed(time < 0.995 ? 2 : 1)} s`;
};

/** How long a file is under way on lines whose speed is stated; the lines are made up. */
export function Delivery({
  lines,
  now,
  was,
}: {
  lines: readonly Schemas["DeliveryLine"][];
  now: number | undefined;
  was: number;
}) {
  return (
    <div className="grid">
      <h2>Download time</h2>
      {lines.map((line) => (
        <p key={line.name} className="grid grid-cols-[1fr_70px_110px] border-b border-line-soft py-0.5">
          <span>
            {line.name} <span className="figures text-soft">{line.bitsPerSecond / 1e6} Mbit/s</span>
          </span>
          <span className="figures text-right">
            {now === undefined ? "–" : seconds(now, line.bitsPerSecond)}
          </span>
          <span className="figures text-right text-soft">source {seconds(was, line.bitsPerSecond)}</span>
        </p>
      ))}
    </div>
  );
}
