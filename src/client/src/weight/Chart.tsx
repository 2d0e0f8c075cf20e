import { useDrag } from "@use-gesture/react";
import { useRef } from "react";
import { formatName } from "../destinations/FileEditor";
import { ticksTo } from "../destinations/WidthPlot";
import { count } from "../instruments/numbers";
import { useRoom } from "../shell/room";
import { byPointer } from "../ui/byPointer";
import { nearest } from "./curves";
import type { Curve, Format, Trial, Weighing } from "./useWeighing";

const height = 236;
const [left, right, top, bottom] = [34, 14, 12, 26];
const lines: Record<string, string> = { jpeg: "", webP: "7 3", avif: "2 2.5" };

/** Bytes against score: a curve for each format, with cap, aim band and floor; a click takes the nearest quality. */
export function Chart({
  weighing,
  curves,
  shown,
  onTake,
}: {
  weighing: Weighing;
  curves: readonly Curve[];
  shown: { format: Format; bytes: number; score: number } | undefined;
  onTake: (at: { format: Format; quality: number }) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useRoom(frame, { width: 420, height });
  const points = curves.flatMap((curve) => curve.points);
  const { made } = weighing;
  const heaviest = Math.max(
    ...points.map((point) => point.bytes),
    shown?.bytes ?? 0,
    (weighing.most ?? 0) * 1.05,
    weighing.aimBytes?.[1] ?? 0,
    1000,
  );
  const lowest = Math.min(weighing.looks.min, ...points.map((point) => point.score), shown?.score ?? 100);
  const from = Math.max(0, Math.floor(lowest / 10) * 10);
  const x = (weight: number) => left + ((width - left - right) * weight) / heaviest;
  const y = (score: number) => top + (height - top - bottom) * (1 - (score - from) / (100 - from));
  const chart = useRef<SVGSVGElement>(null);
  const take = useDrag(({ xy: [clientX, clientY] }) => {
    const box = chart.current?.getBoundingClientRect() ?? new DOMRect();
    const at = nearest(curves, (point) => ({ x: x(point.bytes), y: y(point.score) }), {
      x: clientX - box.left,
      y: clientY - box.top,
    });
    if (at) onTake(at);
  }, byPointer);
  // A file that just meets cap and floor has its mark where the floor's name would stand.
  const floorY = y(weighing.looks.min);
  const isFloorTaken =
    (weighing.most !== null && x(weighing.most) > width - right - 75) ||
    (shown !== undefined && x(shown.bytes) > width - right - 60 && Math.abs(y(shown.score) - floorY) < 20);
  const isMaxLeft = weighing.most !== null && x(weighing.most) - left < 60;
  const path = (curve: readonly Trial[]) =>
    curve
      .map((one, index) => `${index ? "L" : "M"}${x(one.bytes).toFixed(1)} ${y(one.score).toFixed(1)}`)
      .join("");
  return (
    <div ref={frame}>
      <p className="flex gap-4">
        {curves.map(({ format }) => (
          <span
            key={format}
            className={`flex items-center gap-1.5 ${weighing.formats.includes(format) ? "" : "text-soft"}`}
          >
            <svg aria-hidden="true" width="26" height="4">
              <path d="M0 2h26" stroke="currentColor" strokeWidth="1.6" strokeDasharray={lines[format]} />
            </svg>
            {formatName(format)}
          </span>
        ))}
      </p>
      <svg
        ref={chart}
        role="img"
        aria-label="File size against score, a curve for each format"
        width={width}
        height={height}
        className="block cursor-crosshair touch-none"
        {...take()}
      >
        {weighing.aimBytes && (
          <g>
            <rect
              x={x(weighing.aimBytes[0] ?? 0)}
              y={top}
              width={x(weighing.aimBytes[1] ?? 0) - x(weighing.aimBytes[0] ?? 0)}
              height={height - top - bottom}
              fill="var(--color-brass-fill)"
              opacity=".3"
            />
            <text x={x(weighing.aimBytes[0] ?? 0) + 3} y={height - bottom - 4} className="fill-brass text-xs">
              target
            </text>
          </g>
        )}
        <g className="figures" fontSize="11" fill="var(--color-ink)">
          {Array.from({ length: (100 - from) / 10 + 1 }, (_, index) => from + 10 * index).map((score) => (
            <g key={score}>
              <path d={`M${left} ${y(score)}H${width - right}`} stroke="var(--color-line-soft)" />
              <text x={left - 6} y={y(score) + 4} textAnchor="end">
                {score}
              </text>
            </g>
          ))}
          {[0, ...ticksTo(heaviest / 1000)].map((tick) => (
            <g key={tick}>
              <path d={`M${x(tick * 1000)} ${height - bottom}v5`} stroke="var(--color-soft)" />
              <text x={x(tick * 1000)} y={height - 8} textAnchor="middle">
                {count(tick)}
              </text>
            </g>
          ))}
        </g>
        <path d={`M${left} ${floorY}H${width - right}`} stroke="var(--color-brass)" strokeDasharray="4 3" />
        <text
          x={isFloorTaken ? left + 4 : width - right}
          y={floorY - 4}
          textAnchor={isFloorTaken ? "start" : "end"}
          className="fill-brass text-xs"
        >
          minimum {weighing.looks.min}
        </text>
        {weighing.most && (
          <g>
            <path
              d={`M${x(weighing.most)} ${top - 8}V${height - bottom}`}
              stroke="var(--color-brass)"
              strokeWidth="2"
            />
            {/* Beside the line where there is room: a small maximum lies close to the scores. */}
            <text
              x={x(weighing.most) + (isMaxLeft ? 4 : -4)}
              y={top}
              textAnchor={isMaxLeft ? "start" : "end"}
              className="fill-brass text-xs"
            >
              max. {count(weighing.most / 1000)}
            </text>
          </g>
        )}
        {curves.map((curve) => {
          const isTaken = weighing.formats.includes(curve.format);
          return (
            <g key={curve.format} opacity={isTaken ? 1 : 0.55}>
              <path
                d={path(curve.points)}
                fill="none"
                stroke="var(--color-ink)"
                strokeWidth="1.6"
                strokeDasharray={lines[curve.format]}
              />
            </g>
          );
        })}
        {made?.score != null && (
          <circle
            cx={x(made.bytes)}
            cy={y(made.score)}
            r="5.5"
            fill="none"
            stroke="var(--color-ink)"
            strokeWidth="1.6"
          >
            <title>as it was made</title>
          </circle>
        )}
        {shown && (
          <circle
            cx={x(shown.bytes)}
            cy={y(shown.score)}
            r="4"
            fill="var(--color-ink)"
            stroke="var(--color-sheet)"
          >
            <title>as shown</title>
          </circle>
        )}
      </svg>
    </div>
  );
}
