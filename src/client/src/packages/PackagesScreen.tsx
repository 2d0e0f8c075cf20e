import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import { useDestinations } from "../destinations/useDestinations";
import { jobMarks } from "../instruments/jobs";
import { bytes, count, moment } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Entry } from "../ui/Entry";
import { Fault } from "../ui/Fault";
import { Select } from "../ui/Select";
import { HandedOver } from "./HandedOver";
import { PackageSheet } from "./PackageSheet";
import { useMakePackage, useScopeWords } from "./packing";
import { usePackages } from "./usePackages";

/** What is handed over: a ZIP with a folder for each slot and the list of what is in it. */
export function PackagesScreen() {
  const { packageId } = useParams();
  const navigate = useNavigate();
  const packages = usePackages();
  const { data: destinations } = useDestinations();
  const [destination, setDestination] = useState("");
  const make = useMakePackage();
  const scopeOf = useScopeWords();
  const items = packages.data ?? [];
  const current = items.find((one) => one.id === packageId) ?? items[0];
  const show = (id: string | undefined) => id && navigate(`/packages/${id}`, { flushSync: true });
  const step = (by: number) => () => current && show(items[items.indexOf(current) + by]?.id);
  // What is asked for now is what is looked at next.
  const pack = (onlyChanged: boolean) =>
    make.mutate({ onlyChanged, ...(destination && { destination }) }, { onSuccess: ({ id }) => show(id) });
  useActions("packages", {
    changed: () => pack(true),
    all: () => pack(false),
    go: (key) => step(key === "ArrowDown" ? 1 : -1)(),
  });
  useReadout(
    current
      ? [
          ["asked for", moment(current.askedAt)],
          ["files", count(current.files)],
          ["bytes", count(current.bytes)],
        ]
      : [],
  );
  return (
    <div className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <div className="flex items-center gap-3 px-4">
        <h1 className="sr-only">Packages</h1>
        <HandedOver way="Packages" />
        <span className="truncate text-soft max-[1180px]:hidden">
          “Changed” is what no earlier package has handed over as it is now
        </span>
        <Select
          label="Destination"
          hidesLabel
          className="ml-auto max-w-52"
          value={destination}
          options={[
            ["", "For all destinations"],
            ...(destinations ?? []).map((one) => [one.id, `For ${one.name}`] as const),
          ]}
          onValue={setDestination}
        />
        <Button act="packages.changed" disabled={make.isPending}>
          Package what changed
        </Button>
        <Button go act="packages.all" disabled={make.isPending}>
          Package all that is finished
        </Button>
      </div>
      {packages.error && !packages.data && <Fault problem={packages.error} />}
      {packages.data && items.length === 0 && (
        <p className="border-t border-line bg-sheet p-6 text-soft">
          No package yet. Make one of a run, or of everything that is finished: one ZIP, a folder for each
          destination and slot.
        </p>
      )}
      {current && (
        <div className="grid min-h-0 grid-cols-[224px_minmax(0,1fr)] border-t border-line max-[1150px]:grid-cols-[184px_minmax(0,1fr)]">
          <nav aria-label="Packages" className="overflow-y-auto border-r border-line py-3">
            {items.map((one) => (
              <Entry key={one.id} isCurrent={one === current} onClick={() => show(one.id)}>
                <span className="flex items-center gap-1.5 font-medium">
                  <StateMark state={jobMarks[one.state]} />
                  {moment(one.askedAt)}
                  <span className="figures ml-auto font-normal text-soft">
                    {one.state === "done" && bytes(one.bytes)}
                  </span>
                </span>
                <span className="truncate text-xs text-soft">{scopeOf(one)}</span>
              </Entry>
            ))}
          </nav>
          <PackageSheet key={current.id} one={current} scope={scopeOf(current)} />
        </div>
      )}
    </div>
  );
}
