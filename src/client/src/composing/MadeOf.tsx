import { Link, useNavigate } from "react-router";
import { changed } from "../data/changed";
import { answer, api, type Source } from "../data/client";
import { framingPath } from "../framing/framingPath";
import { some } from "../instruments/numbers";
import { history, sayDone } from "../shell/history";
import { say, sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { LinkButton } from "../ui/LinkButton";
import { type ComposedState, makeAgain, useComposedStates, useRecompose, usualLayout } from "./useComposed";

/** What a composed picture is made of, and whether it is as it would be made now. */
export function MadeOf({ source }: { source: Source }) {
  const state = useComposedStates().find((one) => one.id === source.id);
  const navigate = useNavigate();
  const recompose = useRecompose();
  if (!state || !source.layout) return null;
  const request = { ...usualLayout, ...source.layout, sources: state.inputs.map((input) => input.id) };
  return (
    <section aria-label="Made of" className="grid gap-1.5">
      <h2>Made of {some(state.inputs.length, "picture")}</h2>
      <ul className="grid gap-0.5">
        {state.inputs.map((input, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: the same picture may be in it twice
          <li key={at} className="flex items-baseline gap-2">
            <Input input={input} />
          </li>
        ))}
      </ul>
      {state.problem ? (
        <p className="border-l-3 border-warn px-2.5">{state.problem}</p>
      ) : (
        state.state === "stale" && (
          <p className="border-l-3 border-warn px-2.5">
            <b className="font-semibold">Out of date.</b> One of them was replaced, or is framed otherwise,
            since it was made.
          </p>
        )
      )}
      {state.state !== "incomplete" && (
        <span className="flex gap-2">
          {state.state === "stale" && !state.problem && (
            <Button
              disabled={recompose.isPending}
              onClick={() => recompose.mutate({ id: source.id, request }, { onError: sayProblem })}
            >
              Make it again
            </Button>
          )}
          <Button onClick={() => navigate(`/pair/${source.id}`)}>Make it otherwise</Button>
        </span>
      )}
    </section>
  );
}

function Input({ input }: { input: ComposedState["inputs"][number] }) {
  if (!input.stem) return <span className="text-soft">a picture that was deleted for good</span>;
  if (!input.isInBin)
    return (
      <Link to={framingPath(input.id)} className="min-w-0 truncate underline">
        {input.stem}
      </Link>
    );
  return (
    <>
      <span className="min-w-0 truncate text-soft">{input.stem}, in the bin</span>
      <LinkButton onClick={() => void restore(input.id, input.stem ?? "").catch(sayProblem)}>
        Restore
      </LinkButton>
    </>
  );
}

async function restore(id: string, stem: string): Promise<void> {
  const params = { path: { id } };
  await history.do({
    label: `restoring ${stem}`,
    redo: async () => {
      await answer(api.POST("/api/sources/{id}/restore", { params }));
      await changed("sources");
    },
    undo: async () => {
      await answer(api.DELETE("/api/sources/{id}", { params }));
      await changed("sources");
    },
  });
  sayDone(`${stem} is back.`);
}

/** Says that composed pictures are out of date, and brings them up to date. */
export function StaleComposed() {
  const stale = useComposedStates().filter((one) => one.state === "stale" && !one.problem);
  if (stale.length === 0) return null;
  const again = async () => {
    try {
      await makeAgain(stale.map((one) => one.id));
      say(`${some(stale.length, "composed picture")} made again.`);
    } catch (problem) {
      sayProblem(problem);
    }
  };
  return (
    <p className="mx-4 mb-2 flex items-baseline gap-3 border border-line bg-sheet px-3 py-1.5">
      <span>
        {some(stale.length, "composed picture")} {stale.length === 1 ? "is" : "are"} out of date: what
        {stale.length === 1 ? " it is" : " they are"} made of changed.
      </span>
      <Button className="ml-auto" onClick={() => void again()}>
        {stale.length === 1 ? "Make it again" : "Make them again"}
      </Button>
    </p>
  );
}
