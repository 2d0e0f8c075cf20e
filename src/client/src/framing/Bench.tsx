import { useDrag, usePinch, useWheel } from "@use-gesture/react";
import { useLayoutEffect, useRef, useState } from "react";
import type { FramedPlace, Point, Rect, Size, Slot, Source } from "../data/client";
import { KeepClear } from "../instruments/KeepClear";
import { count, size } from "../instruments/numbers";
import { everyPixelUrl, previewUrl } from "../instruments/preview";
import { useRoom } from "../shell/room";
import { byPointer } from "../ui/byPointer";
import { Press } from "../ui/Press";
import { type Corner, moved, pulled, scaled } from "./drag";
import { type GuideKind, Guides } from "./Guides";
import { SubjectMarks, type SubjectPart } from "./SubjectMarks";
import type { LiveFrame } from "./useFrame";
import type { LiveSubject } from "./useSubject";
import { middle, pictureUnder, shownPoint, type View } from "./view";

/** What a drag on the picture does. */
export type Mode = "frame" | "subject" | "level" | "words";

const margin = 34;
const corners: Corner[] = [
  { right: false, bottom: false },
  { right: true, bottom: false },
  { right: false, bottom: true },
  { right: true, bottom: true },
];
const wells = { grey: "well-grey", white: "well-white", black: "well-black", checked: "well-checked" };

/** A drag in hand; positions in pixels of the picture as it is shown. */
type Grip =
  | { on: "frame"; corner: Corner | undefined; from: Point; frame: Rect }
  | { on: "subject"; part: SubjectPart | undefined; from: Point; start: ReturnType<LiveSubject["start"]> }
  | { on: "level"; from: Point }
  | { on: "well"; from: Point; centre: Point };

