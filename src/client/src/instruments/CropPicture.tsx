import type { Rect, Source } from "../api/client";

/** Address of a preview that is sharp at a width on this screen. */
export const previewUrl = (source: Pick<Source, "id">, width: number): string =>
  `/api/sources/${source.id}/preview?width=${Math.round(width * (window.devicePixelRatio || 1))}`;

/** A part of a source at a width in CSS pixels. */
export function CropPicture({
  source,
  crop,
  width,
  height,
}: {
  source: Source;
  crop: Rect;
  width: number;
  height: number;
}) {
  const scaleX = width / crop.width;
  const scaleY = height / crop.height;
  return (
    <span className="relative block overflow-hidden" style={{ width, height }}>
      <img
        alt=""
        draggable={false}
        src={previewUrl(source, Math.max(source.width * scaleX, 320))}
        className="absolute max-w-none"
        style={{
          width: source.width * scaleX,
          height: source.height * scaleY,
          left: -crop.x * scaleX,
          top: -crop.y * scaleY,
        }}
      />
    </span>
  );
}
