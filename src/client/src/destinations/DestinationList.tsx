import { DropdownMenu } from "radix-ui";
import type { Destination, Schemas } from "../data/client";
import { choose, toggled, useChoice } from "../shell/choice";
import { sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";

type SlotAction = {
  copy: (at: number) => void;
  delete: (at: number) => void;
  move: (at: number, by: number) => void;
};
type DestinationAction = {
  copy: (one: Destination) => Promise<void>;
  delete: (one: Destination) => Promise<void>;
  move: (at: number, by: number) => Promise<void>;
};

/** All destinations; the current one with its slots, to choose, order, copy and delete. */
export function DestinationList({
  destinations,
  standings,
  current,
  slot,
  isChanged,
  slotAction,
  destinationAction,
  onOpen,
  onNew,
  onImport,
}: {
  destinations: readonly Destination[];
  standings: readonly Schemas["DestinationStanding"][];
  current: string | undefined;
  slot: string | undefined;
  isChanged: boolean;
  slotAction: SlotAction;
  destinationAction: DestinationAction;
  onOpen: (id: string, slot?: string) => void;
  onNew: () => void;
  onImport: () => void;
}) {
  return (
    <nav
      aria-label="Destinations"
      className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] border-r border-line"
    >
      <div className="overflow-y-auto py-2">
        {destinations.map((one, index) => (
          <Entry
            key={one.id}
            destination={one}
            isCurrent={one.id === current}
            isChanged={isChanged && one.id === current}
            isOutdated={standings[index]?.isOutdated ?? false}
            slot={slot}
            slotAction={slotAction}
            onOpen={(slot) => onOpen(one.id, slot)}
            actions={[
              ["Copy", () => destinationAction.copy(one)],
              ["Move up", index > 0 && (() => destinationAction.move(index, -1))],
              ["Move down", index < destinations.length - 1 && (() => destinationAction.move(index, 1))],
              ["Delete", () => destinationAction.delete(one)],
            ]}
          />
        ))}
      </div>
      <div className="flex flex-wrap gap-2 border-t border-line px-3 py-2.5">
        <Button onClick={onNew}>New</Button>
        <Button onClick={onImport}>Import</Button>
      </div>
    </nav>
  );
}

function Entry({
  destination,
  isCurrent,
  isChanged,
  isOutdated,
  slot,
  slotAction,
  actions,
  onOpen,
}: {
  destination: Destination;
  isCurrent: boolean;
  isChanged: boolean;
  isOutdated: boolean;
  slot: string | undefined;
  slotAction: SlotAction;
  actions: readonly Action[];
  onOpen: (slotId?: string) => void;
}) {
  const choice = useChoice();
  const ids = destination.slots.map((one) => one.id);
  const wanted = ids.filter((id) => choice.slots.includes(id)).length;
  const set = (some: readonly string[], on: boolean) => choose({ slots: toggled(choice.slots, some, on) });
  return (
    <div
      className={`border-l-3 py-1.5 pr-2 pl-2.5 ${isCurrent ? "border-ink bg-sheet" : "border-transparent"}`}
    >
      <div className="flex items-start gap-2">
        <input
          type="checkbox"
          aria-label={`Render for every slot of ${destination.name}`}
          className="mt-[3px] accent-ink"
          checked={ids.length > 0 && wanted === ids.length}
          ref={(box) => {
            if (box) box.indeterminate = wanted > 0 && wanted < ids.length;
          }}
          onChange={(event) => set(ids, event.target.checked)}
        />
        <button
          type="button"
          className="grid min-w-0 grow text-left"
          aria-current={isCurrent}
          onClick={() => onOpen()}
        >
          <span className={`truncate ${isCurrent ? "font-[650]" : "font-medium"}`} title={destination.name}>
            {destination.name}
          </span>
          <span className="text-xs text-soft">
            {destination.kind}, {ids.length} {ids.length === 1 ? "slot" : "slots"}
            {wanted > 0 && `, ${wanted} wanted`}
          </span>
          {isOutdated && <span className="text-xs text-warn">check its numbers again</span>}
          {isChanged && <span className="text-xs text-warn">not saved yet</span>}
        </button>
        <More label={`More for ${destination.name}`} actions={actions} exports={destination} />
      </div>
      {isCurrent &&
        destination.slots.map((one, at) => (
          <div key={one.id} className="mt-0.5 ml-4 flex items-center gap-2">
            <input
              type="checkbox"
              aria-label={`Render for ${one.name}`}
              className="accent-ink"
              checked={choice.slots.includes(one.id)}
              onChange={(event) => set([one.id], event.target.checked)}
            />
            <button
              type="button"
              className={`min-w-0 grow truncate text-left ${one.id === slot ? "font-semibold" : ""}`}
              aria-current={one.id === slot}
              title={one.name}
              onClick={() => onOpen(one.id)}
            >
              {one.name || "unnamed"}
            </button>
            <More
              label={`More for ${one.name}`}
              actions={[
                ["Copy", () => slotAction.copy(at)],
                ["Move up", at > 0 && (() => slotAction.move(at, -1))],
                ["Move down", at < destination.slots.length - 1 && (() => slotAction.move(at, 1))],
                ["Delete", () => slotAction.delete(at)],
              ]}
            />
          </div>
        ))}
    </div>
  );
}

type Action = readonly [string, false | (() => void | Promise<void>)];

function More({
  label,
  actions,
  exports,
}: {
  label: string;
  actions: readonly Action[];
  exports?: Destination;
}) {
  const item =
    "block rounded px-2.5 py-1 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-on-ink";
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={label}
        className="shrink-0 rounded px-1 leading-4 text-soft hover:text-ink"
      >
        ⋯
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          className="z-30 min-w-32 rounded border border-ink bg-sheet p-1 shadow-lg"
        >
          {actions.map(
            ([words, run]) =>
              run && (
                <DropdownMenu.Item
                  key={words}
                  className={item}
                  onSelect={() => void Promise.resolve(run()).catch(sayProblem)}
                >
                  {words}
                </DropdownMenu.Item>
              ),
          )}
          {exports && (
            <DropdownMenu.Item asChild>
              <a className={item} href={`/api/destinations/${exports.id}`} download={`${exports.id}.json`}>
                Export
              </a>
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
