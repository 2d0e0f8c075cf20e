import { useState } from "react";
import type { Destination } from "../data/client";
import { some } from "../instruments/numbers";
import { Button } from "../ui/Button";
import { Dialog, DialogClose } from "../ui/Dialog";
import { FaultLine } from "../ui/Fault";
import { Field, TextBox } from "../ui/Field";
import { Radios } from "../ui/Radios";
import { useExamples } from "./useDestinations";

/** What a destination can be made from. */
export type Beginning = "example" | "layout" | "screenshot" | "document" | "nothing";

const beginnings: readonly { value: Beginning; words: string; says: string }[] = [
  { value: "example", words: "A ready example", says: "Twelve usual places; change what differs." },
  {
    value: "layout",
    words: "A page's layout",
    says: "Say how wide the picture is shown; the sizes are computed.",
  },
  { value: "screenshot", words: "A screenshot", says: "Drag over the place where the picture stands." },
  {
    value: "document",
    words: "A document",
    says: "As Pantomet exports it, from a colleague or another library.",
  },
  { value: "nothing", words: "Nothing", says: "An empty destination; its slots come later." },
];

const kinds: Record<Destination["kind"], string> = {
  site: "site",
  marketplace: "marketplace",
  social: "social network",
  newsletter: "newsletter",
  print: "print",
};

/** Asks what a new destination is made from, and what it is called. */
export function NewDestination({
  open,
  onOpen,
  onMake,
}: {
  open: boolean;
  onOpen: (open: boolean) => void;
  onMake: (from: Beginning, name: string, example: Destination | undefined) => void;
}) {
  const examples = useExamples(open);
  const [from, setFrom] = useState<Beginning>("example");
  const [typed, setTyped] = useState("");
  const [exampleId, setExampleId] = useState<string>();
  const all = examples.data?.items ?? [];
  const example = from === "example" ? (all.find((one) => one.id === exampleId) ?? all[0]) : undefined;
  const name = typed.trim() || (example?.name ?? "");
  const canMake = from === "document" || (name !== "" && (from !== "example" || example !== undefined));
  const make = () => {
    if (!canMake) return;
    onMake(from, name, example);
    setTyped("");
    onOpen(false);
  };
  return (
    <Dialog
      title="New destination"
      open={open}
      onOpen={onOpen}
      className="w-[820px] grid-rows-[auto_minmax(0,1fr)_auto]"
    >
      <div className="grid min-h-0 grid-cols-[280px_minmax(0,1fr)] gap-6 overflow-y-auto p-1">
        <div className="grid content-start gap-3">
          <Radios
            label="Make it from"
            className="grid gap-2"
            options={beginnings}
            value={from}
            onValue={setFrom}
          />
        </div>
        <div className="grid content-start gap-3">
          {from !== "document" && (
            <Field label="Name" help="What the place is called; it can be changed at any time.">
              {(control) => (
                <TextBox
                  {...control}
                  maxLength={80}
                  placeholder={example?.name}
                  value={typed}
                  onChange={(event) => setTyped(event.target.value)}
                  onKeyDown={(event) => event.key === "Enter" && make()}
                />
              )}
            </Field>
          )}
          {from === "example" && (
            <>
              {examples.error && <FaultLine>{examples.error.message}</FaultLine>}
              <Radios
                label="Example"
                className="grid gap-1"
                options={all.map((one) => ({
                  value: one.id,
                  words: one.name,
                  says: `${kinds[one.kind]}, ${some(one.slots.length, "slot")}: ${one.slots.map((slot) => slot.name.toLowerCase()).join(", ")}`,
                }))}
                value={example?.id ?? ""}
                onValue={setExampleId}
              />
              <p className="text-soft">
                The numbers of examples are invented: check them against your place.
              </p>
            </>
          )}
        </div>
      </div>
      <div className="flex justify-end gap-2">
        <DialogClose>
          <Button>Cancel</Button>
        </DialogClose>
        <Button go disabled={!canMake} onClick={make}>
          {from === "document" ? "Choose a document" : "Create"}
        </Button>
      </div>
    </Dialog>
  );
}
