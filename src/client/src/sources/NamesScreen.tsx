import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useActions } from "../actions/bound";
import { actOnMany } from "../data/acts";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { some } from "../instruments/numbers";
import { previewUrl } from "../instruments/preview";
import { useChoice } from "../shell/choice";
import { sayDone } from "../shell/history";
import { sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { FaultLine } from "../ui/Fault";
import { Field, TextArea, TextBox } from "../ui/Field";
import { Radios } from "../ui/Radios";
import { VirtualRows } from "../ui/VirtualRows";

type Names = Schemas["NamePattern"];
type Text = Schemas["NamedText"];

const placeholders: readonly [string, string][] = [
  ["{number}", "counts up"],
  ["{stem}", "the stem as it is"],
  ["{words}", "the file name with spaces"],
  ["{group}", "the group"],
  ["{file}", "the name it came in under"],
];
const usual: Record<Text, string> = { stem: "kite-{number}", altText: "{words}" };

/** Stems or alternative texts of all chosen pictures at once, each shown before it is taken. */
export function NamesScreen() {
  const { sources } = useChoice();
  const navigate = useNavigate();
  const [of, setOf] = useState<Text>("stem");
  const [isList, setIsList] = useState(false);
  const [pattern, setPattern] = useState(usual);
  const [list, setList] = useState("");
  const [first, setFirst] = useState(1);
  const names: Names = { of, first, ...(isList ? { list } : { pattern: pattern[of] }) };
  const request = { sources: [...sources], names };
  const tried = useQuery({
    queryKey: keys.names.tried(request),
    queryFn: () => answer(api.POST("/api/names/try", { body: request })),
    enabled: sources.length > 0,
    placeholderData: (before) => before,
    retry: false,
  });
  const items = tried.data?.items ?? [];
  const changed = items.filter((item) => item.before !== item.after);
  const back = () => navigate(-1);
  const take = useMutation({
    // What was shown is what is taken, whatever came in meanwhile.
    mutationFn: () =>
      actOnMany(
        of === "stem" ? "file names" : "alternative texts",
        {
          on: { ids: items.map((item) => item.id) },
          act: "name",
          names: { of, texts: items.map((item) => item.after), first: 1 },
        },
        "sources",
      ),
    onError: sayProblem,
    onSuccess: () => {
      sayDone(`${some(changed.length, of === "stem" ? "file name" : "text")} changed.`);
      back();
    },
  });
  const canTake = changed.length > 0 && !tried.error && !tried.isPlaceholderData && !take.isPending;
  useActions("names", { back });
  useReadout([
    ["chosen", some(sources.length, "picture")],
    ["would change", some(changed.length, of === "stem" ? "file name" : "text")],
  ]);
  return (
    <div className="grid h-full grid-cols-[340px_minmax(0,1fr)]">
      <form
        aria-label="How they are named"
        className="flex flex-col gap-4 overflow-y-auto border-r border-line bg-sheet px-4 py-3.5"
        onSubmit={(event) => {
          event.preventDefault();
          if (canTake) take.mutate();
        }}
      >
        <h1 className="text-[15px]">Name {some(sources.length, "picture")}</h1>
        <Radios
          label="Set"
          options={[
            { value: "stem", words: "File names" },
            { value: "altText", words: "Alternative texts" },
          ]}
          value={of}
          onValue={setOf}
        />
        <Radios
          label="From"
          options={[
            { value: "pattern", words: "A pattern" },
            { value: "list", words: "A list" },
          ]}
          value={isList ? "list" : "pattern"}
          onValue={(value) => setIsList(value === "list")}
        />
        {isList ? (
          <Field label="A line for each picture, in their order">
            {(control) => (
              <TextArea
                {...control}
                className="min-h-64"
                value={list}
                onChange={(event) => setList(event.target.value)}
                placeholder={"red diamond kite\nblue delta over the dunes"}
              />
            )}
          </Field>
        ) : (
          <>
            <Field label="Pattern">
              {(control) => (
                <TextBox
                  {...control}
                  value={pattern[of]}
                  onChange={(event) => setPattern({ ...pattern, [of]: event.target.value })}
                />
              )}
            </Field>
            <dl className="grid grid-cols-[max-content_1fr] items-baseline gap-x-2 gap-y-1">
              {placeholders.map(([name, says]) => (
                <div key={name} className="contents">
                  <dt>
                    <Button onClick={() => setPattern({ ...pattern, [of]: `${pattern[of]}${name}` })}>
                      {name}
                    </Button>
                  </dt>
                  <dd className="text-soft">{says}</dd>
                </div>
              ))}
            </dl>
            <Field label="First number">
              {(control) => (
                <TextBox
                  {...control}
                  type="number"
                  min={0}
                  figures
                  className="w-24"
                  value={first}
                  onChange={(event) => setFirst(Math.max(0, Math.floor(event.target.valueAsNumber) || 0))}
                />
              )}
            </Field>
          </>
        )}
        {of === "stem" && (
          <p className="text-soft">
            File names are written in small letters with hyphens. One that is there already gets a number
            behind it.
          </p>
        )}
        {tried.error && (
          <FaultLine className="border-l-3 border-stop px-2.5">{tried.error.message}</FaultLine>
        )}
        <p className="mt-auto flex gap-2">
          <Button act="names.back">Cancel</Button>
          <Button go type="submit" className="ml-auto" disabled={!canTake}>
            {changed.length > 0 ? `Name ${some(changed.length, "picture")}` : "Nothing changes"}
          </Button>
        </p>
      </form>
      {sources.length === 0 ? (
        <p className="p-4 text-soft">Choose the pictures under Sources first, then come back.</p>
      ) : (
        <Renamings items={items} />
      )}
    </div>
  );
}

type Renaming = Schemas["Renaming"];
const columns = "grid grid-cols-[64px_minmax(0,1fr)_minmax(0,1fr)] items-center gap-4 px-4";

/** What each picture is called now, beside what it would be called. */
function Renamings({ items }: { items: readonly Renaming[] }) {
  return (
    <div
      role="table"
      aria-label="What each is called, now and then"
      aria-rowcount={items.length + 1}
      className="grid min-h-0 grid-rows-[36px_minmax(0,1fr)]"
    >
      <div role="row" aria-rowindex={1} className={`text-soft ${columns}`}>
        {["Picture", "Now", "Then"].map((name) => (
          <span key={name} role="columnheader">
            {name}
          </span>
        ))}
      </div>
      <VirtualRows
        role="rowgroup"
        // What scrolls must be reached by keyboard.
        tabIndex={0}
        items={items}
        keyOf={(item) => item.id}
        height={45}
        isMeasured
      >
        {(item, at) => (
          <div role="row" aria-rowindex={at + 2} className={`border-t border-line-soft py-1 ${columns}`}>
            <span role="cell">
              <img alt="" className="h-9 w-12 well-grey object-contain" src={previewUrl(item, 48)} />
            </span>
            <span role="cell" className="wrap-anywhere text-soft">
              {item.before || "nothing yet"}
            </span>
            <span
              role="cell"
              className={`wrap-anywhere ${item.before === item.after ? "text-soft" : "font-[550]"}`}
            >
              {item.before === item.after ? "stays" : item.after || "nothing"}
            </span>
          </div>
        )}
      </VirtualRows>
    </div>
  );
}
