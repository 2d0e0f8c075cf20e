import { type RefObject, useLayoutEffect, useState } from "react";
import type { Size } from "../data/client";

/** How much room an element has, in CSS px, followed as the window changes. */
export function useRoom(element: RefObject<HTMLElement | null>, first: Size): Size {
  const [room, setRoom] = useState(first);
  useLayoutEffect(() => {
    const watched = element.current;
    if (!watched) return;
    const observer = new ResizeObserver(() =>
      setRoom({ width: watched.clientWidth, height: watched.clientHeight }),
    );
    observer.observe(watched);
    return () => observer.disconnect();
  }, [element]);
  return room;
}
