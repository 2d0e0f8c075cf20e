import { useDrag } from "@use-gesture/react";
import { useRef, useState } from "react";
import type { Size } from "../data/client";
import { moved, pulled } from "../framing/drag";
import { byPointer } from "../ui/byPointer";
import type { Part } from "./useTreated";

const whole: Size = { width: 1000, height: 1000 };
const lowerRight = { right: true, bottom: true };
const step = 10;

/** A part of a picture, drawn on it in brass: moved by a drag or by the arrow keys, and made larger or smaller by its corner or with Shift. */
export function PartBox({
  label,
  part,
  onPart,
}: {
  label: string;
  part: Part;
  onPart: (part: Part) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<Part>();
  const shown = held ?? part;
  // In thousandths: whole steps, whatever the size of the picture.
  const rect = toRect(part);
  const by = ([x, y]: readonly [number, number]) => {
    const box = frame.current?.parentElement?.getBoundingClientRect();
    return { x: (x / (box?.width || 1)) * whole.width, y: (y / (box?.height || 1)) * whole.height };
  };
  const drag = useDrag(({ args: [pulls], movement, first, last, canceled, memo, event }) => {
    if (first) event.stopPropagation();
    const start = first ? rect : (memo as typeof rect);
    const { x, y } = by(movement);
    const corner = { x: start.x + start.width + x, y: start.y + start.height + y };
    const next = toPart(pulls ? pulled(start, lowerRight, corner, whole, true) : moved(start, x, y, whole));
    setHeld(last ? undefined : next);
    if (last && !canceled) onPart(next);
    return start;
  }, byPointer);
  const key = (name: string, resizes: boolean) => {
    const [x, y] = arrows[name] ?? [0, 0];
    if (x === 0 && y === 0) return false;
    const corner = { x: rect.x + rect.width + x * step, y: rect.y + rect.height + y * step };
    onPart(
      toPart(
        resizes ? pulled(rect, lowerRight, corner, whole, true) : moved(rect, x * step, y * step, whole),
      ),
    );
    return true;
  };
  return (
    <div
      ref={frame}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={Math.round(shown.x * 100)}
      aria-valuetext={`${percent(shown.x)} from the left, ${percent(shown.y)} from the top, ${percent(shown.width)} wide, ${percent(shown.height)} high`}
      className="absolute cursor-move touch-none border-2 border-brass-fill outline-offset-2"
      style={{
        left: percent(shown.x),
        top: percent(shown.y),
        width: percent(shown.width),
        height: percent(shown.height),
      }}
      onKeyDown={(event) => {
        if (key(event.key, event.shiftKey)) {
          event.preventDefault();
          event.stopPropagation();
        }
      }}
      {...drag(false)}
    >
      <span
        className="absolute -right-1.5 -bottom-1.5 size-3 cursor-nwse-resize bg-brass-fill"
        {...drag(true)}
      />
    </div>
  );
}

const arrows: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

const percent = (value: number) => `${Math.round(value * 1000) / 10}%`;
const toRect = (part: Part) => ({
  x: part.x * whole.width,
  y: part.y * whole.height,
  width: part.width * whole.width,
  height: part.height * whole.height,
});
const fraction = (value: number) => Math.round(value) / 1000;
const toPart = (rect: { x: number; y: number; width: number; height: number }): Part => ({
  x: fraction(rect.x),
  y: fraction(rect.y),
  width: fraction(rect.width),
  height: fraction(rect.height),
});
