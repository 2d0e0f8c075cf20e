import type { Point, Rect, Size, Turn } from "../data/client";

// Where a crop is drawn on the bench, and back. The picture is shown mirrored, turned by quarters and then rotated
// about its middle; the frame stays upright. What a crop is, is the server's to say: this only follows the pointer.

/** A picture as it lies on the bench. */
export type View = { upright: Size; turn: Turn };

/** Size after the quarter turns. */
export const turnedSize = ({ upright, turn }: View): Size =>
  turn.quarters % 2 === 0 ? upright : { width: upright.height, height: upright.width };

/** A point of the source, as it lies in the turned picture. */
export function turnedPoint({ upright, turn }: View, point: Point): Point {
  let at = turn.isMirrored ? { x: upright.width - point.x, y: point.y } : point;
  let { width, height } = upright;
  for (let quarter = 0; quarter < turn.quarters; quarter++) {
    at = { x: height - at.y, y: at.x };
    [width, height] = [height, width];
  }
  return at;
}

/** Undoes `turnedPoint`. */
export function uprightPoint(view: View, turned: Point): Point {
  let at = turned;
  let { width, height } = turnedSize(view);
  for (let quarter = 0; quarter < view.turn.quarters; quarter++) {
    at = { x: at.y, y: width - at.x };
    [width, height] = [height, width];
  }
  return view.turn.isMirrored ? { x: view.upright.width - at.x, y: at.y } : at;
}

/** A rectangle of the source, as it lies in the turned picture. */
export const turnedRect = (view: View, rect: Rect): Rect =>
  spanned((corner) => turnedPoint(view, corner), rect);

/** Undoes `turnedRect`. */
export const uprightRect = (view: View, rect: Rect): Rect =>
  spanned((corner) => uprightPoint(view, corner), rect);

/** A point of the turned picture, where it is shown once the picture is rotated. */
export const shownPoint = (view: View, point: Point): Point => rotated(view, point, view.turn.level);

/** Undoes `shownPoint`. */
export const pictureUnder = (view: View, shown: Point): Point => rotated(view, shown, -view.turn.level);

/** A crop of the source as the upright frame that is drawn for it. */
export function frameOf(view: View, crop: Rect): Rect {
  const turned = turnedRect(view, crop);
  return around(shownPoint(view, middle(turned)), turned);
}

/** The crop that a frame stands for, in upright source pixels and parts of them. */
export const cropOf = (view: View, frame: Rect): Rect =>
  uprightRect(view, around(pictureUnder(view, middle(frame)), frame));

/** The point half-way across and half-way down. */
export const middle = (rect: Rect): Point => ({ x: rect.x + rect.width / 2, y: rect.y + rect.height / 2 });

const around = (centre: Point, { width, height }: Size): Rect => ({
  x: centre.x - width / 2,
  y: centre.y - height / 2,
  width,
  height,
});

function spanned(map: (corner: Point) => Point, rect: Rect): Rect {
  const one = map({ x: rect.x, y: rect.y });
  const other = map({ x: rect.x + rect.width, y: rect.y + rect.height });
  return {
    x: Math.min(one.x, other.x),
    y: Math.min(one.y, other.y),
    width: Math.abs(one.x - other.x),
    height: Math.abs(one.y - other.y),
  };
}

function rotated(view: View, point: Point, degrees: number): Point {
  if (degrees === 0) return point;
  const { width, height } = turnedSize(view);
  const [x, y] = [point.x - width / 2, point.y - height / 2];
  const [sine, cosine] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  return { x: width / 2 + x * cosine - y * sine, y: height / 2 + x * sine + y * cosine };
}
