import { useEffect, useRef } from "react";

/** Listens for files that are dropped or pasted anywhere, while the caller is on screen. */
export function useDrops(take: (files: DataTransfer) => void): void {
  const latest = useRef(take);
  latest.current = take;
  useEffect(() => {
    const allow = (event: DragEvent) => event.preventDefault();
    const receive = (event: DragEvent | ClipboardEvent) => {
      const transfer = event instanceof DragEvent ? event.dataTransfer : event.clipboardData;
      if (!transfer || transfer.files.length === 0) return;
      event.preventDefault();
      latest.current(transfer);
    };
    window.addEventListener("dragover", allow);
    window.addEventListener("drop", receive);
    window.addEventListener("paste", receive);
    return () => {
      window.removeEventListener("dragover", allow);
      window.removeEventListener("drop", receive);
      window.removeEventListener("paste", receive);
    };
  }, []);
}
