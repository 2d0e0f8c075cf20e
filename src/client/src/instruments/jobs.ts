import type { Schemas } from "../data/client";
import type { Mark } from "./StateMark";

type JobState = Schemas["JobState"];

/** How the states of jobs are drawn, whatever they do. */
export const jobMarks: Record<JobState, Mark> = {
  queued: "open",
  running: "running",
  paused: "paused",
  done: "done",
  failed: "blocked",
  cancelled: "open",
};

/** Whether something is going to happen without anybody's doing. */
export const isUnderWay = (job: { state: JobState }): boolean =>
  job.state === "queued" || job.state === "running";
