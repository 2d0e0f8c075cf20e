import { useVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useMemo, useRef, useState } from "react";
import { useActions } from "../actions/bound";
import type { Source } from "../data/client";
import { Name } from "../instruments/Name";
import { bytes, size } from "../instruments/numbers";
import { previewUrl } from "../instruments/preview";
import { RatioChip } from "../instruments/RatioChip";
import { useRoom } from "../shell/room";
import { cellGap, narrowestCell, pictureHeight, rowsOf, shownSize } from "./rows";

const rowHeight = pictureHeight + 64;

/** All sources as pictures of one height. Chosen with click, Shift and Ctrl, as in a file manager, or by keyboard. */
export function SourceGrid({
  sources,
  total,
  chosen,
  current,
  onChoose,
  onChooseAll,
  onOpen,
  onEnd,
}: {
  sources: readonly Source[];
  /** Of all pages, those that are not loaded yet too. */
  total: number;
  chosen: readonly string[];
  current: string | undefined;
  onChoose: (ids: string[], current: string) => void;
  onChooseAll: () => void;
  onOpen: () => void;
  onEnd: () => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const room = useRoom(frame, { width: 912, height: 700 }).width - 32;
  const [anchor, setAnchor] = useState<string>();
  const rows = useMemo(() => rowsOf(sources, room), [sources, room]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => rowHeight,
    overscan: 3,
  });
  const visible = virtual.getVirtualItems();
  const last = visible.at(-1)?.index ?? 0;
  useLayoutEffect(() => {
    if (last >= rows.length - 2) onEnd();
  }, [last, rows.length, onEnd]);

  const positions = useMemo(() => new Map(sources.map((one, at) => [one.id, at])), [sources]);
  const isDrawn = visible.some((row) => rows[row.index]?.some((one) => one.id === current));

  const choose = (id: string, event: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
    if (event.shiftKey && anchor) {
      const [from, to] = [anchor, id]
        .map((one) => sources.findIndex((source) => source.id === one))
        .sort((a, b) => a - b);
      onChoose(
        sources.slice(from, (to ?? 0) + 1).map((source) => source.id),
        id,
      );
      return;
    }
    setAnchor(id);
    if (event.ctrlKey || event.metaKey)
      onChoose(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id], id);
    else onChoose([id], id);
  };

  const step = (by: number, extends_: boolean) => {
    const at = sources.findIndex((source) => source.id === current);
    const next = sources[Math.min(Math.max(at + by, 0), sources.length - 1)];
    if (!next) return;
    choose(next.id, { shiftKey: extends_, ctrlKey: false, metaKey: false });
    virtual.scrollToIndex(rows.findIndex((row) => row.includes(next)));
  };
  const rowStep = (by: number, extends_: boolean) => {
    const row = rows.findIndex((one) => one.some((source) => source.id === current));
    const column = rows[row]?.findIndex((source) => source.id === current) ?? 0;
    const target = rows[row + by];
    const next = target?.[Math.min(column, target.length - 1)];
    if (!next) return;
    choose(next.id, { shiftKey: extends_, ctrlKey: false, metaKey: false });
    virtual.scrollToIndex(row + by);
  };
  useActions("sources", {
    go: (key) => {
      const by = /Right|Down/.test(key) ? 1 : -1;
      const extends_ = key.startsWith("shift+");
      if (/Right|Left/.test(key)) step(by, extends_);
      else rowStep(by, extends_);
    },
    select: () => current && choose(current, { shiftKey: false, ctrlKey: true, metaKey: false }),
    selectAll: onChooseAll,
  });

  return (
    <div ref={frame} className="min-h-0 grow overflow-y-auto px-4 pt-1">
      <div
        role="listbox"
        aria-label="Sources"
        aria-multiselectable
        // The list has the focus, and tells which picture is meant: one that is scrolled away is not there to have it.
        tabIndex={0}
        aria-activedescendant={isDrawn ? optionId(current as string) : undefined}
        className="relative"
        style={{ height: virtual.getTotalSize() }}
      >
        {visible.map((row) => (
          <div
            key={row.key}
            className="absolute left-0 flex items-start"
            style={{ top: row.start, height: rowHeight, gap: cellGap }}
          >
            {rows[row.index]?.map((source) => (
              <Cell
                key={source.id}
                source={source}
                position={positions.get(source.id) ?? 0}
                total={total}
                isChosen={chosen.includes(source.id)}
                isCurrent={source.id === current}
                onPick={(event) => choose(source.id, event)}
                onOpen={onOpen}
              />
            ))}
          </div>
        ))}
      </div>
    </div>
  );
}

const optionId = (source: string): string => `source-${source}`;

function Cell({
  source,
  position,
  total,
  isChosen,
  isCurrent,
  onPick,
  onOpen,
}: {
  source: Source;
  position: number;
  total: number;
  isChosen: boolean;
  isCurrent: boolean;
  onPick: (event: React.MouseEvent) => void;
  onOpen: () => void;
}) {
  const shown = shownSize(source);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the list handles the keyboard
    <div
      role="option"
      id={optionId(source.id)}
      aria-selected={isChosen}
      aria-posinset={position + 1}
      aria-setsize={total}
      aria-label={source.stem}
      data-current={isCurrent || undefined}
      onClick={onPick}
      onDoubleClick={onOpen}
      className="grid grid-cols-1 gap-1"
      style={{ width: Math.max(shown.width, narrowestCell) }}
    >
      <span className="flex items-end" style={{ height: pictureHeight }}>
        <span
          className={`block outline ${isChosen ? "outline-2 outline-offset-2 outline-ink" : "outline-ink/20"} ${source.hasAlpha ? "well-checked" : "well-grey"}`}
        >
          <img
            alt={source.altText}
            src={previewUrl(source, shown.width)}
            width={shown.width}
            height={shown.height}
            loading="lazy"
            draggable={false}
            className="block"
          />
        </span>
      </span>
      <span className="mt-0.5 flex items-center gap-2">
        <Name text={source.stem} tail={8} />
        {source.traits.slice(0, 1).map((trait) => (
          <span
            key={trait.id}
            className="shrink-0 rounded border border-warn px-1 text-[11px] leading-[15px] text-warn"
          >
            {trait.label}
            {source.traits.length > 1 && ` +${source.traits.length - 1}`}
          </span>
        ))}
      </span>
      <span className="flex items-center gap-2.5 overflow-hidden">
        <RatioChip width={source.width} height={source.height}>
          {size(source.width, source.height)}
        </RatioChip>
        <span className="figures whitespace-nowrap text-soft">{bytes(source.bytes)}</span>
      </span>
    </div>
  );
}
