import { lazy, Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { useActions } from "../actions/bound";
import { changed } from "../data/changed";
import type { Schemas, Source } from "../data/client";
import { useDestinations } from "../destinations/useDestinations";
import { framingPath } from "../framing/framingPath";
import { bytes, count, moment, size, some } from "../instruments/numbers";
import { choose, useChoice } from "../shell/choice";
import { useDrops } from "../shell/drops";
import { sayDone } from "../shell/history";
import { sayProblem } from "../shell/notices";
import { type Fact, useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Fault } from "../ui/Fault";
import { FilesInput } from "../ui/FileInput";
import { Select } from "../ui/Select";
import { filesOf, withoutLeftovers } from "./droppedFiles";
import { intake, useArrivals } from "./intake";
import { SourceDetails } from "./SourceDetails";
import { SourceGrid } from "./SourceGrid";
import { type SourceFilter, sourceIds, useDeleteSources, useSources, useTraits } from "./useSources";
import { WatchPanel } from "./WatchPanel";

// Not before somebody needs them: what a visit loads first is bounded (journeys).
const FirstVisit = lazy(async () => ({ default: (await import("./FirstVisit")).FirstVisit }));
const IntakePanel = lazy(async () => ({ default: (await import("./IntakePanel")).IntakePanel }));
const StaleComposed = lazy(async () => ({ default: (await import("../composing/MadeOf")).StaleComposed }));
const AdHocDialog = lazy(async () => ({ default: (await import("./adHoc/AdHocDialog")).AdHocDialog }));

/** Taking stock of the originals: what there is, what is unusual about it, what it can feed. */
export function SourcesScreen() {
  const [parameters, setParameters] = useSearchParams();
  const filter = useMemo(() => filterOf(parameters), [parameters]);
  const { search, enoughFor, trait } = filter;
  const show = (change: SourceFilter) => {
    const next = Object.entries({ ...filter, ...change }).filter(([, value]) => value);
    setParameters(Object.fromEntries(next) as Record<string, string>, { replace: true });
  };
  const query = useSources(filter);
  const traits = useTraits(filter);
  const navigate = useNavigate();
  const choice = useChoice();
  const remove = useDeleteSources();
  const [current, setCurrent] = useState<string>();
  const [isMaking, setMaking] = useState(false);
  const pictures = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);

  const shown = useMemo(() => query.data?.pages.flatMap((page) => page.items) ?? [], [query.data]);
  const first = query.data?.pages[0];
  const selected =
    shown.find((one) => one.id === current) ??
    shown.find((one) => choice.sources.includes(one.id)) ??
    shown[0];

  useEffect(() => {
    intake.onTaken = () => void changed("sources");
  }, []);
  useReadout(factsOf(selected, choice.sources.length));

  const frame = () => {
    if (!selected) return;
    if (!choice.sources.includes(selected.id)) choose({ sources: [selected.id] });
    navigate(framingPath(selected.id));
  };
  // Only what is chosen and fits what is shown: nothing goes that nobody pointed at, or that a search hides.
  const isFiltered = Object.keys(filter).length > 0;
  const canBin = isFiltered
    ? shown.some((one) => choice.sources.includes(one.id))
    : choice.sources.length > 0;
  const takeAway = async (one?: Source) => {
    const fitting = isFiltered && !one ? new Set(await sourceIds(filter)) : undefined;
    const ids = one ? [one.id] : choice.sources.filter((id) => !fitting || fitting.has(id));
    remove.mutate(ids, {
      onSuccess: () => {
        choose({ sources: choice.sources.filter((id) => !ids.includes(id)) });
        sayDone(`${some(ids.length, "picture")} moved to the bin.`);
      },
      onError: sayProblem,
    });
  };
  const chooseAll = async () => {
    // At once where everything is here: the next key may be for what was chosen.
    if (!query.hasNextPage && !query.isPlaceholderData)
      return choose({ sources: shown.map((one) => one.id) });
    try {
      choose({ sources: await sourceIds(filter) });
    } catch (problem) {
      sayProblem(problem);
    }
  };
  const name = () => {
    if (choice.sources.length === 0 && selected) choose({ sources: [selected.id] });
    navigate("/names");
  };
  useActions("sources", {
    add: () => pictures.current?.click(),
    frame: selected !== undefined && frame,
    name,
    pair: choice.sources.length > 1 && (() => navigate("/pair")),
    files: selected !== undefined && (() => setMaking(true)),
    bin: canBin && (() => void takeAway().catch(sayProblem)),
  });
  useDrops((transfer) => void filesOf(transfer).then((files) => intake.add(files), sayProblem));
  const onEnd = useCallback(() => {
    if (query.hasNextPage && !query.isFetchingNextPage) void query.fetchNextPage();
  }, [query.hasNextPage, query.isFetchingNextPage, query.fetchNextPage]);
  const addFiles = (files: File[]) => intake.add(withoutLeftovers(files));

  return (
    <div
      className={`grid h-full ${selected ? "grid-cols-[minmax(0,1fr)_372px] max-[1100px]:grid-cols-[minmax(0,1fr)_324px]" : ""}`}
    >
      <section className="flex min-h-0 min-w-0 flex-col">
        <div className="flex h-[46px] shrink-0 items-center gap-2 px-4">
          <h1 className="whitespace-nowrap">{first ? some(first.total, "picture") : "Pictures"}</h1>
          <Link
            to="/space"
            aria-label="Storage and bin"
            className="figures whitespace-nowrap text-soft underline"
          >
            {first && bytes(first.totalBytes)}
          </Link>
          {search && <span className="truncate text-soft">with “{search}”</span>}
          <TraitFilter traits={traits.data ?? []} trait={trait} onTrait={(id) => show({ trait: id })} />
          <EnoughForFilter enoughFor={enoughFor} onEnoughFor={(id) => show({ enoughFor: id })} />
          <span className="ml-auto hidden whitespace-nowrap text-soft min-[1480px]:inline">
            drop pictures or folders anywhere
          </span>
          {choice.sources.length > 1 && (
            <>
              <Button act="sources.name" className="max-[1480px]:ml-auto">
                Name {count(choice.sources.length)}
              </Button>
              <Button act="sources.pair">Pair</Button>
            </>
          )}
          <Button
            // On a narrow screen it makes way for what is done to those that are chosen.
            className={choice.sources.length > 1 ? "max-[1100px]:hidden" : "max-[1480px]:ml-auto"}
            onClick={() => folder.current?.click()}
          >
            Add a folder
          </Button>
          <Button go act="sources.add">
            Add pictures
          </Button>
          <FilesInput input={pictures} label="Pictures to add" onFiles={addFiles} />
          <FilesInput input={folder} label="Folder to add" isFolder onFiles={addFiles} />
        </div>
        <Intake />
        {traits.data?.some((one) => one.id === "composed") && (
          <Suspense>
            <StaleComposed />
          </Suspense>
        )}
        <WatchPanel />
        {query.error && !query.data ? (
          <Fault problem={query.error} />
        ) : first?.total === 0 && !isFiltered ? (
          <Suspense>
            <FirstVisit />
          </Suspense>
        ) : first?.total === 0 ? (
          <Empty search={search ?? ""} enoughFor={enoughFor} />
        ) : (
          <SourceGrid
            sources={shown}
            total={first?.total ?? shown.length}
            chosen={choice.sources}
            current={selected?.id}
            onChoose={(ids, now) => {
              choose({ sources: ids });
              setCurrent(now);
            }}
            onChooseAll={() => void chooseAll()}
            onOpen={frame}
            onEnd={onEnd}
          />
        )}
      </section>
      {selected && (
        <SourceDetails
          key={selected.id}
          source={selected}
          chosen={choice.sources.includes(selected.id) ? choice.sources.length : 1}
          onBin={() =>
            void takeAway(choice.sources.includes(selected.id) ? undefined : selected).catch(sayProblem)
          }
        />
      )}
      {isMaking && selected && (
        <Suspense>
          <AdHocDialog
            open
            onOpen={setMaking}
            chosen={choice.sources.length > 0 ? choice.sources : [selected.id]}
          />
        </Suspense>
      )}
    </div>
  );
}

