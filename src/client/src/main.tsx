import { QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter } from "react-router";
import { RouterProvider } from "react-router/dom";
import "./app.css";
import { listenToKeys } from "./actions/bound";
import { queries } from "./data/changed";
import { connection } from "./data/connection";
import { screens } from "./screens";
import { loadAhead } from "./shell/ahead";
import { Broken } from "./shell/Broken";
import { hideBrokenPictures } from "./shell/pictures";
import { Shell } from "./shell/Shell";
import { restoreTheme } from "./ui/theme";

hideBrokenPictures();

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    // A screen that cannot be drawn leaves the shell, and what is being uploaded, as they are.
    children: [{ errorElement: <Broken />, children: screens }],
  },
]);

void connection.look();
loadAhead(screens, queries);
restoreTheme();
listenToKeys();

// biome-ignore lint/style/noNonNullAssertion: the page has it
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
