import type { QueryClient } from "@tanstack/react-query";
import type { RouteObject } from "react-router";

const whenIdle = (): Promise<void> =>
  new Promise((idle) =>
    "requestIdleCallback" in window ? requestIdleCallback(() => idle()) : setTimeout(idle, 200),
  );

async function load(screens: readonly RouteObject[]): Promise<void> {
  for (const { lazy } of screens) {
    await whenIdle();
    // One that cannot be had now is asked for again by who goes there.
    if (typeof lazy === "function") await lazy().catch(() => undefined);
  }
}

/** Loads the other screens once the first one has all that it asked for, so that nobody waits who goes on to them. */
export function loadAhead(screens: readonly RouteObject[], queries: QueryClient): void {
  const forget = queries.getQueryCache().subscribe((event) => {
    if (event.type !== "updated" || event.action.type !== "success" || queries.isFetching() > 0) return;
    forget();
    void load(screens);
  });
}
