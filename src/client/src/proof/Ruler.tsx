import { type PointerEvent, useRef } from "react";
import { count } from "../instruments/numbers";
import { useRoom } from "../shell/room";
import type { Proof } from "./useProof";
import { narrowest, widest, within } from "./view";

const height = 56;
const margin = 24;
const step = 80;

/** Viewport widths as a graduated rule, with the visits of the destination's devices on it and a pointer at the current one. */
export function Ruler({
  value,
  devices,
  onValue,
}: {
  value: number;
  devices: Proof["devices"];
  onValue: (viewport: number) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const { width } = useRoom(frame, { width: 880, height });
  const scale = (width - 2 * margin) / (widest - narrowest);
  const x = (px: number) => margin + (within(px) - narrowest) * scale;
  const visits = new Map<number, number>();
  for (const one of devices) visits.set(one.viewport, (visits.get(one.viewport) ?? 0) + one.share);
  const most = Math.max(...visits.values(), 1e-9);
  const marks = Array.from({ length: (widest - narrowest) / step + 1 }, (_, at) => narrowest + at * step);
  // Where the figure at the pointer stands, no other does.
  const isAtEnd = value > 2300;
  const isCovered = (px: number) => {
    const away = (px - value) * scale * (isAtEnd ? -1 : 1);
    return away > -22 && away < 62;
  };
  const follow = (event: PointerEvent<HTMLDivElement>) => {
    if (event.buttons !== 1) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = event.clientX - event.currentTarget.getBoundingClientRect().left;
    onValue(within(narrowest + (at - margin) / scale));
  };
  return (
    <div
      ref={frame}
      className="relative min-w-0 touch-none overflow-hidden border-b border-line bg-sheet"
      role="slider"
      tabIndex={0}
      aria-label="Viewport"
      aria-valuemin={narrowest}
      aria-valuemax={widest}
      aria-valuenow={value}
      aria-valuetext={`${count(value)} px`}
      onPointerDown={follow}
      onPointerMove={follow}
    >
      <svg aria-hidden width={width} height={height} className="block">
        {[...visits].map(([px, share]) => (
          <path
            key={px}
            d={`M${x(px).toFixed(1)} 28v${((-22 * share) / most).toFixed(1)}`}
            stroke="var(--color-info)"
            strokeWidth="5"
          />
        ))}
        {marks.map((px, at) => (
          <path
            key={px}
            d={`M${x(px).toFixed(1)} ${height}v${at % 4 ? -5 : -9}`}
            stroke="var(--color-soft)"
            strokeWidth=".8"
          />
        ))}
        {marks
          .filter((px, at) => at % 4 === 0 && !isCovered(px))
          .map((px) => (
            <text
              key={px}
              x={x(px)}
              y={43}
              textAnchor="middle"
              fontSize="11"
              className="figures"
              fill="var(--color-soft)"
            >
              {count(px)}
            </text>
          ))}
        <path
          d={`M${x(value)} ${height}V6m-5 0h10l-5 7z`}
          stroke="var(--color-brass)"
          strokeWidth="1.4"
          fill="var(--color-brass-fill)"
        />
        <text
          x={x(value) + (isAtEnd ? -9 : 9)}
          y={43}
          textAnchor={isAtEnd ? "end" : "start"}
          fontSize="12"
          fontWeight="500"
          className="figures"
          fill="var(--color-brass)"
        >
          {count(value)}
        </text>
      </svg>
      <span className="pointer-events-none absolute top-1 right-4 text-xs text-info">visits by viewport</span>
    </div>
  );
}
