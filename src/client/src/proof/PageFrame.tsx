import { useEffect, useRef } from "react";
import { size } from "../instruments/numbers";
import { Press } from "../ui/Press";
import type { Part } from "./useProof";
import { heightOf, type View } from "./view";

/** What the browser did in a frame. */
export type Measured = {
  /** The variant whose file it took of the picture in question. */
  taken: string | undefined;
  /** How much the page jumped while it came in (Layout Instability API). */
  shift: number | undefined;
  /** Where the text over the picture stands. */
  text: Part | undefined;
};

/** A model page in a window of its own, drawn to scale. */
export function PageFrame({
  view,
  path,
  scale,
  room,
  isCurrent,
  onCurrent,
  onMeasured,
}: {
  view: View;
  path: string;
  scale: number;
  /** How tall it may be drawn. */
  room: number;
  isCurrent: boolean;
  onCurrent: () => void;
  onMeasured: (measured: Measured) => void;
}) {
  const frame = useRef<HTMLIFrameElement>(null);
  const told = useRef(onMeasured);
  told.current = onMeasured;
  const tall = Math.min(heightOf(view.viewport), Math.max(200, room / scale));
  // A new width moves what stands in the page, which says so itself; the file is chosen anew when its address changes.
  useEffect(() => {
    const watched = frame.current;
    if (!watched) return;
    return watch(watched, (measured) => told.current(measured));
  }, []);
  return (
    <figure className="grid content-start gap-1" style={{ width: view.viewport * scale }}>
      <div
        className={`overflow-hidden bg-white ${isCurrent ? "outline-2 outline-brass-fill" : "outline-1 outline-black/30"}`}
        style={{ width: view.viewport * scale, height: tall * scale }}
      >
        <iframe
          ref={frame}
          // biome-ignore lint/plugin: this is what names a frame to who cannot see it.
          title={`Model page at ${view.viewport} px, ${view.density}×`}
          src={path}
          width={view.viewport}
          height={tall}
          className="origin-top-left border-0"
          style={{ transform: `scale(${scale})`, maxWidth: "none" }}
        />
      </div>
      <figcaption>
        <Press
          aria-pressed={isCurrent}
          onClick={onCurrent}
          className="figures rounded whitespace-nowrap bg-strip/75 px-1.5 text-white aria-pressed:bg-strip"
        >
          {size(view.viewport, Math.round(tall))} at {view.density}×
        </Press>
      </figcaption>
    </figure>
  );
}

/** Says what the browser did whenever a page has come in, its window was resized, or its picture took another file. */
function watch(frame: HTMLIFrameElement, tell: (measured: Measured) => void): () => void {
  let stop = () => {};
  const begin = () => {
    stop();
    const inner = frame.contentWindow as (Window & typeof globalThis) | null;
    const image = inner?.document.querySelector<HTMLImageElement>(".proof img");
    if (!inner || !image) return;
    let shift: number | undefined;
    const say = () => {
      if (image.currentSrc && image.complete)
        tell({ taken: /variants\/([^/]+)\/file/.exec(image.currentSrc)?.[1], shift, text: partOf(inner) });
    };
    const jumps = watchShift(inner, (sum) => {
      shift = sum;
      say();
    });
    shift = jumps ? 0 : undefined;
    image.addEventListener("load", say);
    const sizes = new ResizeObserver(say);
    sizes.observe(image);
    say();
    stop = () => {
      jumps?.disconnect();
      sizes.disconnect();
      image.removeEventListener("load", say);
    };
  };
  frame.addEventListener("load", begin);
  begin();
  return () => {
    frame.removeEventListener("load", begin);
    stop();
  };
}

function watchShift(inner: Window & typeof globalThis, tell: (sum: number) => void) {
  try {
    let sum = 0;
    const observer = new inner.PerformanceObserver((entries) => {
      for (const entry of entries.getEntries()) sum += (entry as PerformanceEntry & { value: number }).value;
      tell(sum);
    });
    observer.observe({ type: "layout-shift", buffered: true });
    return observer;
  } catch {
    // A browser without it says nothing of jumps.
    return undefined;
  }
}

function partOf(inner: Window): Part | undefined {
  const text = inner.document.querySelector(".over")?.getBoundingClientRect();
  const picture = inner.document.querySelector(".proof")?.getBoundingClientRect();
  if (!text || !picture || picture.width === 0 || picture.height === 0) return undefined;
  const cut = (value: number) => Math.min(1, Math.max(0, Math.round(value * 1000) / 1000));
  const [x, y] = [
    cut((text.left - picture.left) / picture.width),
    cut((text.top - picture.top) / picture.height),
  ];
  const [right, bottom] = [
    cut((text.right - picture.left) / picture.width),
    cut((text.bottom - picture.top) / picture.height),
  ];
  return right > x && bottom > y ? { x, y, width: right - x, height: bottom - y } : undefined;
}
