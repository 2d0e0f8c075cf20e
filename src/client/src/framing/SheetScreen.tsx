import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import { answer, api, type FramedPlace, type Slot, type Source } from "../data/client";
import { keys } from "../data/keys";
import { useDestinations } from "../destinations/useDestinations";
import { count, size } from "../instruments/numbers";
import { PlacePicture } from "../instruments/PlacePicture";
import { useChoice } from "../shell/choice";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { framingPath } from "./framingPath";

const usualLargest = 420;
const step = 1.25;
const least = 0.25;
const most = 4;

/** One picture of a sheet: a source in a place. */
type Cell = { source: Source; place: FramedPlace };

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
          <Button aria-label="Smaller" shortcut="−" onClick={change(1 / step)}>
            Smaller
          </Button>
          <Button aria-label="Larger" shortcut="+" onClick={change(step)}>
            Larger
          </Button>
          <Button shortcut="Esc" onClick={back}>
            Back
          </Button>
        </span>
      </header>
      <div className="overflow-y-auto px-4 pb-6">
        {sheet.error && (
          <p role="alert" className="py-4 text-stop">
            {sheet.error.message}
          </p>
        )}
        {sheet.data && cells.length === 0 && (
          <p className="py-4 text-soft">There is no picture to show. Choose some under Sources.</p>
        )}
        {shelves.map((shelf) => (
          <Shelf key={shelf.id} title={shelf.title} cells={shelf.cells} slots={bySlot} scale={scale} />
        ))}
      </div>
    </div>
  );
}

const named = (cells: readonly Cell[], slots: ReadonlyMap<string, Slot>) =>
  cells.map((cell) => ({
    ...cell,
    caption: [slots.get(cell.place.slot)?.name, cell.place.tier].filter(Boolean).join(", "),
  }));

function Shelf({
  title,
  cells,
  slots,
  scale,
}: {
  title: string;
  cells: readonly (Cell & { caption: string })[];
  slots: ReadonlyMap<string, Slot>;
  scale: number;
}) {
  if (cells.length === 0) return null;
  return (
    <section aria-label={title} className="px-px [content-visibility:auto]">
      <h2 className="mt-4 mb-2 border-b border-line-soft pb-1">{title}</h2>
      <ul className="flex flex-wrap items-end gap-3">
        {cells.map(({ source, place, caption }) => (
          <li key={`${source.id}${place.slot}${place.tier ?? ""}`} className="grid gap-0.5">
            <Link
              to={framingPath(source.id, place.slot, place.tier)}
              title={`${caption}: ${size(place.file.width, place.file.height)} px`}
              aria-label={caption}
              className="justify-self-start outline outline-ink/15"
            >
              <PlacePicture
                source={source}
                slot={slots.get(place.slot) ?? {}}
                place={place}
                box={{ width: place.file.width * scale, height: place.file.height * scale }}
              />
            </Link>
            <span
              className="truncate text-xs text-soft"
              style={{ width: Math.max(64, place.file.width * scale) }}
            >
              {caption}
            </span>
          </li>
        ))}
      </ul>
    </section>
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
