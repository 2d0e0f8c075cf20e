import type { Destination, Schemas } from "../data/client";
import { Name } from "../instruments/Name";
import { choose, toggled, useChoice } from "../shell/choice";
import { sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { CheckBox } from "../ui/CheckBox";
import { Menu } from "../ui/Menu";
import { Press } from "../ui/Press";

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
}) {
  return (
    <nav
      aria-label="Destinations"
      className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] border-r border-line"
    >
      <div className="overflow-y-auto py-2">
        {destinations.map((one, index) => (
          <DestinationEntry
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
        <Button onClick={onNew}>New destination</Button>
      </div>
    </nav>
  );
}

function DestinationEntry({
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
        <CheckBox
          label={`Render for every slot of ${destination.name}`}
          checked={wanted > 0 && wanted < ids.length ? "mixed" : wanted > 0}
          onChecked={(on) => set(ids, on)}
        />
        <Press className="grid min-w-0 grow text-left" aria-current={isCurrent} onClick={() => onOpen()}>
          <Name text={destination.name} tail={6} weight={isCurrent ? "font-[650]" : "font-medium"} />
          <span className="text-xs text-soft">
            {destination.kind}, {ids.length} {ids.length === 1 ? "slot" : "slots"}
            {wanted > 0 && `, ${wanted} wanted`}
          </span>
          {isOutdated && <span className="text-xs text-warn">check its numbers again</span>}
          {isChanged && <span className="text-xs text-warn">not saved yet</span>}
        </Press>
        <More label={`More for ${destination.name}`} actions={actions} exports={destination} />
      </div>
      {isCurrent &&
        destination.slots.map((one, at) => (
          <div key={one.id} className="mt-0.5 ml-4 flex items-center gap-2">
            <CheckBox
              label={`Render for ${one.name}`}
              checked={choice.slots.includes(one.id)}
              onChecked={(on) => set([one.id], on)}
            />
            <Press
              className="min-w-0 grow text-left"
              aria-current={one.id === slot}
              onClick={() => onOpen(one.id)}
            >
              <Name text={one.name || "unnamed"} tail={6} weight={one.id === slot ? "font-semibold" : ""} />
            </Press>
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
  return (
    <Menu
      label={label}
      items={actions.map(([words, run]) => [
        words,
        run && (() => void Promise.resolve(run()).catch(sayProblem)),
      ])}
      {...(exports && {
        download: {
          words: "Export",
          href: `/api/destinations/${exports.id}`,
          name: `${exports.id}.json`,
        },
      })}
    />
  );
}
