import { useEffect, useRef, useState } from "react";
import type { FramedPlace, Rect, Size, Source } from "../data/client";
import { inWholePixels, moved, resized, scaled } from "./drag";
import { sticking } from "./sticking";
import type { LiveFraming } from "./useFraming";
import { cropOf, frameOf, turnedSize, type View } from "./view";

/** The frame of one place on the bench, and the ways to move and scale it. All in pixels of the picture as it is shown. */
export type LiveFrame = ReturnType<typeof useFrame>;

/** Follows the hand at once; what is stored and said is what the server makes of it. */
export function useFrame(framing: LiveFraming, source: Source, place: FramedPlace) {
  const view: View = { upright: source, turn: place.turn };
  const picture = turnedSize(view);
  const [held, setHeld] = useState<Rect>();
  const [at, setAt] = useState<Size>();
  // What the wheel or the keys ask for while the frame sticks.
  const asked = useRef<number>(undefined);
  const isHeld = framing.dragged?.act === "crop" && held !== undefined;
  // A frame on a levelled picture is held by its corners, which only the server knows how to do.
  const frame = isHeld && place.turn.level === 0 ? held : frameOf(view, place.crop);
  const isVector = source.format === "svg";
  const key = `${place.slot}/${place.tier ?? ""}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another place starts afresh
  useEffect(() => {
    setHeld(undefined);
    setAt(undefined);
    asked.current = undefined;
  }, [key, source.id]);

  const changeOf = (next: Rect) => ({
    act: "crop" as const,
    slot: place.slot,
    ...(place.tier && { tier: place.tier }),
    crop: inWholePixels(cropOf(view, next)),
  });
  const drag = (next: Rect, comesToRest = false) => {
    setHeld(next);
    framing.drag(changeOf(next), comesToRest);
  };
  /** A frame pulled smaller than the file needs sticks there first. */
  const stuck = (from: Rect, next: Rect, corner?: { right: boolean; bottom: boolean }): Rect => {
    const held = isVector ? undefined : sticking(place, from.width, next.width);
    setAt(held?.at);
    return held?.at ? resized(next, held.width, corner) : next;
  };

  return {
    view,
    picture,
    frame,
    /** The file whose last needed pixel the frame has just reached. */
    at,
    drag,
    stuck,
    set: (next: Rect) => void framing.change(changeOf(next)),
    nudge: (x: number, y: number) => drag(moved(frame, x, y, picture), true),
    scale: (by: number) => {
      const wanted = (asked.current ?? frame.width) * by;
      const next = scaled(frame, wanted / frame.width, picture);
      const kept = stuck(frame, { ...next, width: Math.min(next.width, wanted) });
      const isStuck = kept.width !== next.width && by < 1;
      asked.current = isStuck ? wanted : undefined;
      drag(isStuck ? scaled(frame, kept.width / frame.width, picture) : next, true);
    },
  };
}
