import type { VirtualItem } from "@tanstack/react-virtual";
import type { Schemas, Slot } from "../data/client";
import { count } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { StateMark } from "../instruments/StateMark";
import { Press } from "../ui/Press";
import type { Column } from "./columns";
import { rowHeadWidth } from "./RowHead";

export const headHeight = 74;

/** Destinations over their slots, with how many cells of each column are settled. */
export function ColumnHeads({
  columns,
  items,
  width,
  total,
  counts,
  onFold,
  onPick,
}: {
  columns: readonly Column[];
  items: readonly VirtualItem[];
  width: number;
  total: number;
  counts: ReadonlyMap<string, Schemas["BoardColumn"]>;
  onFold: (destination: string) => void;
  onPick: (slot: string) => void;
}) {
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={1}
      className="sticky top-0 z-10 border-b border-ink bg-sheet"
      style={{ height: headHeight, width }}
    >
      <span
        role="columnheader"
        tabIndex={-1}
        className="sticky left-0 z-10 flex h-full items-end border-r border-line bg-sheet px-4 pb-1.5 text-soft"
        style={{ width: rowHeadWidth }}
      >
        Picture
        <span className="figures ml-1.5">{count(total)}</span>
      </span>
      {items.map((item) => {
        const column = columns[item.index];
        const [slot] = column?.slots ?? [];
        if (!column || !slot) return null;
        const isFirst = columns[item.index - 1]?.destination !== column.destination;
        const settled = column.slots.reduce((sum, one) => sum + Number(counts.get(one.id)?.settled ?? 0), 0);
        const of = total * column.slots.length;
        return (
          <span
            key={`${column.destination.id}/${column.isFolded ? "" : slot.id}`}
            role="columnheader"
            tabIndex={-1}
            aria-colindex={item.index + 2}
            className={`absolute top-0 grid h-full content-end gap-0.5 px-1.5 pb-1.5 ${isFirst ? "border-l border-line" : ""}`}
            style={{ left: item.start, width: item.size }}
          >
            {isFirst && (
              <Press
                aria-expanded={!column.isFolded}
                onClick={() => onFold(column.destination.id)}
                className="absolute top-1 left-1.5 flex gap-1 font-[650] whitespace-nowrap"
                style={{ maxWidth: item.size * (column.isFolded ? 1 : column.destination.slots.length) - 8 }}
              >
                <span aria-hidden>{column.isFolded ? "▸" : "▾"}</span>
                <span className="truncate">{column.destination.name}</span>
              </Press>
            )}
            {column.isFolded ? (
              <span className="text-soft">{count(column.slots.length)} slots</span>
            ) : (
              <Press
                aria-label={`${slot.name}, whole column`}
                onClick={() => onPick(slot.id)}
                className="truncate text-left"
              >
                {slot.name}
              </Press>
            )}
            <span className="flex items-center justify-between gap-1 text-xs text-soft">
              {column.isFolded ? <span /> : <Shape slot={slot} />}
              {settled > 0 && (
                <span className="figures flex items-center gap-1">
                  <StateMark state="done" />
                  {count(settled)}
                  <span className="sr-only">of {count(of)} settled: made, or left out</span>
                </span>
              )}
            </span>
          </span>
        );
      })}
    </div>
  );
}

function Shape({ slot }: { slot: Slot }) {
  const [width, height] = (slot.shape.match(/^([\d.]+)[:x]([\d.]+)$/)?.slice(1) ?? [3, 2]).map(Number);
  return (
    <RatioChip width={width ?? 3} height={height ?? 2}>
      {slot.shape.replace("x", "×")}
    </RatioChip>
  );
}
