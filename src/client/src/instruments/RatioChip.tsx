import type { ReactNode } from "react";

const longestSide = 13;

/** A tiny outline in true proportions before a ratio or size. */
export function RatioChip({
  width,
  height,
  children,
}: {
  width: number;
  height: number;
  children: ReactNode;
}) {
  const scale = longestSide / Math.max(width, height);
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      <span
        aria-hidden
        className="inline-block shrink-0 border-[1.4px] border-current"
        style={{ width: Math.max(4, width * scale), height: Math.max(4, height * scale) }}
      />
      <span className="figures">{children}</span>
    </span>
  );
}
