import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import { answer, api, type FramedPlace, type Slot, type Source } from "../data/client";
import { keys } from "../data/keys";
import { useDestinations } from "../destinations/useDestinations";
import { count, size } from "../instruments/numbers";
import { PlacePicture } from "../instruments/PlacePicture";
import { useChoice } from "../shell/choice";
import { useReadout } from "../shell/readout";
import { useRoom } from "../shell/room";
import { isTreated, TreatedOver } from "../treatments/TreatedOver";
import { Button } from "../ui/Button";
import { VirtualRows } from "../ui/VirtualRows";
import { framingPath } from "./framingPath";
import { type Line, lineGap, linesOf, narrowest } from "./sheetLines";

const usualLargest = 420;
const step = 1.25;
const least = 0.25;
const most = 4;

/** One picture of a sheet: a source in a place. */
type Cell = { source: Source; place: FramedPlace };
type Captioned = Cell & { caption: string };

/** Pictures side by side at their true relative sizes: of a destination, the chosen sources in its shapes; of a source, all its places. */
export function SheetScreen() {
  const { of, id = "" } = useParams();
  const isOfSource = of === "source";
  const choice = useChoice();
  const navigate = useNavigate();
  const destinations = useDestinations();
  const [zoom, setZoom] = useState(1);
  const destination = destinations.data?.find((one) => one.id === id);
  const slots = (isOfSource ? destinations.data?.flatMap((one) => one.slots) : destination?.slots) ?? [];
  const selection = isOfSource
    ? { sources: [id] }
    : {
        slots: slots.map((slot) => slot.id),
        ...(choice.sources.length > 0 && { sources: [...choice.sources] }),
      };
  const sheet = useQuery({
    queryKey: keys.sheets.of(selection),
    queryFn: async () => (await answer(api.POST("/api/sheets", { body: selection }))).items,
    enabled: slots.length > 0,
  });
  const cells: Cell[] =
    sheet.data?.flatMap(({ source, framing }) =>
      framing.places.filter((place) => !place.isLeftOut).map((place) => ({ source, place })),
    ) ?? [];
  const bySlot = new Map(slots.map((slot) => [slot.id, slot]));
  const inSlots = (some: readonly Slot[]) =>
    cells.filter(({ place }) => some.some((slot) => slot.id === place.slot));
  // Of one source, a destination is a shelf; of many sources, a slot is.
  const shelves = isOfSource
    ? (destinations.data ?? []).map((one) => ({
        id: one.id,
        title: one.name,
        cells: named(inSlots(one.slots), bySlot),
      }))
    : slots.map((slot) => ({
        id: slot.id,
        title: slot.name,
        cells: inSlots([slot]).map((cell) => ({
          ...cell,
          caption: [cell.source.stem, cell.place.tier].filter(Boolean).join(", "),
        })),
      }));
  const widest = Math.max(1, ...cells.map(({ place }) => Math.max(place.file.width, place.file.height)));
  const scale = (usualLargest / widest) * zoom;
  const frame = useRef<HTMLDivElement>(null);
  const room = useRoom(frame, { width: 1280, height: 700 }).width - 2 * 16;
  const lines = linesOf(
    shelves,
    ({ place }) => ({ width: place.file.width * scale, height: place.file.height * scale }),
    room,
  );
  const change = (by: number) => () => setZoom((now) => Math.min(most, Math.max(least, now * by)));
  const back = () => navigate(-1);
  useActions("sheet", { larger: change(step), smaller: change(1 / step), back });
  const name = isOfSource ? sheet.data?.[0]?.source.stem : destination?.name;
  useReadout([
    ["sheet", name ?? ""],
    ["pictures", count(cells.length)],
    ["scale", `1:${(1 / scale).toFixed(1)}`],
  ]);
  return (
    <div className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <header className="flex items-center gap-3 border-b border-line px-4">
        <h1 className="truncate text-[15px]">{name}</h1>
        <span className="text-soft">
          {isOfSource ? "in all its places" : "with the chosen pictures in its shapes"}, all to one scale
        </span>
        <span className="ml-auto flex items-center gap-2">
          <ScaleBar scale={scale} />
          <Button act="sheet.smaller">Smaller</Button>
          <Button act="sheet.larger">Larger</Button>
          <Button act="sheet.back">Back</Button>
        </span>
      </header>
      <div ref={frame} className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
        {sheet.error && (
          <p role="alert" className="p-4 text-stop">
            {sheet.error.message}
          </p>
        )}
        {sheet.data && cells.length === 0 && (
          <p className="p-4 text-soft">There is no picture to show. Choose some under Sources.</p>
        )}
        <VirtualRows
          items={lines}
          keyOf={(line) => line.id}
          height={(line) => line.height}
          className="row-start-2 px-4"
        >
          {(line) => <SheetLine line={line} slots={bySlot} scale={scale} />}
        </VirtualRows>
      </div>
    </div>
  );
}

const named = (cells: readonly Cell[], slots: ReadonlyMap<string, Slot>) =>
  cells.map((cell) => ({
    ...cell,
    caption: [slots.get(cell.place.slot)?.name, cell.place.tier].filter(Boolean).join(", "),
  }));

function SheetLine({
  line: { shelf, cells },
  slots,
  scale,
}: {
  line: Line<Captioned>;
  slots: ReadonlyMap<string, Slot>;
  scale: number;
}) {
  if (cells.length === 0) return <h2 className="mt-4 mb-2 border-b border-line-soft pb-1">{shelf}</h2>;
  return (
    <ul aria-label={shelf} className="flex items-end px-px pb-3" style={{ gap: lineGap }}>
      {cells.map(({ source, place, caption }) => {
        const box = { width: place.file.width * scale, height: place.file.height * scale };
        return (
          <li key={`${source.id}${place.slot}${place.tier ?? ""}`} className="grid gap-0.5">
            <Link
              to={framingPath(source.id, place.slot, place.tier)}
              aria-label={`${caption}: ${size(place.file.width, place.file.height)} px`}
              className="justify-self-start outline outline-ink/15"
            >
              <PlacePicture
                source={source}
                slot={slots.get(place.slot) ?? {}}
                place={place}
                box={box}
                over={
                  isTreated(slots.get(place.slot) ?? {})
                    ? (width) => <TreatedOver source={source.id} place={place} width={width} />
                    : undefined
                }
              />
            </Link>
            <span className="truncate text-xs text-soft" style={{ width: Math.max(narrowest, box.width) }}>
              {caption}
            </span>
          </li>
        );
      })}
    </ul>
  );
}

/** How long a round number of file pixels is on the sheet. */
function ScaleBar({ scale }: { scale: number }) {
  const px = [100, 200, 500, 1000, 2000].find((one) => one * scale >= 60) ?? 5000;
  const width = px * scale;
  return (
    <span className="flex items-center gap-1.5">
      <svg aria-hidden width={width + 2} height="10" className="text-brass">
        <path
          d={`M1 1v8M1 5h${width}M${width + 1} 1v8M${width / 2 + 1} 3v4`}
          stroke="currentColor"
          fill="none"
        />
      </svg>
      <span className="figures text-brass">{count(px)} px</span>
    </span>
  );
}
