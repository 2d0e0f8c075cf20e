import type { ReactNode } from "react";
import type { FramedPlace, Size, Slot, Source } from "../data/client";
import { KeepClear } from "./KeepClear";
import { previewUrl } from "./preview";

/** How a source looks in a place: cropped, turned, levelled, padded, with its zones; drawn as large as a box allows. */
export function PlacePicture({
  source,
  slot,
  place,
  box,
  over,
}: {
  source: Pick<Source, "id" | "width" | "height">;
  slot: Pick<Slot, "background" | "keepClear">;
  place: Pick<FramedPlace, "crop" | "turn" | "fit" | "file" | "picture">;
  box: Size;
  /** Drawn over the picture, beneath the zones; told how wide it is. */
  over?: (width: number) => ReactNode;
}) {
  const shape = place.fit === "cover" ? turned(place) : place.file;
  const scale = Math.min(box.width / shape.width, box.height / shape.height);
  const [width, height] = [shape.width * scale, shape.height * scale];
  // Within a padded file the picture has its own size; a covering one fills it.
  const inner = place.fit === "cover" ? width : place.picture.width * scale;
  const innerHeight = place.fit === "cover" ? height : place.picture.height * scale;
  const perPixel = inner / turned(place).width;
  const { crop, turn } = place;
  return (
    <span
      className="relative grid place-items-center overflow-hidden"
      style={{ width, height, ...(place.fit === "pad" && { background: slot.background ?? "#ffffff" }) }}
    >
      <span className="relative block overflow-hidden" style={{ width: inner, height: innerHeight }}>
        <img
          alt=""
          draggable={false}
          src={previewUrl(source, source.width * perPixel)}
          className="absolute top-1/2 left-1/2 max-w-none origin-top-left"
          style={{
            width: source.width * perPixel,
            height: source.height * perPixel,
            transform: `rotate(${turn.quarters * 90 + turn.level}deg) scaleX(${turn.isMirrored ? -1 : 1}) translate(${-(crop.x + crop.width / 2) * perPixel}px, ${-(crop.y + crop.height / 2) * perPixel}px)`,
          }}
        />
      </span>
      {over?.(width)}
      <KeepClear zones={slot.keepClear} />
    </span>
  );
}

/** Size of a crop after the quarter turns. */
const turned = ({ crop, turn }: Pick<FramedPlace, "crop" | "turn">): Size =>
  turn.quarters % 2 === 0 ? crop : { width: crop.height, height: crop.width };
