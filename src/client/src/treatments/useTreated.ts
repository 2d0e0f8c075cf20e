import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { answer, api, type Schemas, type Slot } from "../data/client";
import { keys } from "../data/keys";

export type Treatments = NonNullable<Slot["treatments"]>;
export type Tone = NonNullable<Treatments["tone"]>;
export type ToneByHand = NonNullable<Tone["byHand"]>;
export type Part = Schemas["PicturePart"];

// No more is asked for than one picture after the other.
const settlesAfter = 40;

/** A picture as treatments would leave it, while they are being set. */
export function useTreated(
  source: string | undefined,
  slot: string,
  width: number,
  treatments: Treatments | undefined,
) {
  const wanted = JSON.stringify(treatments ?? {});
  const [settled, setSettled] = useState(wanted);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(wanted), settlesAfter);
    return () => clearTimeout(timer);
  }, [wanted]);
  return useQuery({
    queryKey: keys.treated.of({ source, slot, width, treatments: settled }),
    queryFn: ({ signal }) =>
      answer(
        api.POST("/api/treatments/trial", {
          body: { source: source ?? "", slot, width, treatments: JSON.parse(settled) as Treatments },
          signal,
        }),
      ),
    enabled: source !== undefined && width > 0,
    placeholderData: keepPreviousData,
    // A fault of the values is said at their fields.
    retry: false,
    gcTime: 10_000,
  });
}
