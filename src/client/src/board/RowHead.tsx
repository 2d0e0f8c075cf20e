import { useComposedStates } from "../composing/useComposed";
import { Name, NameOnTwoLines } from "../instruments/Name";
import { bytes, size } from "../instruments/numbers";
import { previewUrl } from "../instruments/preview";
import { Press } from "../ui/Press";
import type { BoardRow } from "./useBoard";

export const rowHeadWidth = 214;
const picture = { width: 58, height: 52 };

/** A source at the head of its row. */
export function RowHead({ row, onPick }: { row: BoardRow | undefined; onPick: () => void }) {
  const settled = row?.cells.filter((cell) => cell.state === "done" || cell.state === "leftOut").length ?? 0;
  const isStale = useComposedStates().some((one) => one.id === row?.id && one.state === "stale");
  const weight = row?.cells.reduce((sum, cell) => sum + Number(cell.bytes), 0) ?? 0;
  return (
    <span
      role="rowheader"
      tabIndex={-1}
      className="sticky left-0 z-[5] flex h-full shrink-0 items-center border-r border-line bg-ground"
      style={{ width: rowHeadWidth }}
    >
      {row && (
        <Press
          aria-label={`${row.stem}, whole row: ${settled} of ${row.cells.length} places settled`}
          onClick={onPick}
          className="flex w-full items-center gap-2.5 overflow-hidden px-4 text-left"
        >
          <span className="grid shrink-0 place-items-center" style={picture}>
            <img
              alt=""
              src={previewUrl(row, picture.width)}
              draggable={false}
              className="max-h-full max-w-full outline outline-ink/20"
            />
          </span>
          <span className="grid min-w-0">
            {/* A group takes the second line. */}
            {row.group ? (
              <Name text={row.stem} tail={8} />
            ) : (
              <NameOnTwoLines text={row.stem} tail={15} fits={28} />
            )}
            {isStale ? (
              <span className="truncate text-xs text-warn">out of date</span>
            ) : (
              <span className="figures truncate text-xs text-soft">{size(row.width, row.height)}</span>
            )}
            <span className="figures truncate text-xs text-soft">
              {settled}/{row.cells.length}
              {weight > 0 && ` ${bytes(weight)}`}
            </span>
            {row.group && <span className="truncate text-xs text-soft">{row.group}</span>}
          </span>
        </Press>
      )}
    </span>
  );
}