function Intake() {
  if (useArrivals().length === 0) return null;
  return (
    <Suspense>
      <IntakePanel />
    </Suspense>
  );
}

function factsOf(source: Source | undefined, chosen: number): Fact[] {
  if (!source) return [];
  return [
    ["picture", source.stem],
    ["upright", `${size(source.width, source.height)} px`],
    ["bytes", count(source.bytes)],
    ["came in as", `${source.fileName}, ${moment(source.addedAt)}`],
    ["original", "untouched"],
    ...(chosen > 1 ? ([["chosen", count(chosen)]] as Fact[]) : []),
  ];
}

function filterOf(parameters: URLSearchParams): SourceFilter {
  const filter: SourceFilter = {};
  for (const member of ["search", "enoughFor", "trait"] as const) {
    const value = parameters.get(member);
    if (value) filter[member] = value;
  }
  return filter;
}

function TraitFilter({
  traits,
  trait,
  onTrait,
}: {
  traits: readonly Schemas["TraitCount"][];
  trait: string | undefined;
  onTrait: (id: string) => void;
}) {
  if (traits.length === 0 && !trait) return null;
  return (
    <Select
      label="Show"
      hidesLabel
      className="ml-2"
      value={trait ?? ""}
      options={[
        ["", "All pictures"],
        ...traits.map((one) => [one.id, `${words[one.id] ?? one.label} ${one.count}`] as const),
      ]}
      onValue={onTrait}
    />
  );
}

// Labels of traits that differ from picture to picture.
const words: Record<string, string> = {
  turned: "turned",
  deep: "more than 8 bit",
  animated: "animated",
  pages: "several pages",
};

/** Only sources large enough for a slot, or for every slot of a destination. */
function EnoughForFilter({
  enoughFor,
  onEnoughFor,
}: {
  enoughFor: string | undefined;
  onEnoughFor: (id: string) => void;
}) {
  const { data } = useDestinations();
  if (!data || data.length === 0) return null;
  return (
    <Select
      label="Large enough for"
      hidesLabel
      className="max-w-44"
      value={enoughFor ?? ""}
      options={[["", "Any size"]]}
      groups={data
        .filter((one) => one.slots.length > 0)
        .map((one) => ({
          name: one.name,
          options: [
            [one.id, `Large enough for every slot of ${one.name}`] as const,
            ...one.slots.map((slot) => [slot.id, `Large enough for ${slot.name}`] as const),
          ],
        }))}
      onValue={onEnoughFor}
    />
  );
}

function Empty({ search, enoughFor }: { search: string; enoughFor: string | undefined }) {
  return (
    <div className="grid grow place-content-center justify-items-center gap-3 text-center">
      {search ? (
        <p>
          No picture {enoughFor && "that is large enough "}has “{search}” in its file name or its alternative
          text.
        </p>
      ) : enoughFor ? (
        <p>No picture is large enough. Look at the slot: it says by how many pixels each falls short.</p>
      ) : (
        <p>No picture is like that any more.</p>
      )}
    </div>
  );
}
