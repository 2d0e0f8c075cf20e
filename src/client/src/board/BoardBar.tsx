import { useState } from "react";
import type { Standing } from "../data/client";
import { useDestinations } from "../destinations/useDestinations";
import { count, some } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { Chip } from "../ui/Chip";
import { Field, TextBox } from "../ui/Field";
import { Panel } from "../ui/Panel";
import { Select } from "../ui/Select";
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
            <span role="status" className="text-soft max-[1400px]:sr-only">
              {some(selection.size, "cell")} chosen
            </span>
            <Button act="board.leaveOut">Leave out</Button>
            <Button act="board.include">Include again</Button>
            <GroupButton selection={selection} acts={acts} groups={board?.groups ?? []} />
            <Button act="board.pack">Package</Button>
          </>
        )}
        <Button go act="board.render" disabled={selection.size === 0 && due === 0}>
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
  return (
    <>
      <Select
        label="Destination"
        hidesLabel
        className="w-36 shrink-0"
        value={filter.destination ?? ""}
        options={[
          ["", "All destinations"],
          ...(destinations.data ?? []).map((one) => [one.id, one.name] as const),
        ]}
        onValue={(destination) => onFilter({ destination })}
      />
      <Panel label="Filter" button={<Button aria-pressed={isOn}>{isOn ? "Filtered" : "Filter"}</Button>}>
        <Field label="Words in name, file or text">
          {(control) => (
            <TextBox
              {...control}
              type="search"
              value={filter.search ?? ""}
              onChange={(event) => onFilter({ search: event.target.value })}
            />
          )}
        </Field>
        <Field label="Group">
          {(control) => (
            <Select
              {...control}
              value={filter.group ?? ""}
              options={[["", "Every group"], ...groups.map((one) => [one, one] as const)]}
              onValue={(group) => onFilter({ group })}
            />
          )}
        </Field>
        <Field label="Worst finding">
          {(control) => (
            <Select
              {...control}
              value={filter.finding ?? ""}
              options={[["", "Any or none"], ...Object.entries(findingWords)]}
              onValue={(finding) => onFilter({ finding })}
            />
          )}
        </Field>
        <span className="grid grid-cols-2 gap-3">
          <Field label="Added from">
            {(control) => (
              <TextBox
                {...control}
                type="date"
                value={filter.addedFrom ?? ""}
                onChange={(event) => onFilter({ addedFrom: event.target.value })}
              />
            )}
          </Field>
          <Field label="to">
            {(control) => (
              <TextBox
                {...control}
                type="date"
                value={filter.addedTo ?? ""}
                onChange={(event) => onFilter({ addedTo: event.target.value })}
              />
            )}
          </Field>
        </span>
        {isOn && (
          <Button
            onClick={() => onFilter({ search: "", group: "", finding: "", addedFrom: "", addedTo: "" })}
          >
            Show all
          </Button>
        )}
      </Panel>
    </>
  );
}

/** Findings that a cell can be known by, in a few words. */
export const findingWords: Record<string, string> = {
  "too-few-pixels": "too few pixels",
  "subject-cut": "subject cut",
  "subject-covered": "subject covered",
  "cap-and-floor": "maximum size against minimum score",
  "cap-not-met": "over the maximum size",
  "floor-not-met": "below the minimum score",
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
  const sources = [...acts.meant.sources];
  return (
    <Panel
      label="Group"
      align="end"
      open={isOpen}
      onOpen={setIsOpen}
      button={<Button disabled={selection.size === 0}>Group</Button>}
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
        <Field label={`Group of ${some(sources.length, "picture")}`}>
          {(control) => (
            <TextBox
              {...control}
              list="groups"
              placeholder="none"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          )}
        </Field>
        <datalist id="groups">
          {groups.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </datalist>
        <Button type="submit" go>
          {name.trim() ? "Put into the group" : "Take out of groups"}
        </Button>
      </form>
    </Panel>
  );
}
