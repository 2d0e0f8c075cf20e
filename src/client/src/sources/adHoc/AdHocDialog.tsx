import { useMemo, useState } from "react";
import { keep, kept } from "../../data/kept";
import { changeDestination, newSlot } from "../../destinations/actions";
import { useDestinationPage, useExamples } from "../../destinations/useDestinations";
import { count, some } from "../../instruments/numbers";
import { sayDone } from "../../shell/history";
import { say, sayProblem } from "../../shell/notices";
import { Button } from "../../ui/Button";
import { Dialog, DialogClose } from "../../ui/Dialog";
import { FaultLine } from "../../ui/Fault";
import { Menu } from "../../ui/Menu";
import { AdHocForm } from "./AdHocForm";
import { AdHocList } from "./AdHocList";
import { useAdHocPlans, useMakeFiles } from "./useAdHoc";
import { firstWanted, isWanted, nameOf, slotOf, slotsOf } from "./wanted";

const keptAs = "pantomet.ad-hoc";

/** The short way: chosen pictures, what is wanted of them once, and a ZIP of the files. */
export function AdHocDialog({
  open,
  onOpen,
  chosen,
}: {
  open: boolean;
  onOpen: (open: boolean) => void;
  chosen: readonly string[];
}) {
  return (
    <Dialog
      title={`Make files of ${some(chosen.length, "picture")}`}
      open={open}
      onOpen={onOpen}
      className="h-[620px] w-[1020px] grid-rows-[auto_minmax(0,1fr)_auto]"
    >
      <Making chosen={chosen} onDone={() => onOpen(false)} />
    </Dialog>
  );
}

function Making({ chosen, onDone }: { chosen: readonly string[]; onDone: () => void }) {
  const [wanted, setWanted] = useState(() => kept(keptAs, isWanted) ?? firstWanted);
  const [name, setName] = useState("");
  const page = useDestinationPage();
  const destinations = page.data?.items ?? [];
  const examples = useExamples(true).data?.items ?? [];
  const slots = useMemo(() => slotsOf(wanted, destinations, examples), [wanted, destinations, examples]);
  const plans = useAdHocPlans(chosen, slots, name);
  const making = useMakeFiles(() => {
    say("The files are made; the ZIP is in your downloads, and under Packages.");
    onDone();
  });
  const can = plans.data?.reduce((sum, one) => sum + one.plan.variants.length, 0) ?? 0;
  const keepAsSlot = async (id: string) => {
    const at = destinations.findIndex((one) => one.id === id);
    const before = destinations[at];
    if (!before) return;
    const { id: slotId, name: slotName } = newSlot(before, destinations, nameOf(wanted.typed));
    // Its files get names by the usual pattern, so that they differ from those of other slots.
    const { fileName: _, ...typed } = slotOf(wanted.typed);
    await changeDestination(
      before,
      page.data?.standings[at]?.version ?? "",
      { ...before, slots: [...before.slots, { ...typed, id: slotId, name: slotName }] },
      "new slot",
    );
    sayDone(`“${slotName}” is a slot of ${before.name} now.`);
  };
  return (
    <>
      <div className="grid min-h-0 grid-cols-[290px_minmax(0,1fr)] gap-6">
        <AdHocForm
          wanted={wanted}
          onWanted={(next) => {
            keep(keptAs, next);
            setWanted(next);
          }}
          name={name}
          onName={setName}
          destinations={destinations}
          examples={examples}
        />
        <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] border-l border-line pl-4">
          {plans.error ? <FaultLine>{plans.error.message}</FaultLine> : <span />}
          <AdHocList plans={plans.data ?? []} slots={slots} />
        </div>
      </div>
      <div className="flex items-center gap-2">
        {wanted.from === "typed" && destinations.length > 0 && slots.length > 0 && (
          <Menu
            label="Keep as a slot"
            button={<Button>Keep as a slot of…</Button>}
            items={destinations.map((one) => [one.name, () => void keepAsSlot(one.id).catch(sayProblem)])}
          />
        )}
        <span role="status" className="ml-auto text-soft">
          {making.progress
            ? `${count(making.progress.files)} of ${some(making.progress.total, "picture")} done`
            : making.isMaking
              ? "Making the files…"
              : plans.data && can < plans.data.length
                ? `${some(plans.data.length - plans.data.filter((one) => one.plan.variants.length > 0).length, "picture")} cannot be made so`
                : ""}
        </span>
        {making.isMaking ? (
          <Button onClick={() => void making.cancel()}>Cancel</Button>
        ) : (
          <DialogClose>
            <Button>Close</Button>
          </DialogClose>
        )}
        <Button
          go
          disabled={making.isMaking || can === 0}
          onClick={() => making.make({ sources: chosen, slots, name })}
        >
          Make and download
        </Button>
      </div>
    </>
  );
}
