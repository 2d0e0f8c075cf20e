import type { Source } from "../data/client";

// The widths that the server keeps. Asking for just these lets a picture that changes its size stay in the browser's cache.
const kept = [640, 1920];

/** Address of a preview that is sharp at a width in CSS px on this screen, as far as previews go. */
export const previewUrl = (source: Pick<Source, "id">, width: number): string => {
  const needed = width * (window.devicePixelRatio || 1);
  return `/api/sources/${source.id}/preview?width=${kept.find((one) => one >= needed) ?? kept.at(-1)}`;
};

/** Address of a preview with every pixel of the source. */
export const everyPixelUrl = (source: Pick<Source, "id" | "width">): string =>
  `/api/sources/${source.id}/preview?width=${source.width}`;
