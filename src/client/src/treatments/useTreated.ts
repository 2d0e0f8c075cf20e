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
export function useTreated(asked: {
  source: string | undefined;
  slot: string;
  width: number;
  tier?: string | null;
  /** As in a slot's document; null for what the slot says. */
  treatments?: Treatments | null;
  /** What a headline says; null for what it says on this picture. */
  text?: string | null;
}) {
  const { source, slot, width } = asked;
  const settled = useSettledData(
    { treatments: asked.treatments ?? null, text: asked.text ?? null, tier: asked.tier ?? null },
    settlesAfter,
  );
  return useQuery({
    queryKey: keys.treated.of({ source, slot, width, ...settled }),
    queryFn: ({ signal }) =>
      answer(
        api.POST("/api/treatments/trial", {
          body: { source: source ?? "", slot, width, ...settled },
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
