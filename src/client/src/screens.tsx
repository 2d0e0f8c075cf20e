import { Navigate, type RouteObject } from "react-router";

/** What a screen is called in the browser's own tab and history. */
export type Titled = { title: string };

const titled = (title: string): { handle: Titled } => ({ handle: { title } });

/** The screens by their addresses. Each is loaded when somebody goes there. */
export const screens: RouteObject[] = [
  { index: true, element: <Navigate to="/sources" replace /> },
  {
    path: "site-check/:checkId?",
    ...titled("Site check"),
    lazy: async () => ({ Component: (await import("./siteCheck/SiteCheckScreen")).SiteCheckScreen }),
  },
  {
    path: "sources",
    ...titled("Sources"),
    lazy: async () => ({ Component: (await import("./sources/SourcesScreen")).SourcesScreen }),
  },
  {
    path: "space",
    ...titled("Storage"),
    lazy: async () => ({ Component: (await import("./sources/SpaceScreen")).SpaceScreen }),
  },
  {
    path: "names",
    ...titled("Names"),
    lazy: async () => ({ Component: (await import("./sources/NamesScreen")).NamesScreen }),
  },
  {
    path: "pair/:sourceId?",
    ...titled("Pair"),
    lazy: async () => ({ Component: (await import("./composing/PairScreen")).PairScreen }),
  },
  {
    path: "destinations/:destinationId?",
    ...titled("Destinations"),
    lazy: async () => ({ Component: (await import("./destinations/DestinationsScreen")).DestinationsScreen }),
  },
  {
    path: "destinations/:destinationId/measure",
    ...titled("Measure on a screenshot"),
    lazy: async () => ({ Component: (await import("./destinations/MeasureScreen")).MeasureScreen }),
  },
  {
    path: "framing/:sourceId?/:slotId?/:tier?",
    ...titled("Framing"),
    lazy: async () => ({ Component: (await import("./framing/FramingScreen")).FramingScreen }),
  },
  {
    path: "framing/subjects",
    ...titled("Subjects"),
    lazy: async () => ({ Component: (await import("./subjects/SubjectsScreen")).SubjectsScreen }),
  },
  {
    path: "sheet/:of/:id",
    ...titled("Contact sheet"),
    lazy: async () => ({ Component: (await import("./framing/SheetScreen")).SheetScreen }),
  },
  {
    path: "copy/:sourceId",
    ...titled("Copy a framing"),
    lazy: async () => ({ Component: (await import("./framing/CopyScreen")).CopyScreen }),
  },
  {
    path: "board",
    ...titled("Board"),
    lazy: async () => ({ Component: (await import("./board/BoardScreen")).BoardScreen }),
  },
  {
    path: "weight/:sourceId?/:slotId?",
    ...titled("Weight"),
    lazy: async () => ({ Component: (await import("./weight/WeightScreen")).WeightScreen }),
  },
  {
    path: "totals",
    ...titled("Totals"),
    lazy: async () => ({ Component: (await import("./weight/TotalsScreen")).TotalsScreen }),
  },
  {
    path: "runs/:runId?",
    ...titled("Runs"),
    lazy: async () => ({ Component: (await import("./runs/RunsScreen")).RunsScreen }),
  },
  {
    path: "proof/:sourceId?/:slotId?",
    ...titled("Proof"),
    lazy: async () => ({ Component: (await import("./proof/ProofScreen")).ProofScreen }),
  },
  {
    path: "packages/publishing/:publicationId?",
    ...titled("Publishing"),
    lazy: async () => ({ Component: (await import("./publishing/PublishingScreen")).PublishingScreen }),
  },
  {
    path: "packages/:packageId?",
    ...titled("Packages"),
    lazy: async () => ({ Component: (await import("./packages/PackagesScreen")).PackagesScreen }),
  },
  {
    path: "samples",
    ...titled("Samples"),
    lazy: async () => ({ Component: (await import("./instruments/Samples")).Samples }),
  },
  { path: "*", element: <Navigate to="/sources" replace /> },
];
