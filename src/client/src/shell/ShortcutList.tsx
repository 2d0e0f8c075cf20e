import { Dialog } from "radix-ui";
import { Button, Key } from "../instruments/Button";

const groups: { where: string; keys: [string[], string][] }[] = [
  {
    where: "Everywhere",
    keys: [
      [["/"], "find a picture"],
      [["Ctrl", "Z"], "undo"],
      [["Ctrl", "Shift", "Z"], "redo"],
      [["?"], "this list"],
    ],
  },
  {
    where: "Sources",
    keys: [
      [["A"], "add pictures"],
      [["←", "→", "↑", "↓"], "go to a picture; with Shift, choose along"],
      [["Space"], "choose or leave the picture"],
      [["Ctrl", "A"], "choose all"],
      [["F"], "frame the chosen pictures"],
      [["N"], "name the chosen pictures"],
      [["Delete"], "take away the chosen pictures"],
    ],
  },
  {
    where: "Destinations",
    keys: [
      [["N"], "new slot"],
      [["S"], "save"],
      [["M"], "measure on a screenshot"],
      [["E"], "while measuring: snap to the edges nearby"],
    ],
  },
  {
    where: "Framing",
    keys: [
      [["←", "→", "↑", "↓"], "move the frame 1 px; with Shift, 10 px"],
      [["+", "−"], "scale the frame; with the wheel too"],
      [["S", "O", "E"], "work on the subject, the focus, the frame again"],
      [["C"], "confirm the proposed subject"],
      [["Q", "W", "M"], "quarter turn left, right; mirror"],
      [["V", ",", "."], "draw a level line; level by 0.1°"],
      [["0", "A"], "back to automatic; frame apart or together"],
      [["1", "…", "9"], "take a remedy"],
      [["G", "Z"], "guides; 100 %"],
      [["N", "P"], "next and previous place"],
      [["]", "["], "next and previous picture"],
      [["K", "Y"], "contact sheet; copy to the other chosen pictures"],
      [["R"], "render"],
    ],
  },
  {
    where: "Board",
    keys: [
      [["←", "→", "↑", "↓"], "go to a cell; with Shift, choose along"],
      [["Home", "End"], "first and last place of the row"],
      [["Space"], "choose or leave the cell"],
      [["Ctrl", "A"], "choose all that is shown; Esc chooses none"],
      [["Enter", "W"], "open the cell's framing; its weight"],
      [["R"], "render what is chosen, or all that is due"],
      [["L", "T"], "leave out; take in again"],
      [["P"], "package what is chosen, or all"],
    ],
  },
  {
    where: "Weight",
    keys: [
      [["D", "B", "X", "F"], "divider, both, in turn, difference"],
      [["Space"], "in turn: before or after"],
      [["+", "−", "0"], "zoom in, out, 100 %"],
      [["←", "→", "↑", "↓"], "move the picture; with Shift, far"],
      [[",", "."], "quality down, up"],
      [["G"], "next format"],
      [["H", "A"], "set by hand; back to automatic"],
      [["1", "…", "9"], "take a remedy"],
      [["R"], "render this place again"],
      [["Enter", "Esc"], "next worst; back to the list"],
      [["T"], "in the list: where the bytes went"],
    ],
  },
  {
    where: "Runs",
    keys: [
      [["↑", "↓"], "previous and next file"],
      [["Enter", "W"], "open the file's framing; its weight"],
    ],
  },
  {
    where: "Packages",
    keys: [
      [["↑", "↓"], "previous and next package"],
      [["C"], "package what changed since the last package"],
      [["P"], "package all that is finished"],
    ],
  },
  {
    where: "Round of review",
    keys: [
      [["I", "Esc"], "begin; stop"],
      [["Enter"], "accept, or confirm, and go on"],
      [["L", "J"], "leave out and go on; later"],
    ],
  },
];

export function ShortcutList() {
  return (
    <Dialog.Portal>
      <Dialog.Content
        aria-describedby={undefined}
        className="fixed top-1/2 left-1/2 z-40 grid max-h-[92vh] w-[900px] -translate-x-1/2 -translate-y-1/2 grid-cols-2 items-start gap-x-8 gap-y-4 overflow-y-auto rounded border border-ink bg-sheet p-5 shadow-lg"
      >
        <div className="col-span-2 flex items-center">
          <Dialog.Title className="text-[15px]">Keyboard</Dialog.Title>
          <Dialog.Close asChild>
            <Button className="ml-auto">Close</Button>
          </Dialog.Close>
        </div>
        {groups.map(({ where, keys }) => (
          <section key={where} className="grid gap-1">
            <h3 className="text-soft">{where}</h3>
            {keys.map(([names, what]) => (
              <p key={what} className="flex items-center border-b border-line-soft py-1">
                <span className="flex w-32 shrink-0 gap-1">
                  {names.map((name) => (
                    <Key key={name}>{name}</Key>
                  ))}
                </span>
                {what}
              </p>
            ))}
          </section>
        ))}
      </Dialog.Content>
    </Dialog.Portal>
  );
}
