import { type ReactNode, useEffect, useState } from "react";
import type { Plan, Rect, Slot } from "../api/client";
import { Button } from "../instruments/Button";
import { Gauge } from "../instruments/Gauge";
import { ratio } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { history, useHistory } from "../shell/history";
import { sayProblem } from "../shell/notices";

/** The exact figures of a frame, and the way back. */
export function FramingControls({
  destination,
  slot,
  frame,
  plan,
  canBeSet,
  onSet,
}: {
  destination: string;
  slot: Slot;
  frame: Rect;
  plan: Plan;
  canBeSet: boolean;
  onSet: (frame: Rect | undefined) => void;
}) {
  const next = useHistory();
  const out = plan.variants[0];
  const perPixel = out && canBeSet ? frame.width / out.width : undefined;
  return (
    <div className="flex min-h-[76px] flex-wrap items-center gap-x-4 gap-y-1.5 border-t border-line bg-sheet px-4 py-2 whitespace-nowrap">
      <Labelled label={destination}>
        <span className="flex items-center gap-2">
          <b className="font-[650]">{slot.name}</b>
          <RatioChip width={frame.width} height={frame.height}>
            {slot.shape.includes(":") || slot.shape === "free"
              ? slot.shape
              : ratio(Math.round(frame.width), Math.round(frame.height))}
          </RatioChip>
        </span>
      </Labelled>
      {canBeSet ? (
        <>
          <Labelled label="Left, top">
            <PixelField label="Left" value={frame.x} onValue={(x) => onSet({ ...frame, x })} />
            <PixelField label="Top" value={frame.y} onValue={(y) => onSet({ ...frame, y })} />
          </Labelled>
          <Labelled label="Width, height">
            <PixelField
              label="Width"
              value={frame.width}
              onValue={(width) => onSet({ ...frame, width, height: (width * frame.height) / frame.width })}
            />
            <PixelField
              label="Height"
              value={frame.height}
              onValue={(height) => onSet({ ...frame, height, width: (height * frame.width) / frame.height })}
            />
          </Labelled>
          {perPixel !== undefined && (
            <Labelled label="Source px per px out">
              <Gauge
                value={perPixel}
                marks={{ cap: 1 }}
                end={3}
                good={perPixel >= 0.999}
                width={120}
                label={`${perPixel.toFixed(2)} source pixels for each pixel of the largest file`}
              />
              <span className="figures">{perPixel.toFixed(2)}</span>
            </Labelled>
          )}
        </>
      ) : (
        <span className="text-soft">The whole picture goes in; there is nothing to crop.</span>
      )}
      <span className="ml-auto flex gap-1.5">
        <Button
          disabled={!next.undo}
          title={next.undo && `Undo ${next.undo}`}
          onClick={() => void history.undo().catch(sayProblem)}
        >
          Undo
        </Button>
        <Button
          disabled={!next.redo}
          title={next.redo && `Redo ${next.redo}`}
          onClick={() => void history.redo().catch(sayProblem)}
        >
          Redo
        </Button>
        {canBeSet &&
          (plan.byHand ? (
            <Button shortcut="0" onClick={() => onSet(undefined)}>
              Automatic
            </Button>
          ) : (
            <span className="self-center px-2 text-soft">framed automatically</span>
          ))}
      </span>
    </div>
  );
}

function Labelled({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid gap-[3px]">
      <span className="max-w-44 truncate text-[11px] text-soft">{label}</span>
      <span className="flex items-center gap-1.5">{children}</span>
    </div>
  );
}

function PixelField({
  label,
  value,
  onValue,
}: {
  label: string;
  value: number;
  onValue: (value: number) => void;
}) {
  const rounded = `${Math.round(value)}`;
  const [text, setText] = useState(rounded);
  useEffect(() => setText(rounded), [rounded]);
  const keep = () => {
    const typed = Number(text.replace(/[, ]/g, ""));
    if (Number.isFinite(typed) && text.trim() !== "" && Math.round(typed) !== Math.round(value))
      onValue(Math.round(typed));
    else setText(rounded);
  };
  return (
    <input
      aria-label={`${label}, px`}
      inputMode="numeric"
      className="figures w-[58px] rounded border border-line bg-white px-1.5 py-[3px] text-right"
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") keep();
        if (event.key === "Escape") setText(rounded);
      }}
    />
  );
}