/** The source as large as possible, turned as it will be, with the frame of one place, the subject and the focus on it. */
export function Bench({
  source,
  slot,
  place,
  live,
  subject,
  mode,
  guide,
  isActual,
  onLevel,
}: {
  source: Source;
  slot: Slot;
  place: FramedPlace;
  live: LiveFrame;
  subject: LiveSubject;
  mode: Mode;
  guide: GuideKind;
  isActual: boolean;
  onLevel: (from: Point, to: Point) => void;
}) {
  const well = useRef<HTMLDivElement>(null);
  const room = useRoom(well, { width: 800, height: 540 });
  const [ground, setGround] = useState<keyof typeof wells>("grey");
  const [grip, setGrip] = useState<Grip>();
  const [pointer, setPointer] = useState<Point>();
  const { view, picture, frame } = live;
  const canBeSet = place.canBeSet && place.fit === "cover";
  const [centre, setCentre] = useState<Point>(() => middle(frame));
  const level = view.turn.level;

  const whole = Math.min(
    (room.width - 2 * margin) / picture.width,
    (room.height - 2 * margin) / picture.height,
  );
  const scale = isActual ? 1 / (window.devicePixelRatio || 1) : whole;
  const eye = isActual ? centre : { x: picture.width / 2, y: picture.height / 2 + 8 / scale };
  const origin = { x: room.width / 2 - eye.x * scale, y: room.height / 2 - eye.y * scale };
  const shown = { width: picture.width * scale, height: picture.height * scale };
  const box = {
    x: frame.x * scale,
    y: frame.y * scale,
    width: frame.width * scale,
    height: frame.height * scale,
  };

  // The keys move the frame out of sight of a magnified view; the view then follows.
  const frameMiddle = middle(frame);
  const isHeld = grip !== undefined;
  useLayoutEffect(() => {
    if (isActual && !isHeld) setCentre({ x: frameMiddle.x, y: frameMiddle.y });
  }, [isActual, isHeld, frameMiddle.x, frameMiddle.y]);

  const at = (event: { clientX: number; clientY: number }): Point => {
    const bounds = well.current?.getBoundingClientRect();
    return {
      x: (event.clientX - (bounds?.left ?? 0) - origin.x) / scale,
      y: (event.clientY - (bounds?.top ?? 0) - origin.y) / scale,
    };
  };

  // A listener of the page itself: React listens to wheels passively, which could not keep the page from scrolling.
  const onWell = { target: well, eventOptions: { passive: false } };
  useWheel(({ event, active }) => {
    if (!active) return;
    event.preventDefault();
    // A pinch on a touch pad comes as a wheel with Ctrl, in much smaller steps.
    const by = (event.ctrlKey ? 1.01 : 1.0012) ** event.deltaY;
    if (mode === "subject") subject.scale(by);
    else if (canBeSet) live.scale(by);
  }, onWell);
  usePinch(
    ({ first, movement: [by], memo }: { first: boolean; movement: [number, number]; memo?: Rect }) => {
      const start = first || !memo ? frame : memo;
      if (canBeSet) live.drag(scaled(start, by, picture), true);
      return start;
    },
    { ...onWell, pinchOnWheel: false },
  );
  const grab = useDrag(({ args: [make], first, last, canceled, xy, movement, memo, event, ...now }) => {
    const to = at({ clientX: xy[0], clientY: xy[1] });
    if (first) {
      event.stopPropagation();
      const taken = (make as (from: Point) => Grip)(to);
      setPointer(undefined);
      setGrip(taken);
      return taken;
    }
    const held = memo as Grip;
    // A second finger makes it a pinch.
    if (now.pinching) now.cancel();
    else if (!last) {
      setPointer(to);
      carry(held, to);
    }
    if (last || now.pinching) {
      setGrip(undefined);
      setPointer(undefined);
      // A click without a drag changes nothing.
      if (!canceled && !now.pinching && Math.hypot(...movement) > 2) drop(held, to);
    }
    return held;
  }, byPointer);
  const takeFrame = (corner: Corner | undefined) =>
    grab((from: Point): Grip => ({ on: "frame", corner, from, frame }));
  const takeSubject = (part: SubjectPart | undefined) =>
    grab((from: Point): Grip => ({ on: "subject", part, from, start: subject.start() }));
  const takeWell = grab((from: Point): Grip => {
    if (mode === "subject") return { on: "subject", part: undefined, from, start: subject.start() };
    return mode === "level" ? { on: "level", from } : { on: "well", from, centre };
  });

  const framePulled = (held: Grip & { on: "frame" }, to: Point): Rect => {
    const by = { x: to.x - held.from.x, y: to.y - held.from.y };
    if (!held.corner) return moved(held.frame, by.x, by.y, picture);
    const corner = {
      x: (held.corner.right ? held.frame.x + held.frame.width : held.frame.x) + by.x,
      y: (held.corner.bottom ? held.frame.y + held.frame.height : held.frame.y) + by.y,
    };
    const next = pulled(held.frame, held.corner, corner, picture, slot.shape === "free");
    return live.stuck(held.frame, next, held.corner);
  };
  const carry = (held: Grip, to: Point) => {
    if (held.on === "frame") live.drag(framePulled(held, to));
    else if (held.on === "subject")
      subject.drag(held.part, pictureUnder(view, held.from), pictureUnder(view, to), held.start);
    else if (held.on === "well" && isActual)
      setCentre({ x: centre.x - (to.x - held.from.x), y: centre.y - (to.y - held.from.y) });
  };
  const drop = (held: Grip, to: Point) => {
    if (held.on === "frame") live.set(framePulled(held, to));
    else if (held.on === "subject")
      subject.set(held.part, pictureUnder(view, held.from), pictureUnder(view, to), held.start);
    else if (held.on === "level") onLevel(held.from, to);
  };

  const turnedMarks = {
    subject: subject.turned && scaledRect(subject.turned, scale),
    wish: subject.turnedWish && scaledRect(subject.turnedWish, scale),
    focus: subject.turnedFocus && { x: subject.turnedFocus.x * scale, y: subject.turnedFocus.y * scale },
  };
  const sharp =
    isActual && source.format !== "svg" && source.width > 1920
      ? everyPixelUrl(source)
      : previewUrl(source, source.width * scale);
  return (
    <div
      ref={well}
      data-testid="well"
      data-mode={mode}
      className={`relative min-h-0 touch-none overflow-hidden select-none ${wells[ground]} ${mode === "frame" ? (isActual ? "cursor-grab" : "") : "cursor-crosshair"}`}
      {...takeWell}
    >
      <div className="absolute" style={{ left: origin.x, top: origin.y, ...shown }}>
        <div
          className="absolute inset-0"
          style={level === 0 ? undefined : { transform: `rotate(${level}deg)` }}
        >
          <img
            alt={source.altText}
            draggable={false}
            src={sharp}
            className="absolute top-1/2 left-1/2 max-w-none"
            style={{
              width: source.width * scale,
              height: source.height * scale,
              transform: `translate(-50%, -50%) rotate(${view.turn.quarters * 90}deg) scaleX(${view.turn.isMirrored ? -1 : 1})`,
            }}
          />
        </div>
        {canBeSet && (
          <>
            <Outside box={box} shown={shown} level={level} />
            <div
              className={`absolute outline-2 -outline-offset-1 outline-brass-fill ${mode === "frame" ? "cursor-move" : "pointer-events-none"}`}
              data-testid="frame"
              style={{ left: box.x, top: box.y, width: box.width, height: box.height }}
              {...takeFrame(undefined)}
            >
              <Guides kind={guide} width={box.width} height={box.height} />
              <KeepClear zones={slot.keepClear} />
              <Graduation width={box.width} height={box.height} />
            </div>
          </>
        )}
        <div
          className="pointer-events-none absolute inset-0"
          style={level === 0 ? undefined : { transform: `rotate(${level}deg)` }}
        >
          <SubjectMarks
            {...turnedMarks}
            isProposed={subject.isProposed}
            onTake={mode === "subject" ? takeSubject : undefined}
          />
        </div>
        {canBeSet &&
          mode === "frame" &&
          corners.map((corner) => (
            <span
              key={`${corner.right}${corner.bottom}`}
              data-testid={`corner-${corner.bottom ? "bottom" : "top"}-${corner.right ? "right" : "left"}`}
              className={`absolute -m-2.5 grid size-5 place-items-center ${corner.right === corner.bottom ? "cursor-nwse-resize" : "cursor-nesw-resize"}`}
              style={{
                left: corner.right ? box.x + box.width : box.x,
                top: corner.bottom ? box.y + box.height : box.y,
              }}
              {...takeFrame(corner)}
            >
              <span className="size-2 border border-brass bg-white" />
            </span>
          ))}
        {canBeSet && <Dimension box={box} text={`${count(place.file.width)} px out`} />}
        {grip?.on === "level" && pointer && (
          <svg aria-hidden className="pointer-events-none absolute inset-0 overflow-visible" {...shown}>
            <path
              d={`M${grip.from.x * scale} ${grip.from.y * scale}L${pointer.x * scale} ${pointer.y * scale}`}
              stroke="var(--color-brass-fill)"
              strokeWidth="2"
            />
          </svg>
        )}
      </div>
      <p role="status" className="pointer-events-none absolute top-2 left-1/2 -translate-x-1/2">
        {live.at && (
          <span className="bg-strip/80 px-2 py-1 text-white">
            The {size(live.at.width, live.at.height)} file needs every one of these pixels. Go on to go below.
          </span>
        )}
        {mode === "level" && !live.at && (
          <span className="bg-strip/80 px-2 py-1 text-white">
            Draw along something that should be level or upright.
          </span>
        )}
        {mode === "subject" && !subject.turned && (
          <span className="bg-strip/80 px-2 py-1 text-white">Draw around what must stay in every crop.</span>
        )}
      </p>
      <fieldset
        aria-label="Background behind the picture"
        className="absolute right-2 bottom-2 flex gap-1 bg-ink/60 p-1"
        onPointerDown={(event) => event.stopPropagation()}
      >
        {(Object.keys(wells) as (keyof typeof wells)[]).map((one) => (
          <Press
            key={one}
            aria-label={`${one} background`}
            aria-pressed={one === ground}
            onClick={() => setGround(one)}
            className={`size-4 border ${wells[one]} ${one === ground ? "border-white outline outline-ink" : "border-ink/40"}`}
          />
        ))}
      </fieldset>
    </div>
  );
}

