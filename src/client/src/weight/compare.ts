/** How the picture before encoding and the file are shown. */
export type SeeAs = "divider" | "sideBySide" | "alternate" | "difference";

/** Which part of a picture is seen: how many pixels of the screen a pixel of it takes, and which of its pixels is in the middle. */
export type Look = { zoom: number; x: number; y: number };

export const zooms = [0.25, 0.5, 1, 2, 3, 4, 6, 8] as const;
type Box = { width: number; height: number };

/** All of it at 100 %, its middle in the middle. */
export const first = (picture: Box): Look => ({ zoom: 1, x: picture.width / 2, y: picture.height / 2 });

/** Keeps the middle of the view on the picture. */
export function held(look: Look, picture: Box): Look {
  return {
    zoom: Math.min(Math.max(look.zoom, zooms[0]), zooms[7]),
    x: Math.min(Math.max(look.x, 0), picture.width),
    y: Math.min(Math.max(look.y, 0), picture.height),
  };
}

/** Moved by so many pixels of the screen. */
export const panned = (look: Look, byX: number, byY: number, picture: Box): Look =>
  held({ ...look, x: look.x - byX / look.zoom, y: look.y - byY / look.zoom }, picture);

/** Another zoom; the pixel at a place of the view, in pixels of the screen from its middle, stays where it is. */
export function zoomed(look: Look, zoom: number, at: { x: number; y: number }, picture: Box): Look {
  const next = Math.min(Math.max(zoom, zooms[0]), zooms[7]);
  return held(
    {
      zoom: next,
      x: look.x + at.x / look.zoom - at.x / next,
      y: look.y + at.y / look.zoom - at.y / next,
    },
    picture,
  );
}

/** The next step of zoom, in or out. */
export function stepped(zoom: number, by: 1 | -1): number {
  return by > 0
    ? (zooms.find((one) => one > zoom + 1e-6) ?? zooms[7])
    : (zooms.findLast((one) => one < zoom - 1e-6) ?? zooms[0]);
}

/** Where the picture's left upper corner is in a view, in whole pixels of the screen, so that both sides stand in register. */
export function corner(look: Look, view: Box): { left: number; top: number } {
  return {
    left: Math.round(view.width / 2 - look.x * look.zoom),
    top: Math.round(view.height / 2 - look.y * look.zoom),
  };
}
