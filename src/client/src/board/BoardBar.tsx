import { Popover } from "radix-ui";
import { useState } from "react";
import type { Standing } from "../data/client";
import { useDestinations } from "../destinations/useDestinations";
import { count, some } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import type { Acts } from "./BoardScreen";
import type { Selection } from "./selection";
import { type BoardFilter, useBoard, useGroup } from "./useBoard";

const states: readonly [Standing, string][] = [
  ["open", "open"],
  ["stale", "stale"],
  ["blocked", "blocked"],
  ["running", "running"],
  ["done", "done"],
  ["leftOut", "left out"],
];

/** What is shown of the board, and what can be done to what is chosen. */
export function BoardBar({
  filter,
  onFilter,
  selection,
  acts,
}: {
  filter: BoardFilter;
  onFilter: (change: Partial<BoardFilter>) => void;
  selection: Selection;
  acts: Acts;
}) {
  const { board } = useBoard(filter, 0, 0);
  const stateCounts = board?.states ?? {};
  const all = Object.values(stateCounts).reduce((sum, one) => sum + Number(one), 0);
  const due = Number(stateCounts.open ?? 0) + Number(stateCounts.stale ?? 0);
  const isNarrowed = filter.search || filter.group || filter.finding || filter.addedFrom || filter.addedTo;
  return (
    <header className="flex items-center gap-2 overflow-x-auto border-b border-line px-4 whitespace-nowrap">
      <h1 className="sr-only">Board</h1>
      <fieldset aria-label="State" className="flex gap-1.5">
        <Chip isOn={!filter.state} onClick={() => onFilter({ state: "" })}>
          All <span className="figures">{board ? count(all) : "…"}</span>
        </Chip>
        {states
          .filter(([state]) => Number(stateCounts[state] ?? 0) > 0 || filter.state === state)
          .map(([state, words]) => (
            <Chip
              key={state}
              isOn={filter.state === state}
              onClick={() => onFilter({ state: filter.state === state ? "" : state })}
            >
              <StateMark state={state} /> {words}{" "}
              <span className="figures">{count(Number(stateCounts[state] ?? 0))}</span>
            </Chip>
          ))}
      </fieldset>
      <MoreFilters filter={filter} onFilter={onFilter} groups={board?.groups ?? []} isOn={!!isNarrowed} />
      <span className="ml-auto flex items-center gap-1.5">
        {selection.size > 0 && (
          <>
            <span role="status" className="text-soft">
              {some(selection.size, "cell")} chosen
            </span>
            <Button shortcut="L" onClick={() => acts.leaveOut(true)}>
              Leave out
            </Button>
            <Button shortcut="T" onClick={() => acts.leaveOut(false)}>
              Include again
            </Button>
            <GroupButton selection={selection} acts={acts} groups={board?.groups ?? []} />
            <Button shortcut="P" onClick={() => void acts.pack()}>
              Package
            </Button>
          </>
        )}
        <Button go shortcut="R" disabled={selection.size === 0 && due === 0} onClick={acts.render}>
          {selection.size > 0
            ? `Render ${count(selection.size)} chosen`
            : due > 0
              ? `Render ${count(due)} due`
              : board
                ? "Everything is up to date"
                : "Looking…"}
        </Button>
      </span>
    </header>
  );
}

function Chip({
  isOn,
  onClick,
  children,
}: {
  isOn: boolean;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onClick}
      className="inline-flex items-center gap-1.5 rounded border border-line bg-sheet px-2 py-[3px] aria-pressed:border-ink aria-pressed:border-b-2 aria-pressed:font-[650]"
    >
      {children}
    </button>
  );
}

