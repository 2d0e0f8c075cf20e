import { useState } from "react";
import type { Schemas } from "../data/client";
import { ChoiceField, Field, Group, NumberField, TextField, useValue } from "../destinations/fields";
import { Button } from "../ui/Button";
import { CheckBox } from "../ui/CheckBox";
import { NinePlaces } from "../ui/NinePlaces";
import { Swatches } from "../ui/Swatches";
import { anchors } from "./anchors";
import { ContrastGauge, contrastOf, contrasts } from "./ContrastGauge";
import { OwnFonts } from "./OwnFonts";
import { fontOf, ownPrefix, useFonts } from "./useFonts";
import type { Part, Treatments } from "./useTreated";

type Headline = NonNullable<Treatments["headline"]>;
type Found = Schemas["HeadlineAnswer"];
type AnchorId = (typeof anchors)[number][0];

const shipped = ["Lato", "Vollkorn", "Noto Sans", "Quicksand", "Comfortaa", "Play"].map(
  (one) => [one, one] as const,
);
const left: Part = { x: 0.05, y: 0.3, width: 0.4, height: 0.4 };

/** The headline of a slot: what it says where nothing was said of a picture, and how it is set. */
export function HeadlineFields({ at, found }: { at: string; found: Found | undefined }) {
  const [headline, set] = useValue<Headline>(at);
  return (
    <Group
      title="Headline"
      aside={
        <CheckBox
          checked={headline !== undefined}
          onChecked={(on) => set(on ? {} : undefined, on ? "set a headline" : "take the headline out")}
        >
          words are set on it
        </CheckBox>
      }
    >
      {headline === undefined ? (
        <p className="text-soft">
          Words on the picture, where it is calm and nothing that must stay is covered; each shape for itself.
        </p>
      ) : (
        <>
          <TextField
            path={`${at}.text`}
            label="Words"
            hint="On every picture that has none of its own; those are said in Framing."
            multiline
            optional
          />
          <Letters at={at} font={headline.font ?? undefined} />
          <Place at={at} headline={headline} found={found} />
          <Colour at={at} headline={headline} found={found} />
        </>
      )}
    </Group>
  );
}

function Letters({ at, font }: { at: string; font: string | undefined }) {
  const [isOpen, setOpen] = useState(false);
  const [, setFont] = useValue<string>(`${at}.font`);
  const own = useFonts().data;
  const choices = [...shipped, ...(own ?? []).map((one) => [fontOf(one), one.name] as const)];
  const isOwn = font?.startsWith(ownPrefix) === true;
  return (
    <>
      <div className="grid grid-cols-3 items-start gap-2">
        <ChoiceField
          path={`${at}.font`}
          label="Font"
          choices={
            isOwn && !choices.some(([one]) => one === font)
              ? [...choices, [font, own ? "one that is not here" : "…"] as const]
              : choices
          }
          usual="Lato"
        />
        {isOwn ? (
          <p className="self-end pb-1 text-soft">as its file is</p>
        ) : (
          <ChoiceField
            path={`${at}.weight`}
            label="Weight"
            choices={[
              ["bold", "bold"],
              ["regular", "regular"],
            ]}
            usual="bold"
          />
        )}
        <TextField path={`${at}.language`} label="Language" placeholder="any" optional />
      </div>
      <Button className="justify-self-start" onClick={() => setOpen(true)}>
        Own fonts…
      </Button>
      <OwnFonts
        open={isOpen}
        onOpen={setOpen}
        chosen={font}
        onChoose={(one) => setFont(one, "font of the headline")}
      />
      <div className="grid grid-cols-4 items-start gap-2">
        <NumberField path={`${at}.size`} label="Largest" unit="%" scale={0.01} placeholder="16" />
        <NumberField path={`${at}.minSize`} label="Smallest" unit="%" scale={0.01} placeholder="5" />
        <NumberField path={`${at}.lines`} label="Most lines" placeholder="3" />
        <ChoiceField
          path={`${at}.align`}
          label="Lines begin"
          choices={[
            ["", "by place"],
            ["left", "at the left"],
            ["centre", "in the middle"],
            ["right", "at the right"],
          ]}
          usual=""
        />
      </div>
    </>
  );
}

function Place({ at, headline, found }: { at: string; headline: Headline; found: Found | undefined }) {
  const [anchor, setAnchor] = useValue<AnchorId | "auto">(`${at}.anchor`);
  const [, set] = useValue<Headline>(at);
  const { area: _, ...anywhere } = headline;
  const isByHand = headline.area !== undefined && headline.area !== null;
  return (
    <>
      {!isByHand && (
        <Field path={`${at}.anchor`} label="Place">
          {() => (
            <span className="flex flex-wrap items-center gap-3">
              <NinePlaces
                label="Place of the headline"
                places={anchors}
                free="where there is most room"
                value={anchor === "auto" ? undefined : anchor}
                onValue={(next) => setAnchor(next, "place of the headline")}
              />
              {found && (
                <span className="figures text-soft">
                  {(found.size * 100).toFixed(1)} % high,{" "}
                  {found.lines.length === 1 ? "1 line" : `${found.lines.length} lines`}
                </span>
              )}
            </span>
          )}
        </Field>
      )}
      <CheckBox
        checked={isByHand}
        // Of the headline as a whole, so that the place that is given to it then is a step of its own.
        onChecked={(on) => set(on ? { ...anywhere, area: left } : anywhere, "where the headline stands")}
      >
        In a part set by hand: the brass frame
      </CheckBox>
    </>
  );
}

function Colour({ at, headline, found }: { at: string; headline: Headline; found: Found | undefined }) {
  const [colour, setColour] = useValue<string>(`${at}.colour`);
  return (
    <>
      <div className="grid grid-cols-3 items-start gap-2">
        <TextField
          path={`${at}.colour`}
          label="Colour"
          placeholder="picked"
          list={["picked", "dark", "light"]}
          optional
        />
        <ChoiceField
          path={`${at}.contrast`}
          label="Contrast wanted"
          choices={contrasts(headline.contrast)}
          usual={4.5}
        />
        <ChoiceField
          path={`${at}.help`}
          label="Where it cannot be read"
          choices={[
            ["band", "a band behind it"],
            ["shadow", "a shadow around it"],
            ["none", "say so"],
          ]}
          usual="band"
        />
      </div>
      {found && found.offered.length > 0 && (
        <div className="flex items-center gap-2">
          <span className="text-soft">Of this picture, readable there</span>
          <Swatches
            label="Colours of this picture that can be read there"
            colours={found.offered.map((one) => ({
              colour: one.colour,
              words: `${one.colour}, contrast ${contrastOf(one.contrast)}`,
            }))}
            value={colour === undefined || colour === "picked" ? undefined : found.colour}
            onValue={(next) => setColour(next, "colour of the headline")}
          />
        </div>
      )}
      {found && <ContrastGauge found={found} />}
      {found && found.opacity > 0 && (
        <p className="text-soft">
          Without the {headline.help === "shadow" ? "shadow" : "band"} of {Math.round(found.opacity * 100)} %
          it would be {contrastOf(found.without)}.
        </p>
      )}
    </>
  );
}
