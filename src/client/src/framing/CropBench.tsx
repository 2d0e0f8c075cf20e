import { type PointerEvent, useLayoutEffect, useRef, useState } from "react";
import type { Rect, Slot, Source } from "../api/client";
import { previewUrl } from "../instruments/CropPicture";
import { KeepClear } from "../instruments/KeepClear";
import { count } from "../instruments/numbers";
import { useRoom } from "../shell/room";
import { type Corner, moved, pulled, scaled } from "./drag";

const margin = 34;
const corners: Corner[] = [
  { right: false, bottom: false },
  { right: true, bottom: false },
  { right: false, bottom: true },
  { right: true, bottom: true },
];
const wells = { grey: "well-grey", white: "well-white", black: "well-black", checked: "well-checked" };

type Grip = { corner: Corner | undefined; from: { x: number; y: number }; frame: Rect };

/** The source as large as possible with the frame of one slot on it. */
export function CropBench({
  source,
  slot,
  frame,
  outWidth,
  canBeSet,
  onDrag,
  onRest,
}: {
  source: Source;
  slot: Slot;
  frame: Rect;
  outWidth: number | undefined;
  canBeSet: boolean;
  onDrag: (frame: Rect, comesToRest?: boolean) => void;
  onRest: (frame: Rect) => void;
}) {
  const well = useRef<HTMLDivElement>(null);
  const room = useRoom(well, { width: 800, height: 540 });
  const [ground, setGround] = useState<keyof typeof wells>("grey");
  const [grip, setGrip] = useState<Grip>();
  const latest = useRef({ frame, onDrag, canBeSet });
  latest.current = { frame, onDrag, canBeSet };
  useLayoutEffect(() => {
    const watched = well.current;
    if (!watched) return;
    // React listens to wheels passively; a passive listener could not keep the page from scrolling.
    const turn = (event: WheelEvent) => {
      event.preventDefault();
      const now = latest.current;
      if (now.canBeSet) now.onDrag(scaled(now.frame, 1.0012 ** event.deltaY, source), true);
    };
    watched.addEventListener("wheel", turn, { passive: false });
    return () => watched.removeEventListener("wheel", turn);
  }, [source]);

  const scale = Math.min(
    (room.width - 2 * margin) / source.width,
    (room.height - 2 * margin) / source.height,
  );
  const shown = { width: source.width * scale, height: source.height * scale };
  const isFree = slot.shape === "free";
  const follow = (event: PointerEvent): Rect | undefined => {
    if (!grip) return undefined;
    const by = { x: (event.clientX - grip.from.x) / scale, y: (event.clientY - grip.from.y) / scale };
    if (!grip.corner) return moved(grip.frame, by.x, by.y, source);
    const at = {
      x: (grip.corner.right ? grip.frame.x + grip.frame.width : grip.frame.x) + by.x,
      y: (grip.corner.bottom ? grip.frame.y + grip.frame.height : grip.frame.y) + by.y,
    };
    return pulled(grip.frame, grip.corner, at, source, isFree);
  };
  const take = (corner: Corner | undefined) => (event: PointerEvent) => {
    if (!canBeSet || event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    setGrip({ corner, from: { x: event.clientX, y: event.clientY }, frame });
  };
  const pull = (event: PointerEvent) => {
    const next = follow(event);
    if (next) onDrag(next);
  };
  const letGo = (event: PointerEvent) => {
    const next = follow(event);
    setGrip(undefined);
    const hasMoved = grip && (event.clientX !== grip.from.x || event.clientY !== grip.from.y);
    if (next && hasMoved) onRest(next);
  };
  const handlers = { onPointerMove: pull, onPointerUp: letGo, onPointerCancel: () => setGrip(undefined) };
  const box = {
    x: frame.x * scale,
    y: frame.y * scale,
    width: frame.width * scale,
    height: frame.height * scale,
  };

  return (
    <div ref={well} className={`relative min-h-0 overflow-hidden ${wells[ground]}`}>
      <div
        className="absolute touch-none select-none"
        style={{ left: (room.width - shown.width) / 2, top: (room.height - shown.height) / 2 - 8, ...shown }}
      >
        <img
          alt={source.altText}
          draggable={false}
          src={previewUrl(source, shown.width)}
          className="block h-full w-full"
        />
        {canBeSet && (
          <>
            <Outside box={box} shown={shown} />
            <div
              className="absolute cursor-move outline-2 -outline-offset-1 outline-brass-fill"
              data-testid="frame"
              style={{ left: box.x, top: box.y, width: box.width, height: box.height }}
              onPointerDown={take(undefined)}
              {...handlers}
            >
              <Thirds />
              <KeepClear zones={slot.keepClear} />
              <Graduation width={box.width} height={box.height} />
            </div>
            {corners.map((corner) => (
              <span
                key={`${corner.right}${corner.bottom}`}
                data-testid={`corner-${corner.bottom ? "bottom" : "top"}-${corner.right ? "right" : "left"}`}
                className={`absolute -m-2 grid size-4 place-items-center ${corner.right === corner.bottom ? "cursor-nwse-resize" : "cursor-nesw-resize"}`}
                style={{
                  left: corner.right ? box.x + box.width : box.x,
                  top: corner.bottom ? box.y + box.height : box.y,
                }}
                onPointerDown={take(corner)}
                {...handlers}
              >
                <span className="size-2 border border-brass bg-white" />
              </span>
            ))}
            {outWidth !== undefined && <Dimension box={box} text={`${count(outWidth)} px out`} />}
          </>
        )}
      </div>
      <fieldset
        aria-label="Ground behind the picture"
        className="absolute right-2 bottom-2 flex gap-1 bg-ink/60 p-1"
      >
        {(Object.keys(wells) as (keyof typeof wells)[]).map((one) => (
          <button
            key={one}
            type="button"
            aria-label={`${one} ground`}
            aria-pressed={one === ground}
            onClick={() => setGround(one)}
            className={`size-4 border ${wells[one]} ${one === ground ? "border-white outline outline-ink" : "border-ink/40"}`}
          />
        ))}
      </fieldset>
    </div>
  );
}

function Outside({ box, shown }: { box: Rect; shown: { width: number; height: number } }) {
  return (
    <svg
      aria-hidden
      className="pointer-events-none absolute inset-0"
      width={shown.width}
      height={shown.height}
    >
      <path
        fillRule="evenodd"
        fill="rgb(23 33 46 / .62)"
        d={`M0 0H${shown.width}V${shown.height}H0zM${box.x} ${box.y}h${box.width}v${box.height}h${-box.width}z`}
      />
    </svg>
  );
}

function Thirds() {
  return (
    <span aria-hidden className="pointer-events-none absolute inset-0">
      <span className="absolute inset-y-0 right-1/3 left-1/3 border-x border-white/40" />
      <span className="absolute inset-x-0 top-1/3 bottom-1/3 border-y border-white/40" />
    </span>
  );
}

// Fifty divisions along the width, whatever it is: a frame is read like a ruler, in hundredths of its side.
function Graduation({ width, height }: { width: number; height: number }) {
  const ticks = Array.from({ length: 51 }, (_, index) => {
    const length = index % 10 ? (index % 5 ? 4 : 7) : 11;
    const [x, y] = [(width * index) / 50, (height * index) / 50];
    return `M${x.toFixed(1)} 0v${length}M${x.toFixed(1)} ${height}v${-length}M0 ${y.toFixed(1)}h${length}M${width} ${y.toFixed(1)}h${-length}`;
  });
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0" width={width} height={height}>
      <path d={ticks.join("")} stroke="var(--color-brass-fill)" strokeWidth="1" />
    </svg>
  );
}

function Dimension({ box, text }: { box: Rect; text: string }) {
  return (
    <span
      aria-hidden
      className="figures pointer-events-none absolute flex items-center gap-3 text-white [text-shadow:0_0_3px_#000]"
      style={{ left: box.x, top: box.y + box.height + 8, width: box.width }}
    >
      <span className="h-px grow bg-brass-fill" />
      {text}
      <span className="h-px grow bg-brass-fill" />
    </span>
  );
}
