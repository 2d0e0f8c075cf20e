import type { Slot, Standing } from "../data/client";
import { bytes, count } from "../instruments/numbers";
import { PlacePicture } from "../instruments/PlacePicture";
import { StateMark } from "../instruments/StateMark";
import { findingWords } from "./BoardBar";
import type { BoardCell, BoardRow } from "./useBoard";

const picture = { width: 105, height: 50 };

/** Where a cell lies in its row. */
export type Box = { left: number; width: number; isFirst: boolean; columnIndex: number };

/** A source in a slot: how it looks there, and where it stands. */
export function Cell({
  id,
  box,
  source,
  slot,
  cell,
  isChosen,
  isCurrent,
  onPick,
  onOpen,
}: {
  id: string;
  box: Box;
  source: BoardRow | undefined;
  slot: Slot;
  cell: BoardCell | undefined;
  isChosen: boolean;
  isCurrent: boolean;
  onPick: (event: React.MouseEvent) => void;
  onOpen: () => void;
}) {
  const words = cell && wordsOf(cell);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the grid handles the keyboard
    <span
      role="gridcell"
      id={id}
      aria-colindex={box.columnIndex}
      aria-selected={isChosen}
      aria-label={source && words && `${source.stem}, ${slot.name}: ${words}`}
      data-current={isCurrent || undefined}
      onClick={onPick}
      onDoubleClick={onOpen}
      className={`absolute top-0 grid h-full content-center gap-0.5 px-1.5 select-none ${box.isFirst ? "border-l border-line" : ""}`}
      style={{ left: box.left, width: box.width }}
    >
      {source && cell && (
        <>
          <span
            className={`grid place-items-center ${isChosen ? "outline-2 outline-offset-1 outline-ink" : isCurrent ? "outline outline-offset-2 outline-ink outline-dashed" : ""} ${cell.state === "leftOut" ? "border border-dashed border-line" : "well-grey"}`}
            style={picture}
          >
            {cell.state !== "leftOut" && cell.place && (
              <PlacePicture source={source} slot={slot} place={cell.place} box={picture} />
            )}
          </span>
          <span className="flex items-center gap-1 overflow-hidden text-xs whitespace-nowrap">
            <StateMark state={cell.state} />
            <span className={cell.state === "done" ? "figures truncate" : "truncate"}>{words}</span>
            {cell.finding?.severity === "warn" && cell.state !== "leftOut" && (
              <svg role="img" viewBox="0 0 12 12" className="ml-auto size-3 shrink-0 text-warn">
                <title>{cell.finding.sentence}</title>
                <path d="M6 1 11.5 11H.5z" fill="none" stroke="currentColor" strokeWidth="1.3" />
                <path d="M6 4.5v3M6 8.6v1" stroke="currentColor" strokeWidth="1.3" />
              </svg>
            )}
          </span>
        </>
      )}
    </span>
  );
}

function wordsOf(cell: BoardCell): string {
  if (cell.state === "leftOut") return "left out";
  if (cell.state === "running") return "rendering";
  if (cell.state === "blocked" && cell.finding) return findingWords[cell.finding.id] ?? "stopped";
  if (cell.state === "stale")
    return cell.done > 0 ? `${count(cell.done)} of ${count(cell.files)}` : "out of date";
  return cell.bytes > 0 ? bytes(cell.bytes) : "not yet";
}

const marks: readonly Standing[] = ["blocked", "running", "stale", "open", "done"];

/** All slots of a folded destination in one cell: how many stand where. */
export function FoldedCell({ box, cells }: { box: Box; cells: readonly BoardCell[] }) {
  return (
    <span
      role="gridcell"
      tabIndex={-1}
      aria-colindex={box.columnIndex}
      className="absolute top-0 flex h-full flex-wrap content-center items-center gap-x-2 gap-y-1 border-l border-line px-1.5"
      style={{ left: box.left, width: box.width }}
    >
      {marks.map((state) => {
        const some = cells.filter((cell) => cell.state === state).length;
        return some === 0 ? null : (
          <span key={state} className="flex items-center gap-1 text-xs">
            <StateMark state={state} />
            <span className="figures">{count(some)}</span>
          </span>
        );
      })}
    </span>
  );
}
