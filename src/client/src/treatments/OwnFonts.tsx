import { useRef } from "react";
import { count } from "../instruments/numbers";
import { Button } from "../ui/Button";
import { Dialog } from "../ui/Dialog";
import { FaultLine } from "../ui/Fault";
import { FilesInput } from "../ui/FileInput";
import { fontOf, type OwnFont, useAddFonts, useDeleteFont, useFonts } from "./useFonts";

/** The fonts that were added beside those that ship: add some, choose one, take one out. */
export function OwnFonts({
  open,
  onOpen,
  chosen,
  onChoose,
}: {
  open: boolean;
  onOpen: (open: boolean) => void;
  /** As the document names it. */
  chosen: string | undefined;
  onChoose: (font: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const fonts = useFonts().data ?? [];
  const adding = useAddFonts();
  const deleting = useDeleteFont();
  const problem = adding.error ?? deleting.error;
  const send = (files: File[]) => {
    deleting.reset();
    // Who adds a font wants to see it.
    if (files.length > 0) adding.mutate(files, { onSuccess: ([first]) => first && onChoose(fontOf(first)) });
  };
  return (
    <Dialog
      title="Own fonts"
      open={open}
      onOpen={onOpen}
      className="w-[520px]"
      aside={
        <Button go className="ml-auto" disabled={adding.isPending} onClick={() => input.current?.click()}>
          {adding.isPending ? "Adding…" : "Add fonts…"}
        </Button>
      }
    >
      <FilesInput input={input} label="Fonts" onFiles={send} />
      <p className="text-soft">
        TrueType or OpenType, one font to a file (TTF, OTF). Make sure that its licence allows pictures of its
        letters. Each is as bold as its file: for bold letters, add the bold one.
      </p>
      {problem && <FaultLine>{problem.message}</FaultLine>}
      {fonts.length === 0 ? (
        <p>There are none yet. The six that ship are always there.</p>
      ) : (
        <ul className="max-h-[50vh] divide-y divide-line overflow-y-auto">
          {fonts.map((font) => (
            <Line
              key={font.id}
              font={font}
              isChosen={chosen === fontOf(font)}
              onChoose={() => onChoose(fontOf(font))}
              onDelete={() => {
                adding.reset();
                deleting.mutate(font.id);
              }}
            />
          ))}
        </ul>
      )}
    </Dialog>
  );
}

function Line({
  font,
  isChosen,
  onChoose,
  onDelete,
}: {
  font: OwnFont;
  isChosen: boolean;
  onChoose: () => void;
  onDelete: () => void;
}) {
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-2 py-1.5">
      <span className="min-w-0">
        <span className="block truncate font-[650]">{font.name}</span>
        <span className="text-soft">
          {count(font.letters)} characters
          {font.slots.length > 0 && `, headline of ${font.slots.join(", ")}`}
        </span>
      </span>
      {isChosen ? (
        <span className="text-soft">chosen</span>
      ) : (
        <Button aria-label={`Choose ${font.name}`} onClick={onChoose}>
          Choose
        </Button>
      )}
      {!isChosen && font.slots.length === 0 ? (
        <Button aria-label={`Delete ${font.name}`} onClick={onDelete}>
          Delete
        </Button>
      ) : (
        <span />
      )}
    </li>
  );
}
