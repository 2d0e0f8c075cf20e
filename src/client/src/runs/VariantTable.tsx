import type { Variant } from "../data/client";
import { formatName } from "../destinations/FileEditor";
import type { Place } from "../destinations/useDestinations";
import { Gauge } from "../instruments/Gauge";
import { Name } from "../instruments/Name";
import { bytes, saving, size } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { StateMark } from "../instruments/StateMark";
import { Press } from "../ui/Press";
import { VirtualRows } from "../ui/VirtualRows";
import { VariantThumbnail } from "./VariantThumbnail";

const rowHeight = 44;
const columns =
  "grid-cols-[56px_minmax(190px,1fr)_112px_52px_150px_74px_62px_52px_58px_84px] max-[1150px]:grid-cols-[56px_minmax(190px,1fr)_112px_104px_68px_44px_56px_68px]";
// A name ends in its format, and the readout has both: where there is little room, names come first.
const roomy = "max-[1150px]:hidden";
const headings: readonly (readonly [name: string, look: string])[] = [
  ["", ""],
  ["File", ""],
  ["Pixels", ""],
  ["Format", roomy],
  ["Bytes against the limits", ""],
  ["", "text-right"],
  ["Quality", `text-right ${roomy}`],
  ["Score", "text-right"],
  ["Saving", "text-right"],
  ["", "text-right"],
];

/** The files of a run: each with its bytes against the slot's limits. */
export function VariantTable({
  variants,
  places,
  current,
  onCurrent,
  onWeigh,
}: {
  variants: readonly Variant[];
  places: Map<string, Place>;
  current: string | undefined;
  onCurrent: (id: string) => void;
  onWeigh: (variant: Variant) => void;
}) {
  return (
    <div
      role="grid"
      aria-label="Files"
      // The grid has the focus, and tells which file is meant: one that is scrolled away is not there to have it.
      tabIndex={0}
      aria-activedescendant={current && rowId(current)}
      aria-rowcount={variants.length}
      className="grid min-h-0 grid-rows-[28px_minmax(0,1fr)]"
    >
      <div role="row" className={`grid items-center gap-2.5 border-b border-ink px-4 text-soft ${columns}`}>
        {headings.map(([name, look], index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a fixed heading
          <span role="columnheader" key={index} className={`truncate ${look}`}>
            {name}
          </span>
        ))}
      </div>
      <VirtualRows
        items={variants}
        keyOf={(variant) => variant.id}
        height={rowHeight}
        current={variants.findIndex((one) => one.id === current)}
        className="bg-sheet"
      >
        {(variant, row) => (
          <VariantRow
            row={row}
            variant={variant}
            place={places.get(variant.slot)}
            isCurrent={variant.id === current}
            onCurrent={() => onCurrent(variant.id)}
            onWeigh={() => onWeigh(variant)}
          />
        )}
      </VirtualRows>
    </div>
  );
}

const rowId = (variant: string): string => `file-${variant}`;

function VariantRow({
  row,
  variant,
  place,
  isCurrent,
  onCurrent,
  onWeigh,
}: {
  row: number;
  variant: Variant;
  place: Place | undefined;
  isCurrent: boolean;
  onCurrent: () => void;
  onWeigh: () => void;
}) {
  const limits = place?.slot.limits;
  const isThere = variant.sha256 !== null;
  const marks = {
    floor: limits?.fewestBytes ?? undefined,
    aim: limits?.aimBytes ? ([limits.aimBytes[0] ?? 0, limits.aimBytes[1] ?? 0] as const) : undefined,
    cap: limits?.mostBytes ?? undefined,
  };
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the file's name in it is a button
    <div
      role="row"
      id={rowId(variant.id)}
      data-current={isCurrent || undefined}
      aria-current={isCurrent}
      aria-rowindex={row + 1}
      onClick={onCurrent}
      onDoubleClick={onWeigh}
      className={`grid items-center gap-2.5 border-b border-line-soft px-4 ${columns} ${isCurrent ? "bg-line-soft" : ""}`}
    >
      <span role="gridcell">
        <VariantThumbnail variant={variant} />
      </span>
      <span role="gridcell" className="min-w-0">
        <Press className="flex max-w-full items-center gap-1.5" onClick={onCurrent}>
          <StateMark state={variant.state} />
          <Name text={variant.fileName} />
        </Press>
        <span
          className={`block truncate text-xs ${variant.findings.some((one) => one.severity === "stop") ? "text-stop" : "text-soft"}`}
        >
          {variant.findings[0]?.sentence ?? place?.path}
        </span>
      </span>
      <span role="gridcell">
        <RatioChip width={variant.width} height={variant.height}>
          {size(variant.width, variant.height)}
        </RatioChip>
      </span>
      <span role="gridcell" className={roomy}>
        {formatName(variant.format)}
      </span>
      <span role="gridcell">
        {isThere && (
          <Gauge
            value={variant.bytes}
            marks={marks}
            width={146}
            label={`${bytes(variant.bytes)}${limits?.mostBytes ? ` of ${bytes(limits.mostBytes)}` : ", no limit"}`}
          />
        )}
      </span>
      <span role="gridcell" className="figures text-right">
        {isThere ? bytes(variant.bytes) : "–"}
      </span>
      <span role="gridcell" className={`figures text-right ${roomy}`}>
        {variant.quality ?? "–"}
      </span>
      <span role="gridcell" className="figures text-right">
        {variant.score?.toFixed(1) ?? "–"}
      </span>
      <span role="gridcell" className="figures text-right">
        {isThere && variant.sourceBytes ? saving(variant.sourceBytes, variant.bytes) : ""}
      </span>
      <span role="gridcell" className="text-right">
        {isThere && (
          <a
            className="underline"
            href={`/api/variants/${variant.id}/file`}
            download
            onClick={(event) => event.stopPropagation()}
          >
            Download
          </a>
        )}
      </span>
    </div>
  );
}
