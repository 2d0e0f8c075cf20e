import { useDrag } from "@use-gesture/react";
import { useRef } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { arrowOf } from "../actions/arrows";
import { useActions } from "../actions/bound";
import type { Rect } from "../data/client";
import { count } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { useDrops } from "../shell/drops";
import { sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";
import { useRoom } from "../shell/room";
import { Button } from "../ui/Button";
import { byPointer } from "../ui/byPointer";
import { CheckBox } from "../ui/CheckBox";
import { FaultLine } from "../ui/Fault";
import { Field, TextBox } from "../ui/Field";
import { FileInput } from "../ui/FileInput";
import { freeId } from "./actions";
import { drafts } from "./drafts";
import { useDestinationPage } from "./useDestinations";
import { type Screenshot, useMeasuring } from "./useMeasuring";

/** Measures the place of a picture on a screenshot of the page: drop it, drag over the place, take the slot. */
export function MeasureScreen() {
  const { destinationId } = useParams();
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const page = useDestinationPage();
  const measuring = useMeasuring();
  const { screenshot, area, measured, density, viewport, snaps } = measuring;
  const all = page.data?.items ?? [];
  const index = all.findIndex((one) => one.id === destinationId);
  const stored = all[index];
  const standing = page.data?.standings[index];

  const take = () => {
    if (!measured || !stored || !standing) return;
    const document = drafts.of(stored.id)?.document ?? stored;
    const taken = new Set([...all, document].flatMap((one) => one.slots.map((slot) => slot.id)));
    const slot = { ...measured.proposal, id: freeId(`${stored.id}.measured-place`, taken) };
    drafts.edit({ document: stored, version: standing.version }, "slot from a screenshot", {
      ...document,
      slots: [...document.slots, slot],
    });
    navigate(`/destinations/${stored.id}?slot=${slot.id}`);
  };
  const leave = () => void navigate(`/destinations/${destinationId}`);
  useActions("measuring", {
    move: (key) => {
      const [x, y] = arrowOf(key);
      measuring.nudge(x, y, key.startsWith("shift+"));
    },
    snap: () => measuring.snap(),
    create: take,
    back: leave,
  });
  useDrops((transfer) => {
    const [dropped] = transfer.files;
    if (dropped) measuring.open(dropped).catch(sayProblem);
  });
  useReadout(
    screenshot
      ? [
          ["screenshot", `${screenshot.name}, ${count(screenshot.width)} × ${count(screenshot.height)} px`],
          ...(area
            ? ([
                [
                  "drawn",
                  `${count(area.width)} × ${count(area.height)} px at ${count(area.x)}, ${count(area.y)}`,
                ],
              ] as [string, string][])
            : []),
        ]
      : [],
  );
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_320px]">
      <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)]">
        <div className="flex items-center gap-3 px-4">
          <h1 className="truncate text-[15px]">Measure for {stored?.name}</h1>
          <Link className="text-soft underline" to={`/destinations/${destinationId}`}>
            back
          </Link>
          <Button className="ml-auto" onClick={() => file.current?.click()}>
            {screenshot ? "Another screenshot" : "Choose a screenshot"}
          </Button>
          <FileInput
            input={file}
            label="Screenshot"
            accept="image/*"
            onFile={(chosen) => measuring.open(chosen).catch(sayProblem)}
          />
        </div>
        {screenshot ? (
          <Sheet screenshot={screenshot} area={area} onDraw={measuring.draw} onDrawn={measuring.drawn} />
        ) : (
          <div className="grid place-content-center justify-items-center gap-2 text-center">
            <p className="text-[15px] font-[650]">Drop a screenshot of the page, or paste one</p>
            <p className="max-w-[420px] text-soft">
              Take it of the browser's window with the picture in view. Then drag over the picture's place;
              the sides snap to its edges.
            </p>
          </div>
        )}
      </section>
      <aside
        aria-label="Measurement"
        className="grid grid-cols-[minmax(0,1fr)] content-start gap-3.5 overflow-y-auto border-l border-line bg-sheet px-4 py-3.5"
      >
        <h2>What the screenshot is</h2>
        <div className="grid grid-cols-2 items-end gap-2">
          <Field label="Its density, ×">
            {(control) => (
              <TextBox
                {...control}
                figures
                inputMode="decimal"
                value={density}
                onChange={(event) => measuring.setDensity(event.target.value)}
              />
            )}
          </Field>
          <Field label="Or the viewport, CSS px">
            {(control) => (
              <TextBox
                {...control}
                figures
                inputMode="decimal"
                value={viewport}
                placeholder={measured ? `${Math.round(measured.viewport * 100) / 100}` : ""}
                onChange={(event) => measuring.setViewport(event.target.value)}
              />
            )}
          </Field>
        </div>
        <CheckBox checked={snaps} onChecked={measuring.setSnaps}>
          Sides snap to edges
        </CheckBox>
        {measuring.problem && <FaultLine>{measuring.problem}</FaultLine>}
        {measured && (
          <section aria-label="Measured" className="grid gap-2">
            <h2>The place</h2>
            <dl className="grid grid-cols-[110px_1fr] gap-y-1">
              <dt className="text-soft">shown at</dt>
              <dd className="figures">
                {round(measured.shownWidth)} × {round(measured.shownHeight)} CSS px
              </dd>
              <dt className="text-soft">ratio</dt>
              <dd>
                <RatioChip width={measured.area.width} height={measured.area.height}>
                  {measured.ratio}
                </RatioChip>
              </dd>
              <dt className="text-soft">of the viewport</dt>
              <dd className="figures">{round(measured.shareOfViewport * 100)} %</dd>
              <dt className="text-soft">shown as</dt>
              <dd className="figures">{measured.proposal.sizes?.layout?.rows[0]?.width}</dd>
            </dl>
            <p className="text-soft">
              The slot begins with this one viewport. Add rows for others once you have seen the page there.
            </p>
            <Button go act="measuring.create" className="justify-self-start">
              Make a slot of it
            </Button>
          </section>
        )}
        {screenshot && (
          <p className="text-soft">
            Arrow keys move the rectangle by a pixel, with Shift they change its size; E snaps it to the edges
            nearby.
          </p>
        )}
      </aside>
    </div>
  );
}