function MoreFilters({
  filter,
  onFilter,
  groups,
  isOn,
}: {
  filter: BoardFilter;
  onFilter: (change: Partial<BoardFilter>) => void;
  groups: readonly string[];
  isOn: boolean;
}) {
  const destinations = useDestinations();
  const field = "border-b border-line bg-transparent py-0.5";
  return (
    <>
      <select
        aria-label="Destination"
        className={`${field} w-28`}
        value={filter.destination ?? ""}
        onChange={(event) => onFilter({ destination: event.target.value })}
      >
        <option value="">all destinations</option>
        {destinations.data?.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
      <Popover.Root>
        <Popover.Trigger asChild>
          <Button aria-pressed={isOn}>{isOn ? "Filtered" : "Filter"}</Button>
        </Popover.Trigger>
        <Popover.Content
          align="start"
          sideOffset={6}
          className="z-20 grid w-72 gap-3 rounded border border-ink bg-sheet p-4"
        >
          <label className="grid gap-0.5 text-soft">
            Words in name, file or text
            <input
              type="search"
              className={`${field} text-ink`}
              value={filter.search ?? ""}
              onChange={(event) => onFilter({ search: event.target.value })}
            />
          </label>
          <label className="grid gap-0.5 text-soft">
            Group
            <select
              className={`${field} text-ink`}
              value={filter.group ?? ""}
              onChange={(event) => onFilter({ group: event.target.value })}
            >
              <option value="">every group</option>
              {groups.map((group) => (
                <option key={group}>{group}</option>
              ))}
            </select>
          </label>
          <label className="grid gap-0.5 text-soft">
            Worst finding
            <select
              className={`${field} text-ink`}
              value={filter.finding ?? ""}
              onChange={(event) => onFilter({ finding: event.target.value })}
            >
              <option value="">any or none</option>
              {Object.entries(findingWords).map(([id, words]) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <span className="grid grid-cols-2 gap-3">
            <label className="grid gap-0.5 text-soft">
              Came in from
              <input
                type="date"
                className={`${field} text-ink`}
                value={filter.addedFrom ?? ""}
                onChange={(event) => onFilter({ addedFrom: event.target.value })}
              />
            </label>
            <label className="grid gap-0.5 text-soft">
              to
              <input
                type="date"
                className={`${field} text-ink`}
                value={filter.addedTo ?? ""}
                onChange={(event) => onFilter({ addedTo: event.target.value })}
              />
            </label>
          </span>
          {isOn && (
            <Button
              onClick={() => onFilter({ search: "", group: "", finding: "", addedFrom: "", addedTo: "" })}
            >
              Show all
            </Button>
          )}
        </Popover.Content>
      </Popover.Root>
    </>
  );
}

/** Findings that a cell can be known by, in a few words. */
export const findingWords: Record<string, string> = {
  "too-few-pixels": "too few pixels",
  "subject-cut": "subject cut",
  "subject-covered": "subject covered",
  "cap-and-floor": "cap and floor contradict",
  "cap-not-met": "over the cap",
  "floor-not-met": "below the floor",
  "same-name": "same name twice",
  "unfit-name": "unfit name",
  "not-rendered": "could not be made",
  "original-altered": "original altered",
  "original-missing": "original missing",
};

function GroupButton({
  selection,
  acts,
  groups,
}: {
  selection: Selection;
  acts: Acts;
  groups: readonly string[];
}) {
  const group = useGroup();
  const [name, setName] = useState("");
  const [isOpen, setIsOpen] = useState(false);
  const sources = [...new Set(acts.cells.map((cell) => cell.source))];
  return (
    <Popover.Root open={isOpen} onOpenChange={setIsOpen}>
      <Popover.Trigger asChild>
        <Button disabled={selection.size === 0}>Group</Button>
      </Popover.Trigger>
      <Popover.Content
        align="end"
        sideOffset={6}
        className="z-20 w-64 rounded border border-ink bg-sheet p-4"
      >
        <form
          className="grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            group.mutate(
              { sources, group: name.trim() },
              { onSuccess: () => setIsOpen(false), onError: sayProblem },
            );
          }}
        >
          <label className="grid gap-0.5 text-soft">
            Group of {some(sources.length, "picture")}
            <input
              list="groups"
              placeholder="none"
              className="border-b border-line bg-transparent py-0.5 text-ink"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <datalist id="groups">
            {groups.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </datalist>
          <Button type="submit" go>
            {name.trim() ? "Put into the group" : "Take out of groups"}
          </Button>
        </form>
      </Popover.Content>
    </Popover.Root>
  );
}
