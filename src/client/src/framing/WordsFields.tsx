import { useEffect, useState } from "react";
import { Link } from "react-router";
import type { FramedPlace, Framing, Schemas, Slot, Source } from "../data/client";
import { FindingLine } from "../instruments/FindingLine";
import { anchors } from "../treatments/anchors";
import { ContrastGauge, contrastOf } from "../treatments/ContrastGauge";
import { CheckBox } from "../ui/CheckBox";
import { ColourBox } from "../ui/ColourBox";
import { Field, TextArea } from "../ui/Field";
import { LinkButton } from "../ui/LinkButton";
import { NinePlaces } from "../ui/NinePlaces";
import { Swatches } from "../ui/Swatches";
import type { LiveFraming } from "./useFraming";
import { useWords } from "./useWords";

type Anchor = NonNullable<Schemas["Anchor"]>;

// As requests write them: topLeft.
const places = anchors.map(
  ([id, words]) =>
    [id.replace(/-(.)/, (_, letter: string) => letter.toUpperCase()) as Anchor, words] as const,
);

/** What the words on a picture say, and where and in which colour they stand in one place. */
export function WordsFields({
  destination,
  slot,
  source,
  place,
  framing,
  shown,
}: {
  /** Its id. */
  destination: string;
  slot: Slot;
  source: Source;
  place: FramedPlace;
  framing: LiveFraming;
  shown: Framing;
}) {
  const words = useWords(source, slot, place);
  const found = words.data?.headline ?? undefined;
  const at = { slot: place.slot, ...(place.tier && { tier: place.tier }) };
  const mark = slot.treatments?.mark && (
    <span className="pb-1">
      <CheckBox checked={!shown.isUnmarked} onChecked={(on) => void framing.change({ act: "mark", on })}>
        the mark is set on this picture
      </CheckBox>
    </span>
  );
  if (!slot.treatments?.headline)
    return (
      <>
        {mark}
        <p className="pb-1 whitespace-normal text-soft">
          {slot.name} has no headline.{" "}
          <Link className="underline" to={`/destinations/${destination}?slot=${encodeURIComponent(slot.id)}`}>
            Give it one
          </Link>{" "}
          under Treatments, and say here what it says on this picture.
        </p>
      </>
    );
  const colour = place.headlineColour ?? found?.colour;
  return (
    <>
      <Words place={place} slot={slot} framing={framing} shown={shown} />
      <div className="grid gap-1">
        <span className="text-[11px] text-soft">Place in {slot.name}</span>
        <NinePlaces
          label="Place of the headline"
          places={places}
          free="where there is most room"
          value={place.headlineAt ?? undefined}
          onValue={(anchor) => void framing.change({ act: "placeHeadline", ...at, anchor: anchor ?? null })}
        />
      </div>
      <div className="grid gap-1">
        <span className="flex items-baseline gap-2 text-[11px] text-soft">
          Colour, from the picture
          {place.headlineColour && (
            <LinkButton onClick={() => void framing.change({ act: "colourHeadline", ...at, colour: null })}>
              Automatic
            </LinkButton>
          )}
        </span>
        <span className="flex items-center gap-2">
          <Swatches
            label="Colours of this picture that can be read there"
            colours={(found?.offered ?? []).map((one) => ({
              colour: one.colour,
              words: `${one.colour}, contrast ${contrastOf(one.contrast)}`,
            }))}
            value={colour}
            onValue={(next) => void framing.change({ act: "colourHeadline", ...at, colour: next })}
          />
          <Field label="Colour of the words" hidesLabel className="w-10">
            {(control) => (
              <ColourBox
                {...control}
                value={colour ?? "#000000"}
                onValue={(next) => framing.drag({ act: "colourHeadline", ...at, colour: next }, true)}
              />
            )}
          </Field>
        </span>
      </div>
      {found && (
        <div className="grid gap-0.5">
          <ContrastGauge found={found} />
          <span className="figures text-soft">
            {found.lines.length === 1 ? "1 line" : `${found.lines.length} lines`},{" "}
            {(found.size * 100).toFixed(1)} % high
            {found.opacity > 0 &&
              `, ${slot.treatments.headline.help === "shadow" ? "shadow" : "band"} ${Math.round(found.opacity * 100)} %`}
          </span>
        </div>
      )}
      {mark}
      {words.data?.findings.map((finding) => (
        <div key={finding.id} className="max-w-[60ch] whitespace-normal">
          <FindingLine finding={finding} />
        </div>
      ))}
    </>
  );
}

function Words({
  place,
  slot,
  framing,
  shown,
}: {
  place: FramedPlace;
  slot: Slot;
  framing: LiveFraming;
  shown: Framing;
}) {
  const language = place.language ?? "";
  const stored = shown.headlines[language] ?? "";
  const [typed, setTyped] = useState<string>();
  // What an undo brings back is shown; what is being typed stays.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another language is another text
  useEffect(() => setTyped(undefined), [language]);
  return (
    <Field
      label={`Words on this picture, in every place that has some${language && `, in ${language}`}`}
      className="w-[300px] text-[11px]"
    >
      {(control) => (
        <TextArea
          {...control}
          rows={2}
          className="text-[13px]"
          placeholder={slot.treatments?.headline?.text ?? "Nothing is written on it."}
          value={typed ?? stored}
          onChange={(event) => {
            setTyped(event.target.value);
            framing.drag({ act: "sayHeadline", text: event.target.value, language }, true);
          }}
          onBlur={() => {
            framing.settleNow();
            setTyped(undefined);
          }}
        />
      )}
    </Field>
  );
}
