import { useDrag } from "@use-gesture/react";
import { useRef, useState } from "react";
import type { Point, Rect, Size } from "../data/client";
import { between, inWholePixels } from "../framing/drag";
import { turnedPoint, turnedRect, turnedSize, uprightRect, type View } from "../framing/view";
import { PlacePicture } from "../instruments/PlacePicture";
import { byPointer } from "../ui/byPointer";
import type { Entry } from "./looks";

/** A picture, turned as it will be, with what must stay in it; a drag across it draws that anew. */
export function SubjectPicture({
  entry,
  box,
  drawn,
  onDraw,
}: {
  entry: Entry;
  box: Size;
  /** What is being drawn by keys, in upright source pixels. */
  drawn?: Rect | undefined;
  onDraw?: (subject: Rect) => void;
}) {
  const picture = useRef<HTMLDivElement>(null);
  const [dragged, setDragged] = useState<Rect>();
  const { source, turn } = entry;
  const upright = { width: source.width, height: source.height };
  const view: View = { upright, turn: { ...turn, level: 0 } };
  const size = turnedSize(view);
  const scale = Math.min(box.width / size.width, box.height / size.height);
  const pointAt = ([clientX, clientY]: readonly [number, number]): Point => {
    const bounds = picture.current?.getBoundingClientRect();
    return { x: (clientX - (bounds?.left ?? 0)) / scale, y: (clientY - (bounds?.top ?? 0)) / scale };
  };
  const grab = useDrag(({ first, last, canceled, initial, xy, movement }) => {
    const rect = between(pointAt(initial), pointAt(xy), size);
    const isDrag = Math.hypot(...movement) > 4;
    if (first || (isDrag && !last)) setDragged(isDrag ? rect : undefined);
    if (!last) return;
    setDragged(undefined);
    if (isDrag && !canceled) onDraw?.(inWholePixels(uprightRect(view, rect)));
  }, byPointer);
  const shown = (rect: Rect | null | undefined) => rect && turnedRect(view, rect);
  const subject = dragged ?? shown(drawn ?? entry.subject);
  const wish = dragged || drawn ? undefined : shown(entry.wish);
  return (
    <div
      ref={picture}
      className="relative touch-none select-none"
      style={{ width: size.width * scale, height: size.height * scale }}
      {...(onDraw && grab())}
    >
      <PlacePicture
        source={source}
        slot={{ background: null, keepClear: [] }}
        place={{ crop: { x: 0, y: 0, ...upright }, turn: view.turn, fit: "cover", file: size, picture: size }}
        box={box}
      />
      <svg aria-hidden className="pointer-events-none absolute inset-0 size-full">
        {!subject && entry.focus && <Focus at={turnedPoint(view, entry.focus)} scale={scale} />}
        {wish && <Outline rect={wish} scale={scale} dashes="2 4" />}
        {subject && (
          <Outline
            rect={subject}
            scale={scale}
            dashes={dragged || drawn || entry.isDecided ? undefined : "5 4"}
          />
        )}
      </svg>
    </div>
  );
}

function Outline({ rect, scale, dashes }: { rect: Rect; scale: number; dashes: string | undefined }) {
  const at = {
    x: rect.x * scale + 1,
    y: rect.y * scale + 1,
    width: Math.max(1, rect.width * scale - 2),
    height: Math.max(1, rect.height * scale - 2),
  };
  return (
    <>
      <rect {...at} fill="none" className="stroke-ink/45" strokeWidth={4} />
      <rect {...at} fill="none" className="stroke-white" strokeWidth={2} strokeDasharray={dashes} />
    </>
  );
}

function Focus({ at, scale }: { at: Point; scale: number }) {
  const path = `M${at.x * scale - 7} ${at.y * scale}h14M${at.x * scale} ${at.y * scale - 7}v14`;
  return (
    <>
      <path d={path} className="stroke-ink/45" strokeWidth={4} />
      <path d={path} className="stroke-white" strokeWidth={2} />
    </>
  );
}
