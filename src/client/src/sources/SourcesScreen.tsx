import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import type { Source } from "../api/client";
import { useDestinations } from "../destinations/useDestinations";
import { framingPath } from "../framing/framingPath";
import { Button } from "../instruments/Button";
import { Fault } from "../instruments/Fault";
import { bytes, count, moment, size, some } from "../instruments/numbers";
import { choose, useChoice } from "../shell/choice";
import { useDrops } from "../shell/drops";
import { history } from "../shell/history";
import { useKeys } from "../shell/keys";
import { say, sayProblem } from "../shell/notices";
import { type Fact, useReadout } from "../shell/readout";
import { filesOf, withoutLeftovers } from "./droppedFiles";
import { IntakePanel } from "./IntakePanel";
import { intake } from "./intake";
import { SourceDetails } from "./SourceDetails";
import { SourceGrid } from "./SourceGrid";
import { useDeleteSources, useSources } from "./useSources";
import { WatchPanel } from "./WatchPanel";

/** Taking stock of the originals: what there is, what is unusual about it, what it can feed. */
export function SourcesScreen() {
  const [parameters, setParameters] = useSearchParams();
  const search = parameters.get("search") ?? "";
  const enoughFor = parameters.get("enoughFor") ?? undefined;
  const query = useSources(search, enoughFor);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const choice = useChoice();
  const remove = useDeleteSources();
  const [current, setCurrent] = useState<string>();
  const [trait, setTrait] = useState<string>();
  const pictures = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);

  const all = useMemo(() => query.data?.pages.flatMap((page) => page.items) ?? [], [query.data]);
  const shown = useMemo(
    () => (trait ? all.filter((one) => one.traits.some((found) => found.id === trait)) : all),
    [all, trait],
  );
  const first = query.data?.pages[0];
  const selected =
    all.find((one) => one.id === current) ?? all.find((one) => choice.sources.includes(one.id)) ?? shown[0];

  useEffect(() => {
    intake.onTaken = () => void queries.invalidateQueries({ queryKey: ["sources"] });
  }, [queries]);
  useReadout(factsOf(selected, choice.sources.length));

  const frame = () => {
    if (!selected) return;
    if (!choice.sources.includes(selected.id)) choose({ sources: [selected.id] });
    navigate(framingPath(selected.id));
  };
  const takeAway = () => {
    const ids =
      choice.sources.length > 0 && choice.sources.includes(selected?.id ?? "")
        ? choice.sources
        : selected
          ? [selected.id]
          : [];
    if (ids.length === 0) return;
    remove.mutate(ids, {
      onSuccess: () => {
        choose({ sources: choice.sources.filter((id) => !ids.includes(id)) });
        say(`${count(ids.length)} taken away.`, {
          label: "Undo",
          run: () => void history.undo().catch(sayProblem),
        });
      },
      onError: sayProblem,
    });
  };
  const name = () => {
    if (choice.sources.length === 0 && selected) choose({ sources: [selected.id] });
    navigate("/names");
  };
  useKeys({ a: () => pictures.current?.click(), f: frame, n: name, Delete: takeAway, Enter: frame });
  useDrops((transfer) => void filesOf(transfer).then((files) => intake.add(files), sayProblem));
  const onEnd = useCallback(() => {
    if (query.hasNextPage && !query.isFetchingNextPage) void query.fetchNextPage();
  }, [query.hasNextPage, query.isFetchingNextPage, query.fetchNextPage]);
  const addChosen = (input: HTMLInputElement) => {
    intake.add(withoutLeftovers([...(input.files ?? [])]));
    input.value = "";
  };

  return (
    <div
      className={`grid h-full ${selected ? "grid-cols-[minmax(0,1fr)_372px] max-[1100px]:grid-cols-[minmax(0,1fr)_324px]" : ""}`}
    >
      <section className="flex min-h-0 min-w-0 flex-col">
        <div className="flex h-[46px] shrink-0 items-center gap-2 px-4">
          <h1 className="whitespace-nowrap">{first ? some(first.total, "picture") : "Pictures"}</h1>
          <Link
            to="/space"
            title="Room on the disk, and the bin"
            className="figures whitespace-nowrap text-soft underline"
          >
            {first && bytes(first.totalBytes)}
          </Link>
          {search && <span className="truncate text-soft">with “{search}”</span>}
          <TraitFilter sources={all} trait={trait} onTrait={setTrait} />
          <EnoughForFilter
            enoughFor={enoughFor}
            onEnoughFor={(id) => setParameters({ ...(search && { search }), ...(id && { enoughFor: id }) })}
          />
          <span className="ml-auto hidden whitespace-nowrap text-soft min-[1480px]:inline">
            drop pictures or folders anywhere
          </span>
          {choice.sources.length > 1 && (
            <Button shortcut="N" className="max-[1480px]:ml-auto" onClick={name}>
              Name {count(choice.sources.length)}
            </Button>
          )}
          <Button
            className={choice.sources.length > 1 ? "" : "max-[1480px]:ml-auto"}
            onClick={() => folder.current?.click()}
          >
            Add a folder
          </Button>
          <Button go shortcut="A" onClick={() => pictures.current?.click()}>
            Add pictures
          </Button>
          <input
            ref={pictures}
            type="file"
            multiple
            hidden
            aria-label="Pictures to add"
            onChange={(event) => addChosen(event.target)}
          />
          <input
            ref={folder}
            type="file"
            hidden
            aria-label="Folder to add"
            // React has no name for this attribute.
            {...({ webkitdirectory: "" } as object)}
            onChange={(event) => addChosen(event.target)}
          />
        </div>
        <IntakePanel />
        <WatchPanel />
        {query.error ? (
          <Fault problem={query.error} />
        ) : first?.total === 0 ? (
          <Empty search={search} enoughFor={enoughFor} onAdd={() => pictures.current?.click()} />
        ) : (
          <SourceGrid
            sources={shown}
            chosen={choice.sources}
            current={selected?.id}
            onChoose={(ids, now) => {
              choose({ sources: ids });
              setCurrent(now);
            }}
            onOpen={frame}
            onEnd={onEnd}
          />
        )}
      </section>
      {selected && <SourceDetails key={selected.id} source={selected} onFrame={frame} onDelete={takeAway} />}
    </div>
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

function TraitFilter({
  sources,
  trait,
  onTrait,
}: {
  sources: readonly Source[];
  trait: string | undefined;
  onTrait: (id: string | undefined) => void;
}) {
  const found = new Map<string, { label: string; number: number }>();
  for (const one of sources.flatMap((source) => source.traits)) {
    const known = found.get(one.id);
    found.set(one.id, {
      label: known?.label ?? words[one.id] ?? one.label,
      number: (known?.number ?? 0) + 1,
    });
  }
  if (found.size === 0) return null;
  return (
    <label className="ml-2">
      <span className="sr-only">Show</span>
      <select
        className="rounded border border-line bg-sheet px-1.5 py-[3px]"
        value={trait ?? ""}
        onChange={(event) => onTrait(event.target.value || undefined)}
      >
        <option value="">all</option>
        {[...found].map(([id, { label, number }]) => (
          <option key={id} value={id}>
            {label} {number}
          </option>
        ))}
      </select>
    </label>
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
    <label>
      <span className="sr-only">Large enough for</span>
      <select
        className="max-w-44 rounded border border-line bg-sheet px-1.5 py-[3px]"
        value={enoughFor ?? ""}
        onChange={(event) => onEnoughFor(event.target.value)}
      >
        <option value="">of any size</option>
        {data
          .filter((one) => one.slots.length > 0)
          .map((one) => (
            <optgroup key={one.id} label={one.name}>
              <option value={one.id}>enough for every slot of {one.name}</option>
              {one.slots.map((slot) => (
                <option key={slot.id} value={slot.id}>
                  enough for {slot.name}
                </option>
              ))}
            </optgroup>
          ))}
      </select>
    </label>
  );
}

function Empty({
  search,
  enoughFor,
  onAdd,
}: {
  search: string;
  enoughFor: string | undefined;
  onAdd: () => void;
}) {
  return (
    <div className="grid grow place-content-center justify-items-center gap-3 text-center">
      {search ? (
        <p>
          No picture {enoughFor && "that is large enough "}has “{search}” in its stem, its file name or its
          text.
        </p>
      ) : enoughFor ? (
        <p>No picture is large enough. Look at the slot: it says by how many pixels each falls short.</p>
      ) : (
        <>
          <p className="text-[15px] font-[650]">No pictures yet</p>
          <p className="max-w-96 text-soft">
            Drop photographs or whole folders here, straight from the camera. The originals are kept as they
            are, byte for byte.
          </p>
          <Button go shortcut="A" onClick={onAdd}>
            Add pictures
          </Button>
        </>
      )}
    </div>
  );
}