const scaledRect = (rect: Rect, by: number): Rect => ({
  x: rect.x * by,
  y: rect.y * by,
  width: rect.width * by,
  height: rect.height * by,
});

// The picture but for the frame; as it lies when it is levelled.
function Outside({ box, shown, level }: { box: Rect; shown: Size; level: number }) {
  const { width, height } = shown;
  const picture: View = { upright: shown, turn: { quarters: 0, isMirrored: false, level } };
  const corners = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ].map((corner) => shownPoint(picture, corner));
  return (
    <svg
      aria-hidden
      className="pointer-events-none absolute inset-0 overflow-visible"
      width={width}
      height={height}
    >
      <path
        fillRule="evenodd"
        fill="rgb(23 33 46 / .62)"
        d={`M${corners.map(({ x, y }) => `${x} ${y}`).join("L")}zM${box.x} ${box.y}h${box.width}v${box.height}h${-box.width}z`}
      />
    </svg>
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
      className="figures pointer-events-none absolute flex min-w-max items-center gap-3 whitespace-nowrap text-white [text-shadow:0_0_3px_#000]"
      style={{ left: box.x, top: box.y + box.height + 8, width: box.width }}
    >
      <span className="h-px grow bg-brass-fill" />
      {text}
      <span className="h-px grow bg-brass-fill" />
    </span>
  );
}
