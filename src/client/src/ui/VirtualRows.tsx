import { useVirtualizer } from "@tanstack/react-virtual";
import { type ComponentPropsWithoutRef, type ReactNode, useEffect, useLayoutEffect, useRef } from "react";

const nearEnd = 20;

/** Rows of any number in a box that scrolls: only those in view are there. */
export function VirtualRows<T>({
  items,
  keyOf,
  height,
  isMeasured = false,
  current,
  onNearEnd,
  children,
  className = "",
  ...rest
}: Omit<ComponentPropsWithoutRef<"div">, "children"> & {
  items: readonly T[];
  keyOf: (item: T) => string;
  /** Of a row, in CSS pixels; of one that is measured, about. */
  height: number | ((item: T) => number);
  /** Rows are as high as what is in them. */
  isMeasured?: boolean;
  /** Which row is brought into view when somebody goes on to another one. */
  current?: number;
  /** Called when the last rows that are known come into view. */
  onNearEnd?: () => void;
  children: (item: T, at: number) => ReactNode;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: items.length,
    getScrollElement: () => frame.current,
    estimateSize: (at) => (typeof height === "number" ? height : height(items[at] as T)),
    getItemKey: (at) => keyOf(items[at] as T),
    overscan: 8,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: heights follow the rows
  useLayoutEffect(() => {
    if (typeof height !== "number" && !isMeasured) virtual.measure();
  }, [items]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: not when rows come in, only when somebody goes on
  useEffect(() => {
    if (current !== undefined && current >= 0) virtual.scrollToIndex(current);
  }, [current]);
  const rows = virtual.getVirtualItems();
  const isNearEnd = (rows.at(-1)?.index ?? 0) >= items.length - nearEnd;
  useEffect(() => {
    if (isNearEnd) onNearEnd?.();
  }, [isNearEnd, onNearEnd]);
  return (
    <div ref={frame} className={`overflow-y-auto ${className}`} {...rest}>
      <div className="relative" style={{ height: virtual.getTotalSize() }}>
        {rows.map((row) => (
          <div
            key={row.key}
            ref={isMeasured ? virtual.measureElement : undefined}
            data-index={row.index}
            className="absolute inset-x-0 grid"
            style={isMeasured ? { top: row.start } : { top: row.start, height: row.size }}
          >
            {children(items[row.index] as T, row.index)}
          </div>
        ))}
      </div>
    </div>
  );
}
