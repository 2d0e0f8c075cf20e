import type { ReactNode } from "react";
import { Depth, useCover } from "../actions/bound";

/** What lies over the screen while it is open: no key reaches what is beneath it. */
export function Covering({ children }: { children: ReactNode }) {
  return <Depth value={useCover(true)}>{children}</Depth>;
}
