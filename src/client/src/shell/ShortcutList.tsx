import { Dialog } from "radix-ui";
import { type ReactNode, useId } from "react";
import { setCharacterKeys, useCharacterKeys, useScopes } from "../actions/bound";
import { catalogue, type Definition, keyMarks, type Scope } from "../actions/catalogue";
import { Button, Key } from "../ui/Button";
import { Covering } from "../ui/Covering";
import { setTheme, type Theme, useTheme } from "../ui/theme";

/** Every act that has a key; those of the screen that one is on come first. */
export function ShortcutList() {
  const here = useScopes();
  const isOn = useCharacterKeys();
  const theme = useTheme();
  const id = useId();
  const scopes = Object.keys(catalogue) as Scope[];
  const sorted = [
    ...here.filter((scope) => scope !== "everywhere"),
    "everywhere" as const,
    ...scopes.filter((scope) => scope !== "everywhere" && !here.includes(scope)),
  ];
  return (
    <Dialog.Portal>
      <Dialog.Overlay className="fixed inset-0 z-40 bg-strip/60" />
      <Dialog.Content
        aria-describedby={undefined}
        className="fixed top-1/2 left-1/2 z-40 grid max-h-[92vh] w-[940px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 grid-rows-[auto_minmax(0,1fr)] gap-3 rounded border border-ink bg-sheet p-5 shadow-lg"
      >
        <Covering>
          <div className="flex items-center gap-4">
            <Dialog.Title className="text-[15px]">Keyboard</Dialog.Title>
            <label className="flex items-center gap-1.5" htmlFor={id}>
              <input
                id={id}
                type="checkbox"
                checked={isOn}
                onChange={(event) => setCharacterKeys(event.target.checked)}
              />
              Single letters, digits and signs work as keys
            </label>
            <label className="flex items-center gap-1.5">
              Appearance
              <select
                className="rounded border border-edge bg-field px-1.5 py-[3px]"
                value={theme}
                onChange={(event) => setTheme(event.target.value as Theme)}
              >
                <option value="system">As the system</option>
                <option value="light">Light</option>
                <option value="dark">Dark</option>
              </select>
            </label>
            <Dialog.Close asChild>
              <Button className="ml-auto">Close</Button>
            </Dialog.Close>
          </div>
          <div className="overflow-y-auto">
            <div className="columns-2 gap-x-8">
              {sorted.map((scope) => (
                <Acts
                  key={scope}
                  title={catalogue[scope].title}
                  acts={Object.values(catalogue[scope].acts)}
                />
              ))}
            </div>
          </div>
        </Covering>
      </Dialog.Content>
    </Dialog.Portal>
  );
}

function Acts({ title, acts }: { title: string; acts: readonly Definition[] }): ReactNode {
  return (
    <section className="mb-4 grid break-inside-avoid gap-1">
      <h3 className="text-soft">{title}</h3>
      {acts.map(({ label, keys = [], shown }) => (
        <p key={label} className="flex items-center gap-2 border-b border-line-soft py-1">
          <span className="flex w-32 shrink-0 flex-wrap gap-1">
            {(shown ? shown.map((one) => [one]) : keys.slice(0, 2).map(keyMarks)).map((marks) => (
              <span key={marks.join()} className="flex gap-0.5">
                {marks.map((mark) => (
                  <Key key={mark}>{mark}</Key>
                ))}
              </span>
            ))}
          </span>
          {label}
        </p>
      ))}
    </section>
  );
}
