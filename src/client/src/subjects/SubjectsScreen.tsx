import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { arrowOf } from "../actions/arrows";
import { useActions } from "../actions/bound";
import { answer, api, type Rect } from "../data/client";
import { keys } from "../data/keys";
import { useDestinations } from "../destinations/useDestinations";
import { framingPath } from "../framing/framingPath";
import { count, some } from "../instruments/numbers";
import { useChoice } from "../shell/choice";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { atALook, type Entry, firstRect, nextOf, stepped, threeShapes } from "./looks";
import { SeriesDialog } from "./SeriesDialog";
import { type InShape, SubjectCard } from "./SubjectCard";
import { confirmAll, decide, useSubjects } from "./useSubjects";

const none: ReadonlySet<string> = new Set();

/** All pictures with what must stay in them, fifty at a look, the least sure first: mark what is wrong, draw it, confirm the rest. */
export function SubjectsScreen() {
  const navigate = useNavigate();
  const choice = useChoice();
  const sources = choice.sources.length > 1 ? choice.sources : [];
  const subjects = useSubjects(sources);
  // The order of a look stays while somebody works through it; what is settled moves on when the next one is taken.
  const [look, setLook] = useState<readonly string[]>([]);
  const [current, setCurrent] = useState<string>();
  const [wrong, setWrong] = useState(none);
  const [drawing, setDrawing] = useState<{ id: string; rect: Rect }>();
  const [series, setSeries] = useState<string>();
  const [isInShapes, setInShapes] = useState(false);
  const list = useRef<HTMLUListElement>(null);
  const all = subjects.data ?? [];
  const byId = new Map(all.map((entry) => [entry.source.id, entry]));
  const entries = look.flatMap((id) => byId.get(id) ?? []);
  const open = all.filter((entry) => !entry.isDecided);
  const here = (current && byId.get(current)) || entries[0];
  const right = entries.filter((entry) => !entry.isDecided && !wrong.has(entry.source.id));
  const shapes = useShapes(isInShapes ? look : []);

  const take = (some: readonly Entry[]) => {
    const ids = some.slice(0, atALook).map(({ source }) => source.id);
    setLook(ids);
    setCurrent(ids[0]);
    setWrong(none);
  };
  const isLoaded = subjects.data !== undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the first look is taken when the list has come, and stays
  useEffect(() => {
    if (isLoaded && look.length === 0) take(all);
  }, [isLoaded]);

  const go = (from: string, then: ReadonlySet<string> = wrong) =>
    setCurrent(nextOf(entries, from, then) ?? from);
  const keep = (id: string, subject: Rect | null) => {
    void decide([id], subject);
    const rest = new Set(wrong);
    rest.delete(id);
    setWrong(rest);
    go(id, rest);
  };
  const across = () => {
    const tops = [...(list.current?.children ?? [])].map((one) => (one as HTMLElement).offsetTop);
    return Math.max(1, tops.filter((top) => top === tops[0]).length);
  };
  const move = (key: string) => {
    const [x, y] = arrowOf(key);
    const at = entries.findIndex((entry) => entry.source.id === here?.source.id) + x + y * across();
    const to = entries[Math.min(entries.length - 1, Math.max(0, at))];
    if (to) setCurrent(to.source.id);
  };
  const others = (entry: Entry) =>
    entry.series.flatMap((id) => (id === entry.source.id ? [] : (byId.get(id) ?? [])));
  const seriesOf = series === undefined ? undefined : byId.get(series);
  useActions("subjects", {
    go: !drawing && move,
    wrong:
      here &&
      !drawing &&
      (() => {
        const rest = new Set(wrong);
        if (!rest.delete(here.source.id)) rest.add(here.source.id);
        setWrong(rest);
      }),
    confirm: !drawing && right.length > 0 && (() => void confirmAll(right.map((entry) => entry.source.id))),
    draw:
      here &&
      !drawing &&
      (() => {
        setInShapes(false);
        setDrawing({ id: here.source.id, rect: firstRect(here.source, here.subject) });
      }),
    none: here && !drawing && (() => keep(here.source.id, null)),
    series:
      here?.isDecided === true &&
      here.subject != null &&
      here.series.length > 1 &&
      (() => setSeries(here.source.id)),
    shapes: !drawing && (() => setInShapes(!isInShapes)),
    frame: here && !drawing && (() => navigate(framingPath(here.source.id))),
    more: !drawing && (() => take(all)),
    back: !drawing && (() => navigate(-1)),
  });
  useActions("drawing", {
    move:
      drawing &&
      here &&
      ((key) =>
        setDrawing({
          ...drawing,
          rect: stepped(drawing.rect, arrowOf(key), key.startsWith("shift+"), here.source),
        })),
    keep:
      drawing &&
      (() => {
        setDrawing(undefined);
        keep(drawing.id, drawing.rect);
      }),
    back: drawing && (() => setDrawing(undefined)),
  });
  useReadout([
    ["pictures", count(all.length)],
    ["to confirm", count(open.length)],
    ["shown", count(entries.length)],
  ]);
  if (subjects.data?.length === 0)
    return (
      <Empty
        title="No pictures yet"
        act={
          <Button go onClick={() => navigate("/sources")}>
            To the sources
          </Button>
        }
      >
        Take pictures in first; here is then shown what must stay in each of them.
      </Empty>
    );
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="flex min-h-[46px] flex-wrap items-center gap-x-3 gap-y-1.5 border-b border-line px-4 py-1.5">
        <h1 className="text-[15px]">Subjects</h1>
        <span className="text-soft" role="status">
          {!isLoaded
            ? ""
            : open.length === 0
              ? "All are confirmed."
              : `${some(open.length, "picture")} to confirm. Draw on a picture what must stay in it; mark what is not right.`}
        </span>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          {drawing ? (
            <>
              <Button act="drawing.back">Cancel</Button>
              <Button go act="drawing.keep">
                Keep and next
              </Button>
            </>
          ) : (
            <>
              {here && (
                <>
                  <Button act="subjects.shapes">{isInShapes ? "Show pictures" : "Show shapes"}</Button>
                  <Button act="subjects.draw">Draw</Button>
                  <Button act="subjects.wrong">Not right</Button>
                </>
              )}
              {open.length > 0 && right.length === 0 && <Button act="subjects.more">Next pictures</Button>}
              {right.length > 0 && (
                <Button go act="subjects.confirm">
                  Confirm {count(right.length)}
                </Button>
              )}
              <Button act="subjects.back">Back</Button>
            </>
          )}
        </span>
      </header>
      {subjects.error && !subjects.data && (
        <p role="alert" className="p-4 text-stop">
          {subjects.error.message}
        </p>
      )}
      <ul
        ref={list}
        aria-label="Subjects"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keyboard.
        tabIndex={0}
        className="grid content-start gap-2.5 overflow-y-auto p-3"
        style={{ gridTemplateColumns: "repeat(auto-fill, minmax(222px, 1fr))" }}
      >
        {entries.map((entry) => (
          <SubjectCard
            key={entry.source.id}
            entry={entry}
            shapes={isInShapes ? (shapes.get(entry.source.id) ?? []) : undefined}
            drawn={drawing?.id === entry.source.id ? drawing.rect : undefined}
            isCurrent={entry === here}
            isWrong={!entry.isDecided && wrong.has(entry.source.id)}
            onCurrent={() => setCurrent(entry.source.id)}
            onDraw={(subject) => keep(entry.source.id, subject)}
            onSeries={() => setSeries(entry.source.id)}
          />
        ))}
      </ul>
      {seriesOf && (
        <SeriesDialog of={seriesOf} others={others(seriesOf)} onEnd={() => setSeries(undefined)} />
      )}
    </div>
  );
}

/** Pictures in up to three shapes of the destinations, by source. */
function useShapes(sources: readonly string[]): ReadonlyMap<string, readonly InShape[]> {
  const destinations = useDestinations();
  const slots = threeShapes(destinations.data?.flatMap((one) => one.slots) ?? []);
  const selection = { sources: [...sources], slots: slots.map((slot) => slot.id) };
  const sheet = useQuery({
    queryKey: keys.sheets.of(selection),
    queryFn: async () => (await answer(api.POST("/api/sheets", { body: selection }))).items,
    enabled: sources.length > 0 && slots.length > 0,
    placeholderData: (old) => old,
  });
  return new Map(
    sheet.data?.map(({ source, framing }) => [
      source.id,
      slots.flatMap((slot) => {
        const place = framing.places.find((one) => one.slot === slot.id);
        return place ? [{ slot, place }] : [];
      }),
    ]),
  );
}
