import { useContext } from "react";
import type { Slot } from "../data/client";
import { ratio } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { TreatmentsEditor } from "../treatments/TreatmentsEditor";
import { CheckBox } from "../ui/CheckBox";
import { Tab, Tabs } from "../ui/Tabs";
import { CoverageList } from "./CoverageList";
import { FileEditor } from "./FileEditor";
import { EditingContext, Group, TextField, useValue } from "./fields";
import { NamesEditor } from "./NamesEditor";
import { ShapeEditor } from "./ShapeEditor";
import { SizesEditor } from "./SizesEditor";
import { TiersEditor } from "./TiersEditor";
import type { DraftAnswer } from "./useDraft";
import { ZonesEditor } from "./ZonesEditor";

const parts = [
  ["sizes", "Shape and sizes", ["shape", "sizes", "name", "id"]],
  [
    "file",
    "File",
    ["formats", "deliver", "limits", "quality", "fit", "background", "colour", "metadata", "transparency"],
  ],
  ["treatments", "Treatments", ["treatments"]],
  ["names", "Names", ["fileName"]],
  ["zones", "Subject and zones", ["keepClear", "focusAt", "breathing"]],
  ["tiers", "Screen ranges", ["tiers"]],
  ["sources", "Sources", []],
] as const;

/** Everything that a slot can say, with what it makes beside it. */
export function SlotEditor({
  slot,
  at,
  draft,
  isStored,
}: {
  slot: Slot;
  at: string;
  draft: DraftAnswer | undefined;
  isStored: boolean;
}) {
  const drawing = draft?.drawings.find((one) => one.slot === slot.id);
  const summary = draft?.summaries.find((one) => one.slot === slot.id);
  const [across = 0, down = 0] = slot.shape.split(/[:x]/).map(Number);
  const chip = across > 0 && down > 0 ? { width: across, height: down } : undefined;
  const problems = useProblemsOf(at);
  return (
    <>
      <header className="grid gap-1.5">
        <div className="flex items-center gap-3">
          <h2 className="text-[15px] wrap-anywhere">{slot.name}</h2>
          {chip && !drawing?.followsPicture && (
            <RatioChip width={chip.width} height={chip.height}>
              {slot.shape.includes(":") ? slot.shape : ratio(chip.width, chip.height)}
            </RatioChip>
          )}
          {drawing?.followsPicture && (
            <span className="text-soft">{slot.shape === "free" ? "free shape" : slot.shape}</span>
          )}
        </div>
        <p aria-live="polite" data-testid="slot-summary" className={problems > 0 ? "text-stop" : "text-soft"}>
          {problems > 0
            ? `${problems} ${problems === 1 ? "entry needs" : "entries need"} another look`
            : (summary?.sentence ?? "…")}
        </p>
      </header>
      <Tabs
        label="Parts of a slot"
        tabs={parts.map(([id, words, fields]) => ({ id, words, mark: <Mark at={at} fields={fields} /> }))}
      >
        <Tab id="sizes">
          <TextField path={`${at}.name`} label="Name" />
          <TopField path={`${at}.atTop`} />
          <Group title="Shape">
            <ShapeEditor at={at} />
          </Group>
          <Group title="Sizes">
            <SizesEditor
              at={at}
              shape={slot.shape}
              layout={draft?.layouts.find((one) => !one.tier) ?? draft?.layouts[0]}
            />
          </Group>
        </Tab>
        <Tab id="file">
          <FileEditor at={at} />
        </Tab>
        <Tab id="treatments">
          <TreatmentsEditor at={at} slot={slot} isStored={isStored} />
        </Tab>
        <Tab id="names">
          <NamesEditor at={at} fileNames={draft?.fileNames ?? []} />
        </Tab>
        <Tab id="zones">
          <ZonesEditor at={at} />
        </Tab>
        <Tab id="tiers">
          <TiersEditor at={at} layouts={draft?.layouts ?? []} />
        </Tab>
        <Tab id="sources">
          {isStored ? (
            <CoverageList slotId={slot.id} />
          ) : (
            <p className="text-soft">Save the destination to see which sources are large enough.</p>
          )}
        </Tab>
      </Tabs>
    </>
  );
}

/** Whether visitors see the slot before they scroll; that is what a page fetches first. */
function TopField({ path }: { path: string }) {
  const [atTop, set] = useValue<boolean>(path);
  return (
    <CheckBox checked={atTop ?? false} onChecked={(on) => set(on || undefined, "At the top of the page")}>
      At the top of the page: seen before anybody scrolls, so browsers fetch it first
    </CheckBox>
  );
}

function useProblemsOf(at: string): number {
  const { problems } = useContext(EditingContext);
  return [...problems.keys()].filter((path) => path.startsWith(`${at}.`)).length;
}

// A part with something wrong in it is marked, so that it is found from the others.
function Mark({ at, fields }: { at: string; fields: readonly string[] }) {
  const { problems } = useContext(EditingContext);
  const isWrong = [...problems.keys()].some((path) =>
    fields.some(
      (field) =>
        path === `${at}.${field}` || path.startsWith(`${at}.${field}.`) || path.startsWith(`${at}.${field}[`),
    ),
  );
  return isWrong ? (
    <span
      role="img"
      aria-label="has a problem"
      className="ml-1 inline-block size-1.5 rounded-full bg-stop align-middle"
    />
  ) : null;
}
