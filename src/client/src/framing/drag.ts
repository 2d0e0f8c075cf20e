import type { Point, Rect, Size } from "../data/client";

// A drag is followed here so that the frame sticks to the pointer; the crop that counts comes back from the server.

/** A corner of the frame, by the side of the frame it is on. */
export type Corner = { right: boolean; bottom: boolean };

const smallest = 16;

/** The frame moved, and held inside the picture. */
export function moved(frame: Rect, byX: number, byY: number, picture: Size): Rect {
  return {
    ...frame,
    x: clamp(frame.x + byX, 0, picture.width - frame.width),
    y: clamp(frame.y + byY, 0, picture.height - frame.height),
  };
}

/** The frame with one corner pulled to a point: the opposite corner stays, and so does the ratio unless it is free. */
export function pulled(
  frame: Rect,
  corner: Corner,
  to: { x: number; y: number },
  picture: Size,
  isFree = false,
): Rect {
  const fixedX = corner.right ? frame.x : frame.x + frame.width;
  const fixedY = corner.bottom ? frame.y : frame.y + frame.height;
  const roomX = corner.right ? picture.width - fixedX : fixedX;
  const roomY = corner.bottom ? picture.height - fixedY : fixedY;
  let width = Math.abs(clamp(to.x, 0, picture.width) - fixedX);
  let height = Math.abs(clamp(to.y, 0, picture.height) - fixedY);
  if (to.x < fixedX === corner.right) width = 0;
  if (to.y < fixedY === corner.bottom) height = 0;
  if (isFree) {
    width = clamp(width, Math.min(smallest, roomX), roomX);
    height = clamp(height, Math.min(smallest, roomY), roomY);
  } else {
    const ratio = frame.width / frame.height;
    width = clamp(
      Math.max(width, height * ratio),
      smallest * Math.max(1, ratio),
      Math.min(roomX, roomY * ratio),
    );
    height = width / ratio;
  }
  return {
    x: corner.right ? fixedX : fixedX - width,
    y: corner.bottom ? fixedY : fixedY - height,
    width,
    height,
  };
}

/** The frame with a width, its ratio kept, and a corner or the centre held where it is. */
export function resized(frame: Rect, width: number, corner?: Corner): Rect {
  const height = (width * frame.height) / frame.width;
  const share = (isFar: boolean | undefined) => (corner === undefined ? 0.5 : isFar ? 0 : 1);
  return {
    x: frame.x + (frame.width - width) * share(corner?.right),
    y: frame.y + (frame.height - height) * share(corner?.bottom),
    width,
    height,
  };
}

/** The frame scaled around its centre, as far as the picture allows, then held inside it. */
export function scaled(frame: Rect, by: number, picture: Size): Rect {
  const most = Math.min(picture.width / frame.width, picture.height / frame.height);
  const least = smallest / Math.max(frame.width, frame.height);
  const factor = clamp(by, Math.min(least, most), most);
  const [width, height] = [frame.width * factor, frame.height * factor];
  return moved(
    { x: frame.x + (frame.width - width) / 2, y: frame.y + (frame.height - height) / 2, width, height },
    0,
    0,
    picture,
  );
}

/** Whole pixels, as the server takes them. */
export const inWholePixels = (frame: Rect): Rect => ({
  x: Math.round(frame.x),
  y: Math.round(frame.y),
  width: Math.max(1, Math.round(frame.width)),
  height: Math.max(1, Math.round(frame.height)),
});

const clamp = (value: number, least: number, most: number) => Math.min(Math.max(value, least), most);

/** The point of an area that is nearest to another. */
export const within = (point: Point, area: Rect): Point => ({
  x: clamp(point.x, area.x, area.x + area.width),
  y: clamp(point.y, area.y, area.y + area.height),
});

const smallestSubject = 4;

/** The rectangle between two corners, inside the picture and large enough to be taken hold of again. */
export function between(one: Point, other: Point, picture: Size): Rect {
  const area = { x: 0, y: 0, ...picture };
  const [a, b] = [within(one, area), within(other, area)];
  const width = Math.min(picture.width, Math.max(smallestSubject, Math.abs(a.x - b.x)));
  const height = Math.min(picture.height, Math.max(smallestSubject, Math.abs(a.y - b.y)));
  return {
    x: Math.min(Math.min(a.x, b.x), picture.width - width),
    y: Math.min(Math.min(a.y, b.y), picture.height - height),
    width,
    height,
  };
}
