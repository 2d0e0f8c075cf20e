import { changed, queries } from "../data/changed";
import { answer, api, type Framing, over, RequestProblem, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { say, sayProblem } from "../shell/notices";

/** One thing that a person does to a framing. */
export type Change = Pick<Schemas["FramingRequest"], "act"> & Partial<Schemas["FramingRequest"]>;

/** A change that goes from what there is when its turn comes. */
export type Relative = (now: Framing | undefined) => Change;

/** A change as the server takes it. */
export const asBody = (change: Change): Schemas["FramingRequest"] => ({ on: true, ...change });

// Changes to one source wait for each other: each builds on the revision that the one before gave.
const lines = new Map<string, Promise<unknown>>();

function inTurn<T>(source: string, work: () => Promise<T>): Promise<T> {
  const turn = (lines.get(source) ?? Promise.resolve()).then(work);
  lines.set(
    source,
    turn.catch(() => undefined),
  );
  return turn;
}

/** Everything that follows from a framing is asked for again; it itself is known. */
function take(framing: Framing): Framing {
  queries.setQueryData(keys.framings.of(framing.source), framing);
  void changed("framing");
  return framing;
}

// As it is when its turn comes, whichever picture is on screen by then.
const nowOf = (source: string) => queries.getQueryData<Framing>(keys.framings.of(source));

const send = (source: string, change: Change | Relative, insists: boolean): Promise<Framing> =>
  inTurn(source, async () =>
    take(
      await answer(
        api.POST("/api/framings/{sourceId}/changes", {
          params: { path: { sourceId: source } },
          body: asBody(typeof change === "function" ? change(nowOf(source)) : change),
          headers: insists ? {} : over(nowOf(source)?.revision.toString()),
          keepalive: true,
        }),
      ),
    ),
  );

/**
 * Changes a framing for good. What stands in the way is said, with the way to do it all the same or once more, for as long as it takes.
 * @returns whether it was done
 */
export async function changeFraming(
  source: string,
  change: Change | Relative,
  insists = false,
): Promise<boolean> {
  try {
    await send(source, change, insists);
    return true;
  } catch (problem) {
    const { type, status, message } = problem as Partial<RequestProblem> & Error;
    if (type === "/problems/framed-meanwhile") {
      await queries.invalidateQueries({ queryKey: keys.framings.of(source) });
      say(message, { label: "Do mine all the same", run: () => void changeFraming(source, change, true) });
    } else if (problem instanceof RequestProblem && status !== undefined && status < 500) sayProblem(problem);
    else say(message, { label: "Try again", run: () => void changeFraming(source, change, insists) });
    return false;
  }
}

/** Takes the last change of a framing back, or does it again; its steps are kept on the server. */
export const stepFraming = (source: string, way: "undo" | "redo"): Promise<Framing> =>
  inTurn(source, async () => {
    const params = { path: { sourceId: source } };
    return take(
      await answer(
        way === "undo"
          ? api.POST("/api/framings/{sourceId}/undo", { params })
          : api.POST("/api/framings/{sourceId}/redo", { params }),
      ),
    );
  });
