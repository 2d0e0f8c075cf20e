import { history } from "../shell/history";
import { sayProblem } from "../shell/notices";
import { changed, type Subject } from "./changed";
import { answer, api, RequestProblem, type Schemas } from "./client";

type Act = Omit<Schemas["ActRequest"], "group" | "names" | "frame" | "copy"> &
  Partial<Pick<Schemas["ActRequest"], "group" | "names" | "frame" | "copy">>;

const lookEvery = 100;

/** Waits for a job that changes many pictures. What could not be done to some of them is said. */
async function ended(id: string): Promise<void> {
  while (true) {
    const job = await answer(api.GET("/api/jobs/{id}", { params: { path: { id } } }));
    if (job.state === "failed") throw new RequestProblem(job.problem);
    if (job.endedAt) {
      if (job.failed > 0) sayProblem(new RequestProblem(job.problem));
      return;
    }
    await new Promise((wake) => setTimeout(wake, lookEvery));
  }
}

async function undone(id: string): Promise<string> {
  const undo = await answer(api.POST("/api/jobs/{id}/undo", { params: { path: { id } } }));
  await ended(undo.id);
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
        await ended(last);
      } else last = await undone(last);
      await changed(subject);
    },
    undo: async () => {
      if (last !== undefined) last = await undone(last);
      await changed(subject);
    },
  });
}
