import { count } from "../instruments/numbers";
import { history } from "../shell/history";
import { sayProblem, sayWorking } from "../shell/notices";
import { changed, type Subject } from "./changed";
import { answer, api, RequestProblem, type Schemas } from "./client";

type Particular = "group" | "names" | "frame" | "copy" | "pair";
type Act = Omit<Schemas["ActRequest"], Particular> & Partial<Pick<Schemas["ActRequest"], Particular>>;

const lookEvery = 100;
// Nobody needs to be told of what is over at once; what takes longer is looked at less often.
const looksBeforeTelling = 8;
const lookLaterEvery = 500;

/** Waits for a job that changes many pictures, and tells how far it is. What could not be done to some of them is said. */
export async function ended(id: string, label: string): Promise<void> {
  const path = { id };
  const working = sayWorking({
    label: "Cancel",
    run: () => void answer(api.POST("/api/jobs/{id}/cancel", { params: { path } })).catch(sayProblem),
  });
  try {
    for (let looks = 0; ; looks++) {
      const job = await answer(api.GET("/api/jobs/{id}", { params: { path } }));
      if (job.state === "failed") throw new RequestProblem(job.problem);
      if (job.endedAt) {
        if (job.state === "cancelled" && job.done === 0)
          throw new RequestProblem(`Cancelled before anything was done: ${label}.`);
        if (job.state === "cancelled")
          sayProblem(
            `Cancelled after ${count(job.done)} of ${count(job.total)}: ${label}. Undo takes those back.`,
          );
        else if (job.failed > 0) sayProblem(new RequestProblem(job.problem));
        return;
      }
      const takesLong = looks >= looksBeforeTelling;
      if (takesLong) working.tell(`${label}: ${count(job.done)} of ${count(job.total)} pictures.`);
      await new Promise((wake) => setTimeout(wake, takesLong ? lookLaterEvery : lookEvery));
    }
  } finally {
    working.end();
  }
}

async function undone(id: string, label: string): Promise<string> {
  const undo = await answer(api.POST("/api/jobs/{id}/undo", { params: { path: { id } } }));
  await ended(undo.id, `Undo ${label}`);
  return undo.id;
}

/** Does something to many pictures as one act, which is one step of the history: undone and done again as a whole. */
export function actOnMany(label: string, act: Act, subject: Subject): Promise<void> {
  let last: string | undefined;
  return history.do({
    label,
    // Undoing an undoing does the act again, to the same pictures.
    redo: async () => {
      if (last === undefined) {
        last = (await answer(api.POST("/api/acts", { body: act as Schemas["ActRequest"] }))).id;
        await ended(last, capital(label));
      } else last = await undone(last, label);
      await changed(subject);
    },
    undo: async () => {
      if (last !== undefined) last = await undone(last, label);
      await changed(subject);
    },
  });
}

const capital = (words: string): string => words.slice(0, 1).toUpperCase() + words.slice(1);
