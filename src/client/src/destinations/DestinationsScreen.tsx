import { useMemo, useRef, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { useActions } from "../actions/bound";
import { changed } from "../data/changed";
import type { Destination, Schemas } from "../data/client";
import { FindingLine } from "../instruments/FindingLine";
import { Name } from "../instruments/Name";
import { count } from "../instruments/numbers";
import { sayDone } from "../shell/history";
import { say, sayProblem } from "../shell/notices";
import { type Fact, useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { Fault } from "../ui/Fault";
import { FileInput } from "../ui/FileInput";
import { LinkButton } from "../ui/LinkButton";
import {
  addDestination,
  copyOf,
  copyOfSlot,
  deleteDestination,
  freeId,
  importDestination,
  newSlot,
  orderDestinations,
  slotOfLayout,
  slug,
} from "./actions";
import { DestinationEditor } from "./DestinationEditor";
import { DestinationList } from "./DestinationList";
import { drafts } from "./drafts";
import { formatName } from "./FileEditor";
import { type Editing, EditingContext } from "./fields";
import { type Beginning, NewDestination } from "./NewDestination";
import { valueAt } from "./paths";
import { Conflict, SaveBar } from "./SaveBar";
import { ScaleDrawing } from "./ScaleDrawing";
import { SlotEditor } from "./SlotEditor";
import { useDestinationPage } from "./useDestinations";
import { useConsequences, useDraft, useDraftAnswer, useSave } from "./useDraft";

/** What each place needs: destinations, their slots to scale, and everything that a slot can say. */
export function DestinationsScreen() {
  const query = useDestinationPage();
  const navigate = useNavigate();
  const { destinationId } = useParams();
  const [parameters, setParameters] = useSearchParams();
  const file = useRef<HTMLInputElement>(null);
  // Other screens send people here to make one.
  const [isNaming, setNaming] = useState(parameters.has("new"));
  const all = query.data?.items ?? [];
  const index = Math.max(
    0,
    all.findIndex((one) => one.id === destinationId),
  );
  const stored = all[index];
  const standing = query.data?.standings[index];
  const { document, revision, version, isChanged, edit, set } = useDraft(stored, standing);

  const slotId = parameters.get("slot");
  const showsDestination = parameters.has("about") || document?.slots.length === 0;
  const place = Math.max(0, document?.slots.findIndex((one) => one.id === slotId) ?? 0);
  const slot = showsDestination ? undefined : document?.slots[place];
  const show = (next: { slot?: string | undefined; about?: boolean }) =>
    setParameters(
      { ...(next.slot && { slot: next.slot }), ...(next.about && { about: "" }) },
      { replace: true },
    );

  const draft = useDraftAnswer(document, revision, standing?.version, slot?.id);
  const problems = draft?.problems ?? [];
  const consequences = useConsequences(
    document,
    revision,
    standing?.version,
    isChanged && problems.length === 0,
  );
  const { save, conflict, settle } = useSave();
  // A slot that was never saved takes its id from its name; after that the id stays.
  const renameSlot = (at: number, name: string) =>
    edit(
      "name",
      (now) => ({
        ...now,
        slots: now.slots.map((one, where) => {
          if (where !== at) return one;
          if (stored?.slots.some((known) => known.id === one.id)) return { ...one, name };
          const taken = new Set(
            [...all.flatMap((other) => other.slots), ...now.slots].map((other) => other.id),
          );
          taken.delete(one.id);
          const id = freeId(`${now.id}.${slug(name)}`, taken);
          if (slotId === one.id) show({ slot: id });
          return { ...one, name, id };
        }),
      }),
      `slots[${at}].name`,
    );

  const editing: Editing = {
    document,
    set: (path, value, label) => {
      const name = /^slots\[(\d+)\]\.name$/.exec(path);
      if (name) renameSlot(Number(name[1]), String(value ?? ""));
      else set(path, value, label);
    },
    problems: new Map((draft?.problems ?? []).map((one) => [one.field, one.sentence])),
  };

  const slotAction = {
    add: () => {
      if (!document) return;
      const added = newSlot(document, all);
      edit("new slot", (now) => ({ ...now, slots: [...now.slots, added] }));
      show({ slot: added.id });
    },
    copy: (at: number) => {
      const known = document?.slots[at];
      if (!document || !known) return;
      const copy = copyOfSlot(known, document, all);
      edit("copy of a slot", (now) => ({ ...now, slots: now.slots.toSpliced(at + 1, 0, copy) }));
      show({ slot: copy.id });
    },
    delete: (at: number) => {
      const gone = document?.slots[at];
      if (!gone) return;
      edit("deleting a slot", (now) => ({ ...now, slots: now.slots.toSpliced(at, 1) }));
      sayDone(`${gone.name} is taken out.`);
    },
    move: (at: number, by: number) =>
      edit("order of slots", (now) => {
        const slots = [...now.slots];
        const [moved] = slots.splice(at, 1);
        return moved ? { ...now, slots: slots.toSpliced(Math.max(0, at + by), 0, moved) } : now;
      }),
  };
  const go = (added: Destination, about = false) =>
    navigate(`/destinations/${added.id}${about ? "?about" : ""}`);
  const destinationAction = {
    add: async (from: Beginning, name: string, example: Destination | undefined) => {
      if (from === "document") return file.current?.click();
      if (example) return go(await addDestination(copyOf(example, all, name)));
      const id = freeId(slug(name), new Set(all.map((one) => one.id)));
      const bare: Destination = { format: "pantomet-destination-1", id, name, kind: "site", slots: [] };
      const added = await addDestination(
        from === "layout" ? { ...bare, slots: [slotOfLayout(bare, all)] } : bare,
      );
      if (from === "screenshot") navigate(`/destinations/${added.id}/measure`);
      else go(added, from === "nothing");
    },
    copy: async (one: Destination) => go(await addDestination(copyOf(one, all), `copy of ${one.name}`)),
    delete: async (one: Destination) => {
      const at = all.indexOf(one);
      await deleteDestination(one, query.data?.standings[at]?.version ?? "");
      sayDone(`${one.name} is deleted.`);
      navigate("/destinations");
    },
    move: async (at: number, by: number) => {
      const ids = all.map((one) => one.id);
      const next = [...ids];
      const [moved] = next.splice(at, 1);
      if (moved) await orderDestinations(ids, next.toSpliced(Math.max(0, at + by), 0, moved));
    },
    import: async (chosen: File) => {
      try {
        const added = await importDestination(await chosen.text(), all);
        say(`${added.name} is imported.`);
        go(added);
      } catch (problem) {
        sayProblem(problem instanceof Error ? new Error(`${chosen.name}: ${problem.message}`) : problem);
      }
    },
  };
  const trySave = () => isChanged && problems.length === 0 && document && void save(document, version);
  useActions("destinations", {
    newSlot: slotAction.add,
    save: trySave,
    measure: () => stored && navigate(`/destinations/${stored.id}/measure`),
  });

  const layout = draft?.layouts[0];
  const [chosen] = layout?.ladders ?? [];
  useReadout(
    factsOf(document, slot, draft?.summaries.find((one) => one.slot === slot?.id)?.files, layout, chosen),
  );
  const drawings = useMemo(() => new Map(draft?.drawings.map((one) => [one.slot, one])), [draft]);
  if (query.error && !query.data) return <Fault problem={query.error} />;
  const asides = (
    <>
      <NewDestination
        open={isNaming}
        onOpen={setNaming}
        onMake={(...made) => void destinationAction.add(...made).catch(sayProblem)}
      />
      <FileInput
        input={file}
        label="Destination document to import"
        accept=".json,application/json"
        onFile={(chosen) => void destinationAction.import(chosen)}
      />
    </>
  );
  if (query.data && all.length === 0)
    return (
      <>
        {asides}
        <NothingYet onNew={() => setNaming(true)} />
      </>
    );
  return (
    <EditingContext.Provider value={editing}>
      {asides}
      <div className="grid h-full grid-cols-[216px_minmax(0,1fr)_476px] grid-rows-[minmax(0,1fr)] max-[1150px]:grid-cols-[180px_minmax(0,1fr)_424px] min-[1700px]:grid-cols-[256px_minmax(0,1fr)_560px]">
        <DestinationList
          destinations={all.map((one) => (one.id === document?.id ? document : one))}
          standings={query.data?.standings ?? []}
          current={document?.id}
          slot={slot?.id}
          isChanged={isChanged}
          slotAction={slotAction}
          destinationAction={destinationAction}
          onOpen={(id, slot) =>
            navigate(`/destinations/${id}${slot ? `?slot=${encodeURIComponent(slot)}` : ""}`)
          }
          onNew={() => setNaming(true)}
        />
        <section className="flex min-h-0 min-w-0 flex-col">
          {conflict || (isChanged && standing && version && version !== standing.version) ? (
            <Conflict
              mine={document as Destination}
              theirs={conflict ?? stored}
              onMine={() => document && void save(document, undefined)}
              onTheirs={() => {
                if (!document || !stored) return;
                edit("taking theirs", () => conflict ?? stored);
                drafts.drop(document.id);
                settle();
                void changed("destinations");
              }}
            />
          ) : (
            isChanged && (
              <SaveBar
                problems={problems.length}
                consequences={consequences}
                onForget={() => {
                  if (!document || !stored) return;
                  edit("forgetting changes", () => stored);
                  drafts.drop(document.id);
                }}
              />
            )
          )}
          {standing?.problem && !isChanged && (
            <div role="alert" className="px-4 pt-2.5">
              <FindingLine
                finding={{ id: "unusable", severity: "stop", sentence: standing.problem, remedy: "" }}
              />
            </div>
          )}
          <div className="flex min-h-[46px] items-center gap-2 px-4">
            {/* Where there is no room, the list beside it says the name. */}
            <h1 className="min-w-16 text-[15px] max-[1100px]:sr-only">
              <Name text={document?.name ?? ""} weight="" />
            </h1>
            <LinkButton
              className={`min-w-12 truncate ${showsDestination ? "text-ink" : "text-soft"}`}
              onClick={() => show({ about: true })}
            >
              {checked(standing)}
            </LinkButton>
            <Link
              to={`/sheet/destination/${document?.id}`}
              className="ml-auto rounded border border-ink bg-sheet px-2.5 py-[3px] font-medium whitespace-nowrap"
            >
              Contact sheet
            </Link>
            <Link
              to={`/destinations/${document?.id}/measure`}
              className="rounded border border-ink bg-sheet px-2.5 py-[3px] font-medium whitespace-nowrap"
            >
              Measure<span className="max-[1450px]:hidden"> on a screenshot</span>
            </Link>
            <Button go act="destinations.newSlot">
              New slot
            </Button>
          </div>
          {problems
            .filter((one) => !one.field.startsWith("slots[") && valueAt(document, one.field) === undefined)
            .map((one) => (
              <p key={one.field} role="alert" className="px-4 pb-2 text-stop">
                {one.sentence}
              </p>
            ))}
          {document && draft && (
            <ScaleDrawing
              destination={document}
              drawings={drawings}
              current={slot?.id}
              onCurrent={(id) => show({ slot: id })}
            />
          )}
        </section>
        <aside
          aria-label={slot ? "Slot" : "Destination"}
          className="grid grid-cols-[minmax(0,1fr)] content-start gap-3.5 overflow-y-auto border-l border-line bg-sheet px-4 py-3.5"
        >
          {slot ? (
            <SlotEditor
              key={slot.id}
              slot={slot}
              at={`slots[${place}]`}
              draft={draft}
              isStored={stored?.slots.some((one) => one.id === slot.id) ?? false}
            />
          ) : (
            document && (
              <DestinationEditor
                key={document.id}
                isOutdated={standing?.isOutdated ?? false}
                today={today()}
              />
            )
          )}
          {(draft?.notices ?? [])
            .filter((notice) => belongsTo(notice.field, slot ? place : undefined))
            .map((notice) => (
              <p key={notice.field} className="border-l-3 border-warn px-2.5">
                {notice.sentence}
              </p>
            ))}
        </aside>
      </div>
    </EditingContext.Provider>
  );
}

/** Whether a field is of the slot at a place, or, without one, of the destination itself. */
const belongsTo = (field: string, place: number | undefined): boolean =>
  place === undefined ? !field.startsWith("slots[") : field.startsWith(`slots[${place}]`);

const today = (): string => new Date().toISOString().slice(0, 10);

function checked(standing: Schemas["DestinationStanding"] | undefined): string {
  const days = standing?.checkedDaysAgo;
  if (days === undefined || days === null) return "about";
  if (standing?.isOutdated) return `checked ${count(Math.round(days / 30.4))} months ago: check again`;
  return days === 0 ? "checked today" : days === 1 ? "checked yesterday" : `checked ${count(days)} days ago`;
}

function factsOf(
  destination: Destination | undefined,
  slot: Destination["slots"][number] | undefined,
  files: number | undefined,
  layout: Schemas["LayoutOutcome"] | undefined,
  ladder: Schemas["LadderOutcome"] | undefined,
): Fact[] {
  if (!destination) return [];
  if (!slot)
    return [
      ["destination", destination.name],
      ["slots", count(destination.slots.length)],
    ];
  return [
    ["slot", slot.name],
    ["shape", slot.shape],
    ...(files ? ([["files of a picture", count(files)]] as Fact[]) : []),
    ...(layout && ladder
      ? ([
          ["widths", layout.widths.map(count).join(", ")],
          ["sent per visit", `${(ladder.bytesPerVisit / 1000).toFixed(1)} kB`],
          ["waste", `${Math.round(ladder.waste * 100)} %`],
          ["too few pixels", `${Math.round(ladder.underServed * 100)} % of visits`],
        ] as Fact[])
      : ([["formats", slot.formats.map(formatName).join(", ")]] as Fact[])),
    ["at most", slot.limits?.mostBytes ? `${count(slot.limits.mostBytes)} bytes` : "no limit"],
  ];
}

function NothingYet({ onNew }: { onNew: () => void }) {
  return (
    <Empty
      title="No destinations yet"
      act={
        <Button go onClick={onNew}>
          New destination
        </Button>
      }
    >
      A destination is somewhere pictures go: your site, a marketplace, a social network. Say once what it
      needs; everybody else never types a number again.
    </Empty>
  );
}
