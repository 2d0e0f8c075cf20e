import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, Navigate } from "react-router";
import { RouterProvider } from "react-router/dom";
import "./app.css";
import { BoardScreen } from "./board/BoardScreen";
import { DestinationsScreen } from "./destinations/DestinationsScreen";
import { MeasureScreen } from "./destinations/MeasureScreen";
import { CopyScreen } from "./framing/CopyScreen";
import { FramingScreen } from "./framing/FramingScreen";
import { SheetScreen } from "./framing/SheetScreen";
import { Samples } from "./instruments/Samples";
import { PackagesScreen } from "./packages/PackagesScreen";
import { RunsScreen } from "./runs/RunsScreen";
import { Broken } from "./shell/Broken";
import { hideBrokenPictures } from "./shell/pictures";
import { Shell } from "./shell/Shell";
import { NamesScreen } from "./sources/NamesScreen";
import { SourcesScreen } from "./sources/SourcesScreen";
import { SpaceScreen } from "./sources/SpaceScreen";
import { TotalsScreen } from "./weight/TotalsScreen";
import { WeightScreen } from "./weight/WeightScreen";

hideBrokenPictures();

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      { index: true, element: <Navigate to="/sources" replace /> },
      { path: "sources", element: <SourcesScreen /> },
      { path: "space", element: <SpaceScreen /> },
      { path: "names", element: <NamesScreen /> },
      { path: "destinations/:destinationId?", element: <DestinationsScreen /> },
      { path: "destinations/:destinationId/measure", element: <MeasureScreen /> },
      { path: "framing/:sourceId?/:slotId?/:tier?", element: <FramingScreen /> },
      { path: "sheet/:of/:id", element: <SheetScreen /> },
      { path: "copy/:sourceId", element: <CopyScreen /> },
      { path: "board", element: <BoardScreen /> },
      { path: "weight/:sourceId?/:slotId?", element: <WeightScreen /> },
      { path: "totals", element: <TotalsScreen /> },
      { path: "runs/:runId?", element: <RunsScreen /> },
      { path: "packages/:packageId?", element: <PackagesScreen /> },
      { path: "samples", element: <Samples /> },
      { path: "*", element: <Navigate to="/sources" replace /> },
    ],
  },
]);

const queries = new QueryClient({
  defaultOptions: { queries: { staleTime: 5_000, retry: 1, refetchOnWindowFocus: true } },
});

// biome-ignore lint/style/noNonNullAssertion: the page has it
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
