import type { FramedPlace, Size } from "../data/client";

// So much of the limit's width must be pulled before a frame lets go of it.
const grip = 0.15;

/**
 * Where a frame that is made smaller sticks: at the largest file that it still gives, until it is pulled on.
 * @param place as the server planned it; its sizes say how many pixels each file needs
 * @param from the frame's width when the pull began, in source pixels
 * @param pulled the width that the pointer asks for
 * @returns the width to show, and the file whose limit it is, if it sticks
 */
export function sticking(
  place: Pick<FramedPlace, "sizes" | "followsCrop" | "fit">,
  from: number,
  pulled: number,
): { width: number; at: Size | undefined } {
  if (place.followsCrop || place.fit !== "cover") return { width: pulled, at: undefined };
  const limit = place.sizes.find(
    ({ picture }) => picture.width <= from && pulled < picture.width && pulled > picture.width * (1 - grip),
  );
  return limit ? { width: limit.picture.width, at: limit.file } : { width: pulled, at: undefined };
}
