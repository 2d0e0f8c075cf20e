import { useMemo, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { useActions } from "../actions/bound";
import { answer, api } from "../data/client";
import { useDestinations, usePlaces } from "../destinations/useDestinations";
import { framingPath } from "../framing/framingPath";
import { some } from "../instruments/numbers";
import { useMakePackage } from "../packages/packing";
import { copyMarkupOf } from "../proof/copying";
import { proofPath } from "../proof/view";
import { useChoice } from "../shell/choice";
import { say, sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { Fault } from "../ui/Fault";
import { weighingPath } from "../weight/useWeighing";
import { BoardBar } from "./BoardBar";
import { BoardGrid } from "./BoardGrid";
import { shownTier } from "./columns";
import { keepPlace, keptPlace } from "./place";
import { keyOf, Selection } from "./selection";
import { type BoardFilter, useBoardSources, useLeaveOut, useRenderCells } from "./useBoard";

const members = ["search", "group", "destination", "state", "finding", "addedFrom", "addedTo"] as const;

/** Every picture in every place: what is made, what is out of date, what is stuck. */
export function BoardScreen() {
  const [parameters, setParameters] = useSearchParams();
  const filter = useMemo(() => {
    const read: BoardFilter = {};
    for (const member of members) {
      const value = parameters.get(member);
      if (value) read[member] = value;
    }
    return read;
  }, [parameters]);
  const change = (next: Partial<BoardFilter>) =>
    setParameters(
      (old) => {
        for (const [member, value] of Object.entries(next)) {
          if (value) old.set(member, value);
          else old.delete(member);
        }
        return old;
      },
      { replace: true },
    );
  const [selection, setSelection] = useState(Selection.none);
  const [current, setCurrent] = useState(keptPlace().current);
  const destinations = useDestinations();
  const places = usePlaces();
  const { sources, error } = useBoardSources(filter, keptPlace().top === 0);
  const acts = useActs(filter, selection, current);
  if (error && !sources) return <Fault problem={error} />;
  if (!destinations.data || !places || !sources) return <div className="h-full" />;
  if (sources.length === 0 && Object.keys(filter).length === 0) return <NothingYet />;
  return (
    <div className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <BoardBar filter={filter} onFilter={change} selection={selection} acts={acts} />
      {sources.length === 0 ? (
        <div className="grid place-content-center justify-items-center gap-3">
          <p className="text-soft">No picture fits what is filtered for.</p>
          <Button onClick={() => setParameters({}, { replace: true })}>Show all</Button>
        </div>
      ) : (
        <BoardGrid
          filter={filter}
          ids={sources}
          destinations={destinations.data.filter(
            (one) => one.slots.length > 0 && (!filter.destination || one.id === filter.destination),
          )}
          selection={selection}
          current={current}
          onSelect={setSelection}
          onCurrent={(name) => {
            setCurrent(name);
            keepPlace({ current: name });
          }}
          onOpen={acts.frame}
        />
      )}
    </div>
  );
}

export type Acts = ReturnType<typeof useActs>;

/** What can be done to the chosen cells, or to the current one where none is chosen. */
function useActs(filter: BoardFilter, selection: Selection, current: string | undefined) {
  const navigate = useNavigate();
  const places = usePlaces();
  const render = useRenderCells();
  const chosen = useChoice();
  const slots = useMemo(() => new Map([...(places ?? [])].map(([id, place]) => [id, place.slot])), [places]);
  const leaveOut = useLeaveOut();
  const pack = useMakePackage();
  const meant = selection.size > 0 || !current ? selection : Selection.ofCells([current]);
  const start = (what: Parameters<typeof render.mutate>[0]) =>
    render.mutate(what, {
      onSuccess: ({ id }) =>
        say("Rendering has begun.", { label: "Watch", run: () => navigate(`/runs/${id}`) }),
      onError: sayProblem,
    });
  const acts = {
    meant,
    render: () => (selection.size > 0 ? start({ selection }) : start({ due: filter })),
    frame: (name = current) => {
      if (!name) return;
      const { source, slot } = keyOf(name);
      navigate(framingPath(source, slot, shownTier(slots.get(slot))));
    },
    weigh: async () => {
      const [cell] = meant.cells();
      if (!cell) return;
      try {
        const plan = await answer(api.GET("/api/plan", { params: { query: cell } }));
        const [first] = plan.variants;
        if (first)
          navigate(
            weighingPath({
              ...cell,
              width: first.width,
              height: first.height,
              ...(first.tier && { tier: first.tier }),
              format: first.format,
            }),
          );
        else sayProblem("No file can be made for this cell; its framing says why.");
      } catch (problem) {
        sayProblem(problem);
      }
    },
    leaveOut: (on: boolean) =>
      leaveOut.mutate(
        { selection: meant, on },
        {
          onSuccess: () => say(`${some(meant.size, "cell")} ${on ? "left out" : "included again"}.`),
          onError: sayProblem,
        },
      ),
    pack: () =>
      pack.mutate(selection.size > 0 ? selection.wanted : {}, {
        onSuccess: () =>
          say("The package is being made.", { label: "Look", run: () => navigate("/packages") }),
      }),
    chosenSources: chosen.sources,
  };
  useActions("board", {
    proof: () => {
      const [cell] = meant.cells();
      if (cell) navigate(proofPath(cell));
    },
    copy: meant.size > 0 && (() => copyMarkupOf([...meant.cells()])),
    render: acts.render,
    frame: () => acts.frame(),
    weigh: () => void acts.weigh(),
    leaveOut: meant.size > 0 && (() => acts.leaveOut(true)),
    include: meant.size > 0 && (() => acts.leaveOut(false)),
    pack: () => void acts.pack(),
  });
  return acts;
}

function NothingYet() {
  const navigate = useNavigate();
  return (
    <Empty
      title="There is no picture on the board yet"
      act={
        <Button go onClick={() => navigate("/sources")}>
          Add pictures
        </Button>
      }
    >
      Every picture is a row here, every place that wants it a column, and each cell says whether its files
      are made.
    </Empty>
  );
}
