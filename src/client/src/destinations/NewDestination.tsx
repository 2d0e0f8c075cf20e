import { Dialog } from "radix-ui";
import { useState } from "react";
import { Button } from "../ui/Button";
import { slug } from "./actions";

/** Asks for a name, since the id is made of it and stays what it is. */
export function NewDestination({
  open,
  onOpen,
  onName,
}: {
  open: boolean;
  onOpen: (open: boolean) => void;
  onName: (name: string) => void;
}) {
  const [name, setName] = useState("");
  const make = () => {
    if (name.trim() === "") return;
    onName(name.trim());
    setName("");
    onOpen(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={onOpen} modal={false}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/3 left-1/2 z-40 grid w-[420px] -translate-x-1/2 gap-3 rounded border border-ink bg-sheet p-5 shadow-lg"
        >
          <Dialog.Title className="text-[15px]">New destination</Dialog.Title>
          <label className="grid gap-0.5">
            <span className="text-soft">Name</span>
            <input
              className="rounded border border-edge bg-field px-2 py-1"
              maxLength={80}
              value={name}
              onChange={(event) => setName(event.target.value)}
              onKeyDown={(event) => event.key === "Enter" && make()}
            />
          </label>
          <p className="text-soft">
            Its id, <span className="figures">{slug(name || "name")}</span>, stays when the name changes.
          </p>
          <div className="flex justify-end gap-2">
            <Dialog.Close asChild>
              <Button>Cancel</Button>
            </Dialog.Close>
            <Button go disabled={name.trim() === ""} onClick={make}>
              Create
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
