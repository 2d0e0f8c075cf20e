import { useEffect, useState } from "react";

/** A value once it has been the same for a moment. What is no plain value is the same while it is the same object. */
export function useSettled<T>(value: T, afterMs: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), afterMs);
    return () => clearTimeout(timer);
  }, [value, afterMs]);
  return settled;
}

/** The same of what is another object each time, compared by what it says. */
export function useSettledData<T>(value: T, afterMs: number): T {
  const notation = useSettled(JSON.stringify(value), afterMs);
  const [kept, setKept] = useState({ notation, value });
  if (kept.notation === notation) return kept.value;
  const next = { notation, value: JSON.parse(notation) as T };
  setKept(next);
  return next.value;
}
