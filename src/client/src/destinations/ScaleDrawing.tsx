import { useMemo, useRef } from "react";
import type { Destination, Schemas, Size, Slot } from "../data/client";
import { count } from "../instruments/numbers";
import { useRoom } from "../shell/room";
import { fitted, layOut, type Part, type PlacedPart, partsOf } from "./layOut";

const margin = 18;
const gridPx = 100;
// Beside a lower part there is no room for its height.
const lowest = 34;
// A slot that keeps every pixel has no size of its own; it is drawn as a 3:2 sheet.
const anySize: Size = { width: 1500, height: 1000 };

/** All slots of a destination to one scale, like parts on an engineer's sheet. */
export function ScaleDrawing({
  destination,
  drawings,
  current,
  onCurrent,
}: {
  destination: Destination;
  drawings: Map<string, Schemas["SlotDrawing"]>;
  current: string | undefined;
  onCurrent: (slotId: string) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const room = useRoom(frame, { width: 600, height: 640 });
  const drawn = useMemo(() => {
    const parts = destination.slots.flatMap((slot) => partsIn(slot, drawings.get(slot.id)?.sizes ?? []));
    return layOut(parts, { width: room.width - 2 * margin, height: room.height - 2 * margin - 16 });
  }, [destination, drawings, room]);
  const grid = gridPx * drawn.scale;
  const height = Math.max(room.height, drawn.height + 2 * margin + 16);
  return (
    <div ref={frame} className="min-h-0 grow overflow-y-auto">
      <svg
        width={room.width}
        height={height}
        className="block"
        aria-label={`Slots of ${destination.name}, to scale`}
      >
        <defs>
          <pattern id="sheet-grid" width={grid} height={grid} patternUnits="userSpaceOnUse">
            <path d={`M0 0V${grid}H${grid}`} fill="none" stroke="var(--color-line-soft)" strokeWidth=".6" />
          </pattern>
          <pattern
            id="zone-hatch"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V6" stroke="var(--color-soft)" strokeWidth="1.2" />
          </pattern>
        </defs>
        {grid > 4 && <rect width="100%" height="100%" fill="url(#sheet-grid)" />}
        <g transform={`translate(${margin} ${margin})`}>
          {drawn.parts.map((part) => (
            <PartDrawing
              key={`${part.slot}${part.size.width}`}
              part={part}
              slot={destination.slots.find((slot) => slot.id === part.slot)}
              isSized={(drawings.get(part.slot)?.sizes.length ?? 0) > 0}
              isRead={drawings.has(part.slot)}
              isCurrent={part.slot === current}
              onCurrent={() => onCurrent(part.slot)}
            />
          ))}
        </g>
        <text x={room.width - margin} y={height - 8} textAnchor="end" className="figures fill-soft">
          grid {gridPx} px
        </text>
      </svg>
    </div>
  );
}

function partsIn(slot: Slot, sizes: readonly Size[]): Part[] {
  return partsOf(slot.id, slot.name, sizes.length === 0 ? [anySize] : sizes);
}

function PartDrawing({
  part,
  slot,
  isSized,
  isRead,
  isCurrent,
  onCurrent,
}: {
  part: PlacedPart;
  slot: Slot | undefined;
  isSized: boolean;
  isRead: boolean;
  isCurrent: boolean;
  onCurrent: () => void;
}) {
  const { width, height } = part;
  return (
    <g
      role="button"
      tabIndex={part.isFirst ? 0 : -1}
      aria-pressed={isCurrent}
      aria-label={`${slot?.name}, ${isSized ? `${part.size.width} × ${part.size.height} px` : "every pixel"}`}
      transform={`translate(${part.x} ${part.y})`}
      className="cursor-pointer"
      onClick={onCurrent}
      onKeyDown={(event) => (event.key === "Enter" || event.key === " ") && onCurrent()}
    >
      <text y="-5" fontSize="12" fontWeight={part.isFirst ? 600 : 400} fill="var(--color-ink)">
        {fitted(part.label, width)}
      </text>
      <rect
        width={width}
        height={height}
        fill={isCurrent ? "var(--color-brass-pale)" : "var(--color-sheet)"}
        stroke={isCurrent ? "var(--color-brass)" : "var(--color-ink)"}
        strokeWidth={isCurrent ? 1.8 : 1.2}
        strokeDasharray={isSized ? undefined : "5 4"}
      />
      {part.inside.map((size) => (
        <rect
          key={`${size.width}x${size.height}`}
          width={(size.width / part.size.width) * width}
          height={(size.height / part.size.height) * height}
          fill="none"
          stroke="var(--color-soft)"
          strokeWidth=".7"
          strokeDasharray="2 2"
        />
      ))}
      {(slot?.keepClear ?? []).map((zone) => (
        <ZoneDrawing key={JSON.stringify(zone)} zone={zone} width={width} height={height} />
      ))}
      {isSized && (
        <g stroke="var(--color-brass)">
          <path d={`M0 ${height + 5}v8M${width} ${height + 5}v8M0 ${height + 9}h${width}`} />
          {part.inside.map((size) => (
            <path key={size.width} d={`M${(size.width / part.size.width) * width} ${height + 6}v6`} />
          ))}
          <path d={`M${width + 4} 0h8M${width + 4} ${height}h8M${width + 8} 0v${height}`} />
        </g>
      )}
      <g className="figures" fontSize="11" fill="var(--color-brass)" textAnchor="middle">
        <text
          x={height < lowest ? 0 : width / 2}
          y={height + 23}
          textAnchor={height < lowest ? "start" : "middle"}
        >
          {dimension(part, isSized, isRead)}
        </text>
        {isSized && height >= lowest && (
          <text transform={`translate(${width + 20} ${height / 2}) rotate(-90)`}>
            {count(part.size.height)}
          </text>
        )}
      </g>
    </g>
  );
}

function dimension(part: PlacedPart, isSized: boolean, isRead: boolean): string {
  if (!isRead) return "needs another look";
  if (!isSized) return "every pixel";
  const widths = part.inside.length + 1;
  if (part.height < lowest) return `${count(part.size.width)} × ${count(part.size.height)}`;
  return widths > 1 && part.width > 90
    ? `${widths} widths to ${count(part.size.width)}`
    : count(part.size.width);
}

function ZoneDrawing({
  zone,
  width,
  height,
}: {
  zone: NonNullable<Slot["keepClear"]>[number];
  width: number;
  height: number;
}) {
  const [x, y, across, down] = [zone.x * width, zone.y * height, zone.width * width, zone.height * height];
  if (zone.form === "rectangle")
    return <rect x={x} y={y} width={across} height={down} fill="url(#zone-hatch)" />;
  const ellipse = `M${x} ${y + down / 2}a${across / 2} ${down / 2} 0 1 0 ${across} 0a${across / 2} ${down / 2} 0 1 0 ${-across} 0z`;
  const outside = zone.form === "outsideEllipse" ? `M${x} ${y}h${across}v${down}h${-across}z` : "";
  return <path d={outside + ellipse} fillRule="evenodd" fill="url(#zone-hatch)" />;
}
