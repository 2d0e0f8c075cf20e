import type { QueryClient } from "@tanstack/react-query";

// Everything that is computed from a source, its framing and the slots.
const planned = ["plans", "framing", "review", "sheet", "weighing"];

/** Asks again for whatever follows from slots and framings. */
export const refreshPlans = (queries: QueryClient) =>
  Promise.all(planned.map((key) => queries.invalidateQueries({ queryKey: [key] })));
