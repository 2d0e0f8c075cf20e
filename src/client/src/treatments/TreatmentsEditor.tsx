import { useState } from "react";
import type { Slot } from "../data/client";
import { useValue } from "../destinations/fields";
import { useSources } from "../sources/useSources";
import { Select } from "../ui/Select";
import { EdgeFields } from "./EdgeFields";
import { HeadlineFields } from "./HeadlineFields";
import { MarkFields } from "./MarkFields";
import { PageColours } from "./PageColours";
import { PartBox } from "./PartBox";
import { ToneFields } from "./ToneFields";
import { TreatedPicture, useWidth } from "./TreatedPicture";
import { type Part, type Treatments, useTreated } from "./useTreated";

/** What is done to the pictures of a slot beside cropping and scaling, tried on one of them while it is set. */
export function TreatmentsEditor({ at, slot, isStored }: { at: string; slot: Slot; isStored: boolean }) {
  const [treatments] = useValue<Treatments>(`${at}.treatments`);
  const [under, setUnder] = useValue<Part>(`${at}.treatments.tone.under`);
  const [area, setArea] = useValue<Part>(`${at}.treatments.headline.area`);
  const [place, width] = useWidth();
  const sources = useSources({ enoughFor: slot.id }).data?.pages[0]?.items ?? [];
  const [chosen, setChosen] = useState<string>();
  const source = sources.find((one) => one.id === chosen) ?? sources[0];
  const treated = useTreated({
    source: isStored ? source?.id : undefined,
    slot: slot.id,
    width,
    treatments: treatments ?? {},
  });
  return (
    <div ref={place} className="grid gap-3.5">
      {!isStored ? (
        <p className="text-soft">Save the destination to see treatments on a picture.</p>
      ) : !source ? (
        <p className="text-soft">
          No picture is large enough for this slot yet; add one to see treatments on it.
        </p>
      ) : (
        <>
          <Select
            label="Tried on"
            className="min-w-0"
            value={source.id}
            options={sources.map((one) => [one.id, one.stem])}
            onValue={setChosen}
          />
          {/* In sight while fields further down are set. */}
          <TreatedPicture
            treated={treated}
            name={source.stem}
            className="sticky -top-3.5 z-2 -mt-3.5 bg-sheet pt-3.5 pb-1"
          >
            {under && (
              <PartBox
                label="Where the text stands"
                part={under}
                onPart={(part) => setUnder(part, "where the text stands")}
              />
            )}
            {area && (
              <PartBox
                label="Where the headline stands"
                part={area}
                onPart={(part) => setArea(part, "where the headline stands")}
              />
            )}
          </TreatedPicture>
        </>
      )}
      <ToneFields at={`${at}.treatments.tone`} found={treated.data?.tone ?? undefined} />
      <HeadlineFields at={`${at}.treatments.headline`} found={treated.data?.headline ?? undefined} />
      <MarkFields at={`${at}.treatments.mark`} />
      <EdgeFields at={`${at}.treatments.edges`} />
      {isStored && source && (
        <PageColours source={source.id} slot={slot.id} page={slot.background ?? "#ffffff"} />
      )}
    </div>
  );
}
