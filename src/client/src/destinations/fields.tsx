import { createContext, type ReactNode, useContext, useEffect, useId, useState } from "react";
import { FaultLine } from "../ui/Fault";
import { Field as Box, type Control, TextArea, TextBox } from "../ui/Field";
import { Select } from "../ui/Select";
import { valueAt } from "./paths";

/** The document that fields read and change, and what is wrong with it. */
export type Editing = {
  document: unknown;
  set: (path: string, value: unknown, label: string) => void;
  /** Sentences by the path of the field at fault. */
  problems: ReadonlyMap<string, string>;
};

export const EditingContext = createContext<Editing>({
  document: {},
  set: () => undefined,
  problems: new Map(),
});

/** The value at a path, and a way to change it. */
export function useValue<T>(path: string): [T | undefined, (value: T | undefined, label: string) => void] {
  const { document, set } = useContext(EditingContext);
  return [valueAt(document, path) as T | undefined, (value, label) => set(path, value, label)];
}

/** What is wrong at a path, or at a member of it that has no field of its own. */
export function useProblem(path: string): string | undefined {
  return useContext(EditingContext).problems.get(path);
}

type Labelled = { path: string; label: string; hint?: string; className?: string; hidesLabel?: boolean };

/** A field of the document, with what is wrong at its path. */
export function Field({
  path,
  hint,
  children,
  ...look
}: Labelled & { children: (control: Control) => ReactNode }) {
  return (
    <Box {...look} help={hint} fault={useProblem(path)}>
      {children}
    </Box>
  );
}

/** What is wrong at a path that has no field of its own. */
export function Said({ path, className = "" }: { path: string; className?: string }) {
  const problem = useProblem(path);
  return problem === undefined ? null : <FaultLine className={className}>{problem}</FaultLine>;
}

/** Follows the document, but not while somebody types: half a number is no number yet. */
function useTyped(shown: string) {
  const [text, setText] = useState(shown);
  const [isTyping, setTyping] = useState(false);
  useEffect(() => {
    if (!isTyping) setText(shown);
  }, [shown, isTyping]);
  return { text, setText, onFocus: () => setTyping(true), onBlur: () => setTyping(false) };
}

/** A text of the document. */
export function TextField({
  mono = false,
  multiline = false,
  optional = false,
  placeholder,
  list,
  ...labelled
}: Labelled & {
  mono?: boolean;
  multiline?: boolean;
  optional?: boolean;
  placeholder?: string;
  /** Values that are offered; others can be typed. */
  list?: readonly string[];
}) {
  const listId = useId();
  const [value, set] = useValue<string>(labelled.path);
  const change = (text: string) => set(text === "" && optional ? undefined : text, labelled.label);
  return (
    <Field {...labelled}>
      {(control) =>
        multiline ? (
          <TextArea
            {...control}
            rows={2}
            value={value ?? ""}
            onChange={(event) => change(event.target.value)}
          />
        ) : (
          <>
            <TextBox
              {...control}
              figures={mono}
              placeholder={placeholder}
              value={value ?? ""}
              onChange={(event) => change(event.target.value)}
              {...(list && { list: listId })}
            />
            {list && (
              <datalist id={listId}>
                {list.map((one) => (
                  <option key={one} value={one} />
                ))}
              </datalist>
            )}
          </>
        )
      }
    </Field>
  );
}

/** What was typed, as JSON: a number where it is one, nothing where there is nothing, else the text, so that it can be explained. */
export function numberOf(text: string, scale: number): number | string | undefined {
  const trimmed = text.trim();
  if (trimmed === "") return undefined;
  const number = Number(trimmed);
  return Number.isFinite(number) ? Math.round(number * scale * 1e9) / 1e9 : trimmed;
}

/** A number as it is typed in a unit that is `scale` of the document's. */
export function shownNumber(value: unknown, scale: number): string {
  if (typeof value === "number") return `${Math.round((value / scale) * 1e6) / 1e6}`;
  return typeof value === "string" ? value : "";
}

/** A box to type figures in, with its unit behind it. */
function FiguresField({
  shown,
  unit,
  placeholder,
  onText,
  ...labelled
}: Labelled & { shown: string; unit?: string; placeholder?: string; onText: (text: string) => void }) {
  const { text, setText, ...typing } = useTyped(shown);
  return (
    <Field {...labelled}>
      {(control) => (
        <span className="flex items-center gap-1">
          <TextBox
            {...control}
            {...typing}
            figures
            inputMode="decimal"
            className="w-full"
            placeholder={placeholder}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              onText(event.target.value);
            }}
          />
          {unit && <span className="text-soft">{unit}</span>}
        </span>
      )}
    </Field>
  );
}

/** A number of the document; `scale` is what one of the shown unit is in it: 1000 for kB of bytes. */
export function NumberField({
  scale = 1,
  needed = false,
  ...rest
}: Labelled & { unit?: string; scale?: number; placeholder?: string; needed?: boolean }) {
  const [value, set] = useValue<number | string>(rest.path);
  // An empty field that must say something is explained, not forgotten.
  const onText = (text: string) => set(numberOf(text, scale) ?? (needed ? "" : undefined), rest.label);
  return <FiguresField {...rest} shown={shownNumber(value, scale)} onText={onText} />;
}

/** Numbers with commas or spaces between them. */
export function NumbersField(rest: Labelled & { unit?: string }) {
  const [value, set] = useValue<readonly (number | string)[]>(rest.path);
  const onText = (text: string) =>
    set(
      text
        .split(/[\s,;]+/)
        .filter(Boolean)
        .map((one) => numberOf(one, 1) ?? one),
      rest.label,
    );
  return <FiguresField {...rest} shown={(value ?? []).join(", ")} onText={onText} />;
}

/** One of some values; the usual one is not written down. */
export function ChoiceField<T extends string | boolean | number>({
  choices,
  usual,
  ...labelled
}: Labelled & { choices: readonly (readonly [T, string])[]; usual?: T }) {
  const [value, set] = useValue<T>(labelled.path);
  return (
    <Field {...labelled}>
      {(control) => (
        <Select
          {...control}
          value={String(value ?? usual ?? "")}
          options={choices.map(([one, words]) => [String(one), words])}
          onValue={(text) => {
            const chosen = choices.find(([one]) => String(one) === text)?.[0];
            set(chosen === usual ? undefined : chosen, labelled.label);
          }}
        />
      )}
    </Field>
  );
}

/** A heading over some fields. */
export function Group({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <section
      aria-label={title}
      className="grid gap-2 border-t border-line pt-2.5 first:border-t-0 first:pt-0"
    >
      <div className="flex items-baseline gap-2">
        <h3>{title}</h3>
        <span className="ml-auto text-soft">{aside}</span>
      </div>
      {children}
    </section>
  );
}
