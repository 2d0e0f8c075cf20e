import { useSearchParams } from "react-router";
import type { ModelPage } from "./useProof";
import { pages } from "./useProof";
import { densities, read, type View, within, written } from "./view";

const usual: View = { viewport: 1280, density: 2 };
const besides: readonly View[] = [
  { viewport: 390, density: 3 },
  { viewport: 834, density: 2 },
  { viewport: 1920, density: 1 },
];
const mostViews = 4;

/** The windows in which a page is seen, as the address says them: the current one, all of them, and the model page. */
export type Views = ReturnType<typeof useViews>;

/** Reads them, and changes them. */
export function useViews() {
  const [parameters, setParameters] = useSearchParams();
  const all = (parameters.get("at") ?? "")
    .split(",")
    .map(read)
    .filter((one) => one !== undefined);
  const views = all.length > 0 ? all : [usual, besides[0] as View];
  const current = Math.min(Number(parameters.get("current") ?? 0) || 0, views.length - 1);
  const view = views[current] as View;
  const page = pages.find(([one]) => one === parameters.get("page"))?.[0];
  const change = (next: readonly View[], at: number, other = page) =>
    setParameters(
      { at: next.map(written).join(","), current: `${at}`, ...(other && { page: other }) },
      { replace: true, flushSync: true },
    );
  const set = (one: View) =>
    change(
      views.map((each, at) => (at === current ? { ...one, viewport: within(one.viewport) } : each)),
      current,
    );
  return {
    views,
    current,
    view,
    page,
    search: parameters.toString(),
    set,
    setCurrent: (at: number) => change(views, at),
    setPage: (other: ModelPage) => change(views, current, other),
    nextDensity: () => {
      const at = densities.indexOf(view.density as (typeof densities)[number]);
      set({ ...view, density: densities[(at + 1) % densities.length] as number });
    },
    /** Adds one that is not there yet. */
    add:
      views.length < mostViews &&
      (() => {
        const next = besides.find((one) => !views.some((each) => written(each) === written(one))) ?? usual;
        change([...views, next], views.length);
      }),
    /** Closes the current one, unless it is the last. */
    close:
      views.length > 1 &&
      (() =>
        change(
          views.filter((_, at) => at !== current),
          Math.max(0, current - 1),
        )),
  };
}
