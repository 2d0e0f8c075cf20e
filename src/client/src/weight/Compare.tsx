import { useDrag, usePinch, useWheel } from "@use-gesture/react";
import { type ReactNode, useRef } from "react";
import { useRoom } from "../shell/room";
import { byPointer } from "../ui/byPointer";
import { corner, type Look, panned, type SeeAs, zoomed } from "./compare";

type Picture = { width: number; height: number; before: string; after: string | undefined; words: string };

/** The picture before encoding and the file made from it, in register, with one zoom and one pan for both. */
export function Compare({
  picture,
  look,
  onLook,
  mode,
  split,
  onSplit,
  showsAfter,
}: {
  picture: Picture;
  look: Look;
  /** What becomes of the look that is there by then: several moves may come before it is drawn again. */
  onLook: (change: (look: Look) => Look) => void;
  mode: SeeAs;
  split: number;
  onSplit: (change: (split: number) => number) => void;
  showsAfter: boolean;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const room = useRoom(frame, { width: 800, height: 600 });
  // In pixels of the screen, as the files are: 100 % is the same on every screen.
  const dense = window.devicePixelRatio || 1;
  const width = mode === "sideBySide" ? Math.floor((room.width - 2) / 2) : room.width;
  const view = { width: width * dense, height: room.height * dense };
  // In pixels of the screen from the middle of the pane that the pointer is over.
  const placed = (event: Event, x: number, y: number) => {
    const pane = (event.target as Element).closest("[data-pane]") ?? frame.current;
    const box = pane?.getBoundingClientRect() ?? new DOMRect();
    return { x: (x - box.left - box.width / 2) * dense, y: (y - box.top - box.height / 2) * dense };
  };
  // Not through React: only a listener that is not passive may keep the page from scrolling.
  const onFrame = { target: frame, eventOptions: { passive: false } };
  useWheel(({ event, active }) => {
    if (!active) return;
    event.preventDefault();
    const at = placed(event, event.clientX, event.clientY);
    const by = 1.2 ** (-event.deltaY / 100);
    onLook((now) => zoomed(now, now.zoom * by, at, picture));
  }, onFrame);
  usePinch(
    ({ event, origin: [x, y], movement: [by], first, memo }) => {
      // What the first finger did before the second was seen is not a move.
      const start: Look = first ? look : memo;
      const at = placed(event, x, y);
      onLook(() => zoomed(start, start.zoom * by, at, picture));
      return start;
    },
    { ...onFrame, pinchOnWheel: false },
  );
  const grab = useDrag(({ args: [splits], first, delta: [x, y], event, pinching, cancel }) => {
    if (first) event.stopPropagation();
    if (pinching) cancel();
    else if (splits) onSplit((now) => Math.min(Math.max(now + x / room.width, 0), 1));
    else onLook((now) => panned(now, x * dense, y * dense, picture));
  }, byPointer);
  const { left, top } = corner(look, view);
  const place = {
    left: left / dense,
    top: top / dense,
    width: Math.round(picture.width * look.zoom) / dense,
    height: Math.round(picture.height * look.zoom) / dense,
    imageRendering: look.zoom >= 2 ? ("pixelated" as const) : ("auto" as const),
  };
  const before = <Side name="before" source={picture.before} style={place} />;
  const after = picture.after ? <Side name="after" source={picture.after} style={place} /> : null;
  const edge = Math.round(split * room.width);
  return (
    <div
      ref={frame}
      className="well-grey relative min-h-0 touch-none overflow-hidden select-none"
      {...grab(false)}
    >
      {mode === "sideBySide" ? (
        <div className="grid h-full grid-cols-2 gap-0.5">
          <Pane words="before, as cropped">{before}</Pane>
          <Pane words={picture.words}>{after}</Pane>
        </div>
      ) : mode === "alternate" ? (
        <Pane words={showsAfter ? picture.words : "before, as cropped"}>{showsAfter ? after : before}</Pane>
      ) : mode === "difference" ? (
        <div data-pane className="absolute inset-0 overflow-hidden bg-black">
          <div className="absolute inset-0 isolate brightness-[8]">
            {before}
            {after && <div className="absolute inset-0 mix-blend-difference">{after}</div>}
          </div>
          <Label side="left">where they differ, eight times as bright</Label>
        </div>
      ) : (
        <div data-pane className="absolute inset-0 overflow-hidden">
          <div className="absolute inset-0" style={{ clipPath: `inset(0 ${room.width - edge}px 0 0)` }}>
            {before}
          </div>
          <div className="absolute inset-0" style={{ clipPath: `inset(0 0 0 ${edge}px)` }}>
            {after}
          </div>
          <Label side="left">before, as cropped</Label>
          <Label side="right">{picture.words}</Label>
          <div
            role="separator"
            aria-label="Divider between before and after"
            aria-orientation="vertical"
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={Math.round(split * 100)}
            tabIndex={0}
            onKeyDown={(event) => {
              const to = splitBy(event.key, split);
              if (to === undefined) return;
              event.preventDefault();
              onSplit(() => to);
            }}
            {...grab(true)}
            className="absolute inset-y-0 w-4 -translate-x-1/2 cursor-ew-resize"
            style={{ left: edge }}
          >
            <span className="absolute inset-y-0 left-1/2 w-0.5 -translate-x-1/2 bg-field outline outline-ink/40" />
            <span className="absolute top-0 left-1/2 -translate-x-1/2 border-[9px] border-x-transparent border-t-brass-fill border-b-transparent" />
          </div>
        </div>
      )}
    </div>
  );
}

const splitStep = 0.02;

// Where a key moves the divider to, as WAI-ARIA's window splitter has it.
function splitBy(key: string, split: number): number | undefined {
  if (key === "ArrowLeft") return Math.max(0, split - splitStep);
  if (key === "ArrowRight") return Math.min(1, split + splitStep);
  return key === "Home" ? 0 : key === "End" ? 1 : undefined;
}

function Pane({ words, children }: { words: string; children: ReactNode }) {
  return (
    <div data-pane className="relative h-full overflow-hidden">
      {children}
      <Label side="left">{words}</Label>
    </div>
  );
}

function Side({
  name,
  source,
  style,
}: {
  name: "before" | "after";
  source: string;
  style: Record<string, number | string>;
}) {
  return (
    <img
      alt={name === "before" ? "The picture before encoding" : "The file"}
      data-side={name}
      draggable={false}
      src={source}
      className="well-checked absolute max-w-none"
      style={style}
    />
  );
}

function Label({ side, children }: { side: "left" | "right"; children: ReactNode }) {
  return (
    <span
      className={`absolute top-2.5 rounded bg-strip/85 px-2 py-0.5 text-white ${side === "left" ? "left-3" : "right-3"}`}
    >
      {children}
    </span>
  );
}
