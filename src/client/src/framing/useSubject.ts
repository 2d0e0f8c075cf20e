import { useState } from "react";
import type { Point, Rect, Source } from "../data/client";
import { between, inWholePixels, moved, scaled, within } from "./drag";
import type { SubjectPart } from "./SubjectMarks";
import type { LiveFraming } from "./useFraming";
import { middle, turnedPoint, turnedRect, turnedSize, uprightPoint, uprightRect, type View } from "./view";

/** Subject and focus on the bench, and the ways to draw, move and scale them. */
export type LiveSubject = ReturnType<typeof useSubject>;

/** Positions are pixels of the turned picture; what is stored is in upright source pixels. */
export function useSubject(framing: LiveFraming, source: Source, view: View) {
  const { shown, dragged } = framing;
  const [drawsWish, setDrawsWish] = useState(false);
  const held = dragged?.act === "decide" ? dragged : undefined;
  const isProposed = !held && !shown?.isDecided;
  const subject = held ? held.subject : shown?.isDecided ? shown.subject : shown?.proposal?.subject;
  const wish = held ? held.wish : shown?.isDecided ? shown.wish : shown?.proposal?.wish;
  const focus = held ? held.focus : shown?.isDecided ? shown.focus : shown?.proposal?.focus;
  const picture = turnedSize(view);
  const turned = subject ? turnedRect(view, subject) : undefined;
  const turnedFocus = focus ? turnedPoint(view, focus) : turned && middle(turned);
  const turnedWish = wish ? turnedRect(view, wish) : undefined;
  const start = () => ({ subject: turned, wish: turnedWish, focus: focus ? turnedFocus : undefined });
  type Start = ReturnType<typeof start>;

  const decision = (next: Start) => {
    const rect = next.subject && inWholePixels(uprightRect(view, next.subject));
    const point = next.focus && uprightPoint(view, next.focus);
    // The focus lies in the subject; where the hand takes it out, it stops at the edge.
    const inside = point && within(point, rect ?? { x: 0, y: 0, ...sizeOf(source) });
    const beside = rect && next.wish && inWholePixels(uprightRect(view, next.wish));
    return { act: "decide" as const, subject: rect ?? null, wish: beside ?? null, focus: inside ?? null };
  };
  const pulledTo = (part: SubjectPart | undefined, from: Point, to: Point, was: Start): Start => {
    const by = { x: to.x - from.x, y: to.y - from.y };
    if (part === "focus") {
      const point = was.focus ?? (was.subject && middle(was.subject)) ?? to;
      return { ...was, focus: { x: point.x + by.x, y: point.y + by.y } };
    }
    const rect = between(from, to, picture);
    if (part === undefined && drawsWish && was.subject) return { ...was, wish: rect };
    if (part === undefined || !was.subject) return { subject: rect, wish: was.wish, focus: undefined };
    if (part === "inside") {
      const next = moved(was.subject, by.x, by.y, picture);
      const focus = was.focus && {
        x: was.focus.x + next.x - was.subject.x,
        y: was.focus.y + next.y - was.subject.y,
      };
      return { ...was, subject: next, focus };
    }
    const { x, y, width, height } = was.subject;
    const [isRight, isBottom] = [part.endsWith("right"), part.startsWith("bottom")];
    const fixed = { x: isRight ? x : x + width, y: isBottom ? y : y + height };
    const corner = { x: (isRight ? x + width : x) + by.x, y: (isBottom ? y + height : y) + by.y };
    return { ...was, subject: between(fixed, corner, picture) };
  };

  const put = (next: Start, comesToRest: boolean) => framing.drag(decision(next), comesToRest);
  return {
    subject,
    focus,
    isProposed,
    wish,
    turned,
    turnedWish,
    turnedFocus,
    /** Whether a drag draws what is wished for instead of what must stay. */
    drawsWish: drawsWish && subject != null,
    setDrawsWish,
    withoutWish: () =>
      void framing.change({ act: "decide", subject: subject ?? null, focus: focus ?? null, wish: null }),
    start,
    drag: (part: SubjectPart | undefined, from: Point, to: Point, was: Start) =>
      put(pulledTo(part, from, to, was), false),
    set: (part: SubjectPart | undefined, from: Point, to: Point, was: Start) =>
      void framing.change(decision(pulledTo(part, from, to, was))),
    nudge: (x: number, y: number, part: SubjectPart) =>
      put(pulledTo(part, { x: 0, y: 0 }, { x, y }, start()), true),
    scale: (by: number) => {
      if (turned) put({ ...start(), subject: scaled(turned, by, picture) }, true);
    },
    /** Sets exact figures, in upright source pixels. */
    type: (next: { subject?: Rect; focus?: Point }) =>
      void framing.change({
        act: "decide",
        subject: next.subject ?? subject ?? null,
        wish: wish ?? null,
        focus: next.focus ?? (next.subject ? null : (focus ?? null)),
      }),
    /** Nothing in particular must stay: crops are centred on the focus alone. */
    none: () =>
      void framing.change({
        act: "decide",
        subject: null,
        focus: focus ?? null,
      }),
    confirm: () => framing.change({ act: "confirm" }),
  };
}

const sizeOf = ({ width, height }: Source) => ({ width, height });