// CSS px on this screen, however small the screenshot is shown.
const snapsWithin = 10;

const round = (value: number): string => `${Math.round(value * 10) / 10}`;

function Sheet({
  screenshot,
  area,
  onDraw,
  onDrawn,
}: {
  screenshot: Screenshot;
  area: Rect | undefined;
  onDraw: (area: Rect) => void;
  /** The rectangle is whole; its sides may move so many px of the screenshot. */
  onDrawn: (reach: number) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const room = useRoom(frame, { width: 800, height: 600 });
  const scale = Math.min(1, (room.width - 32) / screenshot.width, (room.height - 32) / screenshot.height);
  const sheet = useRef<HTMLDivElement>(null);
  const at = ([clientX, clientY]: readonly [number, number]) => {
    const box = sheet.current?.getBoundingClientRect() ?? new DOMRect();
    return {
      x: Math.min(Math.max(Math.round((clientX - box.left) / scale), 0), screenshot.width),
      y: Math.min(Math.max(Math.round((clientY - box.top) / scale), 0), screenshot.height),
    };
  };
  const draw = useDrag(({ initial, xy, first, last }) => {
    const [from, to] = [at(initial), at(xy)];
    if (!first)
      onDraw({
        x: Math.min(from.x, to.x),
        y: Math.min(from.y, to.y),
        width: Math.abs(to.x - from.x),
        height: Math.abs(to.y - from.y),
      });
    if (last) onDrawn(Math.ceil(snapsWithin / scale));
  }, byPointer);
  return (
    <div ref={frame} className="well-grey grid min-h-0 place-items-center overflow-hidden">
      <div
        ref={sheet}
        data-testid="screenshot"
        className="relative cursor-crosshair touch-none select-none"
        style={{ width: screenshot.width * scale, height: screenshot.height * scale }}
        {...draw()}
      >
        <img alt="The page to measure on" src={screenshot.url} className="size-full" draggable={false} />
        {area && (
          <span
            data-testid="measured-area"
            className="absolute outline-2 outline-brass-fill"
            style={{
              left: area.x * scale,
              top: area.y * scale,
              width: area.width * scale,
              height: area.height * scale,
            }}
          />
        )}
      </div>
    </div>
  );
}
