import { useState } from "react";
import { Button } from "../ui/Button";
import { Dialog, DialogClose } from "../ui/Dialog";
import { Entry } from "../ui/Entry";
import { TargetForm } from "./TargetForm";
import { useTargets } from "./usePublishing";
import { kindWords, placeWords } from "./words";

/** Where files can be published to. */
export function TargetsDialog({ onOpen }: { onOpen: (open: boolean) => void }) {
  const { data: targets } = useTargets();
  const [chosen, setChosen] = useState<string>();
  const current = targets?.find(({ id }) => id === chosen);
  return (
    <Dialog
      title="Targets"
      open
      onOpen={onOpen}
      className="w-[860px] grid-rows-[auto_minmax(0,1fr)_auto]"
      aside={<span className="text-soft">Where a site reads its pictures</span>}
    >
      <div className="grid min-h-0 grid-cols-[250px_minmax(0,1fr)] gap-6 overflow-y-auto p-1">
        <nav aria-label="Targets" className="content-start">
          {targets?.map((one) => (
            <Entry key={one.id} isCurrent={one.id === chosen} onClick={() => setChosen(one.id)}>
              <span className="truncate font-medium">{one.name}</span>
              <span className="truncate text-xs text-soft">
                {kindWords[one.place.kind]} · {placeWords(one)}
              </span>
            </Entry>
          ))}
          <Entry isCurrent={!current} onClick={() => setChosen(undefined)}>
            New target
          </Entry>
        </nav>
        <TargetForm key={chosen ?? "new"} target={current} onSaved={setChosen} />
      </div>
      <div className="flex justify-end">
        <DialogClose>
          <Button>Close</Button>
        </DialogClose>
      </div>
    </Dialog>
  );
}
