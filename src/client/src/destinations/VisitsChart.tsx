import { useRef } from "react";
import { count } from "../instruments/numbers";
import { useRoom } from "../shell/room";

const height = 92;
const bottom = 22;
const margin = 14;

/** Shares of visits, gathered so that bars stand at least some px apart. */
export function gathered(
  visits: readonly number[][],
  most: number,
  bars: number,
): { px: number; share: number }[] {
  const bins = new Map<number, { px: number; share: number }>();
  for (const [px = 0, share = 0] of visits) {
    const bin = Math.min(bars - 1, Math.floor((px / most) * bars));
    const known = bins.get(bin);
    // A bar stands where its visits need the most.
    bins.set(bin, { px: Math.max(known?.px ?? 0, px), share: (known?.share ?? 0) + share });
  }
  return [...bins.values()].sort((a, b) => a.px - b.px);
}

/** Visits by the pixels that they need, and the widths that are made, in brass. */
export function VisitsChart({ visits, widths }: { visits: readonly number[][]; widths: readonly number[] }) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useRoom(frame, { width: 420, height });
  const most = Math.max(...visits.map(([px]) => px ?? 0), ...widths) * 1.03;
  const x = (px: number) => margin + ((width - 2 * margin) * px) / most;
  const bars = gathered(visits, most, Math.max(8, Math.floor((width - 2 * margin) / 5)));
  const tallest = Math.max(...bars.map((bar) => bar.share), 1e-9);
  const room = height - bottom - 14;
  let lastLabel = Number.NEGATIVE_INFINITY;
  return (
    <div ref={frame}>
      <svg
        role="img"
        aria-label={`Visits by pixels needed; widths made: ${widths.map(count).join(", ")}`}
        width={width}
        height={height}
        className="block"
      >
        <text x={width - margin} y="9" textAnchor="end" fontSize="11" fill="var(--color-info)">
          visits by pixels needed
        </text>
        {bars.map((bar) => (
          <path
            key={bar.px}
            d={`M${x(bar.px).toFixed(1)} ${height - bottom}v${(-room * bar.share) / tallest}`}
            stroke="var(--color-info)"
            strokeWidth="3"
          />
        ))}
        <path d={`M${margin} ${height - bottom}H${width - margin}`} stroke="var(--color-soft)" />
        {widths.map((one) => {
          const text = count(one);
          const fits = x(one) - lastLabel > text.length * 6.6 + 6;
          if (fits) lastLabel = x(one);
          return (
            <g key={one}>
              <path
                d={`M${x(one)} 12V${height - bottom + 5}`}
                stroke="var(--color-brass)"
                strokeWidth="1.6"
              />
              {fits && (
                <text
                  x={x(one)}
                  y={height - 5}
                  textAnchor="middle"
                  className="figures"
                  fontSize="11"
                  fill="var(--color-brass)"
                >
                  {text}
                </text>
              )}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
