import { useVirtualizer } from "@tanstack/react-virtual";
import { type MouseEvent, useLayoutEffect, useMemo, useRef, useState } from "react";
import { arrowOf } from "../actions/arrows";
import { useActions } from "../actions/bound";
import type { Destination } from "../data/client";
import { bytes, count } from "../instruments/numbers";
import { type Fact, useReadout } from "../shell/readout";
import { LinkButton } from "../ui/LinkButton";
import { Cell, FoldedCell } from "./Cell";
import { ColumnHeads, headHeight } from "./ColumnHeads";
import { columnsOf } from "./columns";
import type { Joined } from "./joined";
import { keepPlace, keptPlace } from "./place";
import { RowHead, rowHeadWidth } from "./RowHead";
import { keyOf, nameOf, Selection, type Spot, stepped } from "./selection";
import { type BoardFilter, useBoard } from "./useBoard";

const rowHeight = 80;
const columnWidth = 119;
const foldedWidth = 84;

/** Sources down, slots across; only what is in view is drawn. */
export function BoardGrid({
  filter,
  ids,
  destinations,
  selection,
  current,
  onSelect,
  onCurrent,
  onOpen,
}: {
  filter: BoardFilter;
  ids: readonly string[];
  destinations: readonly Destination[];
  selection: Selection;
  current: string | undefined;
  onSelect: (selection: Selection) => void;
  onCurrent: (name: string) => void;
  onOpen: (name: string) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const [folded, setFolded] = useState(keptPlace().folded);
  const [anchor, setAnchor] = useState<Spot>();
  const columns = useMemo(() => columnsOf(destinations, folded), [destinations, folded]);
  const slotIds = useMemo(
    () => columns.filter((one) => !one.isFolded).flatMap((one) => one.slots.map((slot) => slot.id)),
    [columns],
  );
  const down = useVirtualizer({
    count: ids.length,
    getScrollElement: () => frame.current,
    estimateSize: () => rowHeight,
    paddingStart: headHeight,
    scrollPaddingStart: headHeight,
    overscan: 4,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: columns.length,
    getScrollElement: () => frame.current,
    estimateSize: (at) => (columns[at]?.isFolded ? foldedWidth : columnWidth),
    paddingStart: rowHeadWidth,
    scrollPaddingStart: rowHeadWidth,
    overscan: 2,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: widths follow what is folded
  useLayoutEffect(() => across.measure(), [columns]);
  useLayoutEffect(() => {
    const { top, left } = keptPlace();
    frame.current?.scrollTo({ top, left });
  }, []);
  const rows = down.getVirtualItems();
  const { board, rowOf, cellOf, problem, again } = useBoard(
    filter,
    rows[0]?.index ?? 0,
    rows.at(-1)?.index ?? 0,
  );

  const at = spotOf(current, ids, slotIds);
  const go = (spot: Spot, extends_: boolean) => {
    const name = nameOf({ source: ids[spot.row] ?? "", slot: slotIds[spot.column] ?? "" });
    onCurrent(name);
    if (extends_) {
      const from = anchor ?? at ?? spot;
      setAnchor(from);
      onSelect(Selection.between(from, spot, ids, slotIds));
    } else {
      setAnchor(spot);
      onSelect(Selection.none);
    }
    down.scrollToIndex(spot.row);
    across.scrollToIndex(
      columns.findIndex((one) => !one.isFolded && one.slots[0]?.id === slotIds[spot.column]),
    );
  };
  const step = (row: number, column: number, extends_: boolean) =>
    go(at ? stepped(at, { row, column }, ids.length, slotIds.length) : { row: 0, column: 0 }, extends_);
  const page = Math.max(1, Math.floor((frame.current?.clientHeight ?? 600) / rowHeight) - 2);
  useActions("board", {
    go: (key) => {
      const [x, y] = arrowOf(key);
      step(key.includes("Page") ? y * page : y, x, key.startsWith("shift+"));
    },
    ends: (key) => step(0, key.includes("Home") ? -slotIds.length : slotIds.length, key.startsWith("shift+")),
    select: () => current && onSelect(selection.toggled(Selection.ofCells([current]))),
    selectAll: () => onSelect(Selection.rectangle(ids, slotIds)),
    selectNone: () => onSelect(Selection.none),
  });

  const pick = (name: string, event: MouseEvent) => {
    const spot = spotOf(name, ids, slotIds);
    onCurrent(name);
    if (event.shiftKey && spot) {
      onSelect(Selection.between(anchor ?? at ?? spot, spot, ids, slotIds));
      return;
    }
    setAnchor(spot);
    const one = Selection.ofCells([name]);
    // A finger has no keys to hold.
    const isTap = (event.nativeEvent as PointerEvent).pointerType === "touch";
    onSelect(event.ctrlKey || event.metaKey || isTap ? selection.toggled(one) : one);
  };
  useReadout(factsOf(current, rowOf, cellOf, destinations, board?.bytes));
  const isDrawn =
    at !== undefined &&
    rows.some((row) => row.index === at.row) &&
    across.getVirtualItems().some((item) => columns[item.index]?.slots[0]?.id === slotIds[at.column]);

  return (
    <div
      ref={frame}
      className="min-h-0 overflow-auto overscroll-contain"
      onScroll={(event) =>
        keepPlace({ top: event.currentTarget.scrollTop, left: event.currentTarget.scrollLeft })
      }
    >
      <div
        role="grid"
        aria-label="Board"
        aria-multiselectable
        // The grid has the focus, and tells which cell is meant: one that is scrolled away is not there to have it.
        tabIndex={0}
        aria-activedescendant={isDrawn && current ? cellId(current) : undefined}
        aria-rowcount={ids.length + 1}
        aria-colcount={columns.length + 1}
        className="relative"
        style={{ width: across.getTotalSize(), height: down.getTotalSize() }}
      >
        <ColumnHeads
          columns={columns}
          items={across.getVirtualItems()}
          width={across.getTotalSize()}
          total={board?.total ?? ids.length}
          counts={new Map(board?.slots.map((one) => [one.slot, one]))}
          onFold={(id) => {
            const next = folded.includes(id) ? folded.filter((one) => one !== id) : [...folded, id];
            setFolded(next);
            keepPlace({ folded: next });
          }}
          onPick={(slot) => onSelect(selection.toggled(Selection.rectangle(ids, [slot])))}
        />
        {problem && (
          <p
            role="alert"
            className="sticky top-20 left-60 z-10 inline-flex gap-3 border border-stop bg-stop-pale px-3 py-2"
          >
            Some rows could not be loaded. {problem.message}
            <LinkButton className="font-semibold" onClick={again}>
              Try again
            </LinkButton>
          </p>
        )}
        {rows.map((item) => {
          const source = ids[item.index] ?? "";
          const row = rowOf(source);
          return (
            <div
              key={source}
              role="row"
              tabIndex={-1}
              aria-rowindex={item.index + 2}
              className="absolute left-0 flex border-b border-line"
              style={{ top: item.start, height: rowHeight, width: across.getTotalSize() }}
            >
              <RowHead
                row={row}
                onPick={() => onSelect(selection.toggled(Selection.rectangle([source], slotIds)))}
              />
              {across.getVirtualItems().map((place) => {
                const column = columns[place.index];
                const [slot] = column?.slots ?? [];
                if (!column || !slot) return null;
                const isFirst = columns[place.index - 1]?.destination !== column.destination;
                const box = { left: place.start, width: place.size, isFirst, columnIndex: place.index + 2 };
                if (column.isFolded)
                  return (
                    <FoldedCell
                      key={column.destination.id}
                      box={box}
                      cells={column.slots.flatMap((one) => cellOf(source, one.id) ?? [])}
                    />
                  );
                const name = nameOf({ source, slot: slot.id });
                return (
                  <Cell
                    key={slot.id}
                    id={cellId(name)}
                    box={box}
                    source={row}
                    slot={slot}
                    cell={cellOf(source, slot.id)}
                    isChosen={selection.has({ source, slot: slot.id })}
                    isCurrent={current === name}
                    onPick={(event) => pick(name, event)}
                    onOpen={() => onOpen(name)}
                  />
                );
              })}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const cellId = (name: string): string => `cell-${name}`;

function spotOf(
  name: string | undefined,
  rows: readonly string[],
  columns: readonly string[],
): Spot | undefined {
  if (!name) return undefined;
  const { source, slot } = keyOf(name);
  const spot = { row: rows.indexOf(source), column: columns.indexOf(slot) };
  return spot.row < 0 || spot.column < 0 ? undefined : spot;
}

function factsOf(
  current: string | undefined,
  rowOf: Joined["rowOf"],
  cellOf: Joined["cellOf"],
  destinations: readonly Destination[],
  total: number | undefined,
): Fact[] {
  const key = keyOf(current ?? "");
  const [row, cell] = [rowOf(key.source), cellOf(key.source, key.slot)];
  const places = destinations.reduce((sum, one) => sum + one.slots.length, 0);
  if (!row || !cell || !current)
    return [
      ["places", count(places)],
      ["files of what is shown", bytes(total ?? 0)],
    ];
  const destination = destinations.find((one) => one.slots.some((slot) => slot.id === key.slot));
  const slot = destination?.slots.find((one) => one.id === key.slot);
  return [
    ["cell", `${row.stem} × ${destination?.name} ${slot?.name}`],
    ["files", `${count(cell.done)} of ${count(cell.files)}`],
    ["weigh", bytes(cell.bytes)],
    ["crop", cell.byHand ? "by hand" : "automatic"],
    ...(cell.finding ? ([["finding", cell.finding.sentence]] as Fact[]) : []),
  ];
}
