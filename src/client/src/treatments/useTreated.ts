import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas, type Slot } from "../data/client";
import { keys } from "../data/keys";
import { useSettledData } from "../shell/settled";

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
  const settled = useSettledData(treatments ?? {}, settlesAfter);
  return useQuery({
    queryKey: keys.treated.of({ source, slot, width, treatments: settled }),
    queryFn: ({ signal }) =>
      answer(
        api.POST("/api/treatments/trial", {
          body: { source: source ?? "", slot, width, treatments: settled },
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
