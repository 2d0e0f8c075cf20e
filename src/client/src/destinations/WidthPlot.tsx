import { useRef } from "react";
import { count } from "../instruments/numbers";
import { useRoom } from "../shell/room";

const height = 128;
const left = 40;
const bottom = 24;

/** Round numbers up to a maximum, about four of them. */
export function ticksTo(most: number): number[] {
  const rough = most / 4;
  const magnitude = 10 ** Math.floor(Math.log10(Math.max(rough, 1)));
  const step = [1, 2, 5, 10].map((one) => one * magnitude).find((one) => one >= rough) ?? magnitude * 10;
  return Array.from({ length: Math.floor(most / step + 1e-9) }, (_, index) => (index + 1) * step);
}

/** Shown width over viewport width, both in CSS px. */
export function WidthPlot({ points, breaks }: { points: readonly number[][]; breaks: readonly number[] }) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useRoom(frame, { width: 420, height });
  const from = points[0]?.[0] ?? 320;
  const to = points.at(-1)?.[0] ?? 1920;
  const most = Math.max(...points.map(([, shown]) => shown ?? 0), 1) * 1.08;
  const x = (viewport: number) => left + ((width - left - 12) * (viewport - from)) / (to - from);
  const y = (shown: number) => 8 + (height - 8 - bottom) * (1 - shown / most);
  const line = points
    .map(
      ([viewport = 0, shown = 0], index) =>
        `${index ? "L" : "M"}${x(viewport).toFixed(1)} ${y(shown).toFixed(1)}`,
    )
    .join("");
  const marks = ticksTo(to).filter((tick) => tick >= from);
  return (
    <div ref={frame}>
      <svg
        role="img"
        aria-label="Shown width over viewport width"
        width={width}
        height={height}
        className="block"
      >
        <g className="figures" fontSize="11" fill="var(--color-ink)">
          {ticksTo(most).map((tick) => (
            <g key={tick}>
              <path d={`M${left} ${y(tick)}H${width - 12}`} stroke="var(--color-line-soft)" />
              <text x={left - 6} y={y(tick) + 4} textAnchor="end">
                {count(tick)}
              </text>
            </g>
          ))}
          {marks.map((tick) => (
            <g key={tick}>
              <path d={`M${x(tick)} ${height - bottom}v6`} stroke="var(--color-soft)" />
              <text x={x(tick)} y={height - 5} textAnchor="middle">
                {count(tick)}
              </text>
            </g>
          ))}
        </g>
        {breaks
          .filter((at) => at > from && at < to)
          .map((at) => (
            <path
              key={at}
              d={`M${x(at)} 8V${height - bottom}`}
              stroke="var(--color-line)"
              strokeDasharray="2 3"
            />
          ))}
        <path d={`M${left} ${height - bottom}H${width - 12}`} stroke="var(--color-soft)" />
        <path d={line} fill="none" stroke="var(--color-ink)" strokeWidth="2" />
      </svg>
    </div>
  );
}
