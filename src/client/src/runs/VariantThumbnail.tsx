import type { Variant } from "../data/client";

/** A small picture of a file that was made, in the grey well that pictures are judged on; empty where there is no file. */
export function VariantThumbnail({ variant }: { variant: Variant }) {
  return (
    <span className="well-grey grid h-9 w-14 place-items-center overflow-hidden">
      {variant.sha256 !== null && (
        <img
          alt=""
          src={`/api/variants/${variant.id}/thumbnail`}
          loading="lazy"
          className="max-h-9 max-w-14"
        />
      )}
    </span>
  );
}
