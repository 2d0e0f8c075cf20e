import { QueryCache, QueryClient, type QueryKey } from "@tanstack/react-query";
import { sayProblem } from "../shell/notices";
import { connection } from "./connection";
import { keys } from "./keys";

/** Everything that was asked of the server, kept for as long as a screen may want it again. */
export const queries = new QueryClient({
  queryCache: new QueryCache({
    // What is there stays on screen, with all that somebody has done to it; that it may be old is said.
    onError: (problem, query) => {
      if (query.state.data !== undefined) sayProblem(`Not up to date: ${problem.message}`);
    },
  }),
  // Whether the server answers is the transport's matter: a browser that is offline may be on the server's own machine.
  defaultOptions: {
    queries: { staleTime: 5_000, retry: 1, networkMode: "always" },
    mutations: { networkMode: "always" },
  },
});

/** What somebody may have changed. */
export type Subject =
  | "sources"
  | "framings"
  | "framing"
  | "destinations"
  | "fonts"
  | "runs"
  | "packages"
  | "publications"
  | "files"
  | "deliveries"
  | "siteChecks";

// What is computed from a source, its framing and the slots.
const planned: readonly QueryKey[] = [
  keys.plans.all,
  keys.review.all,
  keys.subjects.all,
  keys.sheets.all,
  keys.board.all,
  keys.weighing.all,
  keys.treated.all,
  keys.proof.all,
];

const follows: Record<Subject, readonly QueryKey[]> = {
  sources: [
    ...planned,
    keys.framings.all,
    keys.sources.all,
    keys.names.all,
    keys.composed.all,
    keys.coverage.all,
    keys.space.all,
  ],
  framings: [...planned, keys.framings.all, keys.sources.each, keys.composed.all],
  // The one that is known already is not asked for again.
  framing: [...planned, keys.sources.each, keys.composed.all],
  destinations: [
    ...planned,
    keys.framings.all,
    keys.destinations,
    keys.fonts,
    keys.sources.lists,
    keys.coverage.all,
    keys.consequences.all,
    keys.variants.all,
  ],
  fonts: [keys.fonts, keys.treated.all],
  runs: [keys.runs.list, keys.board.all],
  deliveries: [keys.deliveries, keys.proof.all],
  publications: [keys.targets, keys.publications.all, keys.board.all],
  packages: [keys.packages.list, keys.space.all],
  siteChecks: [keys.siteChecks.all],
  files: [
    keys.plans.all,
    keys.board.all,
    keys.weighing.all,
    keys.variants.all,
    keys.space.all,
    keys.proof.all,
  ],
};

/** Asks again for whatever follows from what was changed, as far as it is on screen; the rest when it is looked at. */
export const changed = (...subjects: readonly Subject[]): Promise<unknown> =>
  Promise.all(
    [...new Set(subjects.flatMap((subject) => follows[subject]))].map((queryKey) =>
      queries.invalidateQueries({ queryKey }),
    ),
  );

// Others went on while the connection was lost.
let wasUp = true;
connection.subscribe(() => {
  const { isUp } = connection.state();
  if (isUp && !wasUp) void queries.invalidateQueries();
  wasUp = isUp;
});
