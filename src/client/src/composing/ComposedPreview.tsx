import type { Size } from "../data/client";
import { PlacePicture } from "../instruments/PlacePicture";
import type { Tried } from "./useComposed";

/** A picture that would be made of others, as large as a box allows. */
export function ComposedPreview({ tried, background, box }: { tried: Tried; background: string; box: Size }) {
  if (!tried.size) return null;
  const whole = tried.size;
  const scale = Math.min(box.width / whole.width, box.height / whole.height, 1);
  return (
    <span
      role="img"
      aria-label={tried.sources.map((source) => source.stem).join(", ")}
      className="relative block shrink-0 outline outline-ink/20"
      style={{ width: whole.width * scale, height: whole.height * scale, background }}
    >
      {tried.parts.map(({ place, crop, turn }, at) => {
        const source = tried.sources[at];
        if (!source) return null;
        const size = { width: place.width * scale, height: place.height * scale };
        return (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: the same picture may lie there twice
            key={at}
            className="absolute overflow-hidden"
            style={{ left: place.x * scale, top: place.y * scale, ...size }}
          >
            <PlacePicture
              source={source}
              slot={{ background, keepClear: [] }}
              place={{ crop, turn, fit: "cover", file: place, picture: place }}
              box={size}
            />
          </span>
        );
      })}
    </span>
  );
}
