import { useContext } from "react";
import { Depth } from "../actions/bound";

/**
 * Where menus and panels are hung: into the page's main part, which they belong to for those who do not see it. Over a dialog the page's
 * end, since the dialog hides all the rest.
 */
export function useHome(): HTMLElement | undefined {
  const depth = useContext(Depth);
  return depth > 0 ? undefined : (document.querySelector("main") ?? undefined);
}
