import type { Size } from "../data/client";

/** Lines within the frame by which a picture is judged. */
export const guideKinds = ["thirds", "centre", "horizon", "none"] as const;
export type GuideKind = (typeof guideKinds)[number];

/** The guides of one kind, as large as the frame. */
export function Guides({ kind, width, height }: Size & { kind: GuideKind }) {
  const lines = {
    thirds: `M${width / 3} 0V${height}M${(2 * width) / 3} 0V${height}M0 ${height / 3}H${width}M0 ${(2 * height) / 3}H${width}`,
    centre: `M${width / 2} 0V${height}M0 ${height / 2}H${width}M${width / 2 - 9} ${height / 2}a9 9 0 1 0 18 0a9 9 0 1 0 -18 0`,
    // Level lines near enough to each other that one always lies along the horizon of the picture.
    horizon: Array.from({ length: 11 }, (_, index) => `M0 ${(height * (index + 1)) / 12}H${width}`).join(""),
    none: "",
  }[kind];
  return (
    <svg aria-hidden className="pointer-events-none absolute inset-0" width={width} height={height}>
      <path d={lines} fill="none" stroke="rgb(23 33 46 / .35)" strokeWidth="3" />
      <path d={lines} fill="none" stroke="rgb(255 255 255 / .75)" strokeWidth="1" />
    </svg>
  );
}
