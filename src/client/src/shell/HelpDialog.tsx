import { lazy, type ReactNode, Suspense } from "react";
import { setCharacterKeys, useCharacterKeys, useScopes } from "../actions/bound";
import { type ActId, catalogue, keyMarks, keysOf, type Scope } from "../actions/catalogue";
import { actWords, type Words } from "../actions/words";
import { Button, Key } from "../ui/Button";
import { CheckBox } from "../ui/CheckBox";
import { Dialog, DialogClose } from "../ui/Dialog";
import { Select } from "../ui/Select";
import { setTheme, type Theme, useTheme } from "../ui/theme";

// Texts that nobody needs before asking for them.
const ScreenHelp = lazy(() => import("./ScreenHelp"));

const themes = [
  ["system", "As the system"],
  ["light", "Light"],
  ["dark", "Dark"],
] as const satisfies readonly (readonly [Theme, string])[];

/** What the screen is for, and every act that has a key; those of the screen that one is on come first. */
export function HelpDialog({ open, onOpen }: { open: boolean; onOpen: (open: boolean) => void }) {
  const here = useScopes();
  const isOn = useCharacterKeys();
  const theme = useTheme();
  const scopes = Object.keys(catalogue) as Scope[];
  const sorted = [
    ...here.filter((scope) => scope !== "everywhere"),
    "everywhere" as const,
    ...scopes.filter((scope) => scope !== "everywhere" && !here.includes(scope)),
  ];
  return (
    <Dialog
      title="Help and keys"
      open={open}
      onOpen={onOpen}
      className="w-[960px] grid-rows-[auto_minmax(0,1fr)]"
      aside={
        <>
          <CheckBox checked={isOn} onChecked={setCharacterKeys}>
            Single letters, digits and signs work as keys
          </CheckBox>
          <span className="ml-auto" />
          <Select label="Appearance" value={theme} options={themes} onValue={setTheme} />
          <DialogClose>
            <Button>Close</Button>
          </DialogClose>
        </>
      }
    >
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keyboard. */}
      <section aria-label="Help" className="overflow-y-auto" tabIndex={0}>
        <Suspense>
          <ScreenHelp />
        </Suspense>
        <div className="columns-2 gap-x-8">
          {sorted.map((scope) => (
            <Acts key={scope} scope={scope} />
          ))}
        </div>
      </section>
    </Dialog>
  );
}

function Acts({ scope }: { scope: Scope }): ReactNode {
  const { title, acts } = actWords[scope];
  return (
    <section className="mb-4 grid break-inside-avoid gap-1">
      <h3 className="text-soft">{title}</h3>
      {Object.entries<Words>(acts).map(([act, words]) => {
        const { label, shown } = typeof words === "string" ? { label: words, shown: undefined } : words;
        const keys = keysOf(`${scope}.${act}` as ActId);
        return (
          <p key={act} className="flex items-center gap-2 border-b border-line-soft py-1">
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
        );
      })}
    </section>
  );
}
