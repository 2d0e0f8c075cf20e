import type { Schemas } from "../data/client";
import { ChoiceField, Field, Group, NumberField, TextField, useValue } from "../destinations/fields";
import { CheckBox } from "../ui/CheckBox";
import { ColourBox } from "../ui/ColourBox";
import { LinkButton } from "../ui/LinkButton";
import { ContrastGauge, contrastOf, contrasts } from "./ContrastGauge";
import { SlideField } from "./SlideField";
import type { Part, Tone, ToneByHand } from "./useTreated";

type Found = Schemas["ToneAnswer"];

const means = [
  ["levels", "darks and lights"],
  ["colour", "less colour"],
  ["blur", "a blur"],
  ["overlay", "an overlay"],
] as const;
const usualMeans = ["levels", "overlay"];
const lower: Part = { x: 0.05, y: 0.6, width: 0.6, height: 0.3 };

/** The tone of a slot: which text stands where, and how far the picture is changed for it. */
export function ToneFields({ at, found }: { at: string; found: Found | undefined }) {
  const [tone, setTone] = useValue<Tone>(at);
  return (
    <Group
      title="Tone"
      aside={
        <CheckBox
          checked={tone !== undefined}
          onChecked={(on) =>
            setTone(on ? { text: "light" } : undefined, on ? "set a tone" : "take the tone out")
          }
        >
          text stands on it
        </CheckBox>
      }
    >
      {tone === undefined ? (
        <p className="text-soft">
          For a background: the picture is changed as little as it takes for text on it to be read.
        </p>
      ) : (
        <>
          <TextAndPlace at={at} tone={tone} onTone={setTone} />
          {found && <Contrast found={found} />}
          <Change at={at} tone={tone} found={found} />
        </>
      )}
    </Group>
  );
}

function TextAndPlace({
  at,
  tone,
  onTone,
}: {
  at: string;
  tone: Tone;
  onTone: (tone: Tone, label: string) => void;
}) {
  const { under, ...anywhere } = tone;
  return (
    <>
      <div className="grid grid-cols-2 items-start gap-2">
        <TextField
          path={`${at}.text`}
          label="The text is"
          hint="dark, light, or a colour such as #1b3a5c"
          list={["dark", "light"]}
        />
        <ChoiceField
          path={`${at}.contrast`}
          label="Contrast wanted"
          choices={contrasts(tone.contrast)}
          usual={4.5}
        />
      </div>
      <CheckBox
        checked={under !== undefined}
        // Of the tone as a whole, so that the place that is given to it then is a step of its own.
        onChecked={(on) => onTone(on ? { ...anywhere, under: lower } : anywhere, "where the text stands")}
      >
        It stands in one part of the picture: the brass frame
      </CheckBox>
      {under && (
        <div className="grid grid-cols-4 items-start gap-2">
          {sides.map(([side, words]) => (
            <NumberField key={side} path={`${at}.under.${side}`} label={words} unit="%" scale={0.01} needed />
          ))}
        </div>
      )}
    </>
  );
}

const sides = [
  ["x", "from left"],
  ["y", "from top"],
  ["width", "wide"],
  ["height", "high"],
] as const;

function Contrast({ found }: { found: Found }) {
  return (
    <div className="grid gap-0.5">
      <ContrastGauge found={found} />
      <p className="text-soft">
        Over the worst hundredth of the picture beneath the text (WCAG 2.2). Without the tone:{" "}
        {contrastOf(found.without)}.
      </p>
    </div>
  );
}

function Change({ at, tone, found }: { at: string; tone: Tone; found: Found | undefined }) {
  const [byHand, setByHand] = useValue<ToneByHand>(`${at}.byHand`);
  const [by, setBy] = useValue<readonly string[]>(`${at}.by`);
  const isByHand = byHand !== undefined;
  const now = byHand ?? found;
  const darkText = tone.text === "dark";
  const put = (change: ToneByHand, label: string) =>
    setByHand(
      {
        darks: round(now?.darks ?? 0),
        lights: round(now?.lights ?? 1),
        colour: round(now?.colour ?? 1),
        blur: now?.blur ?? 0,
        overlay: now?.overlay ?? (darkText ? "#ffffff" : "#000000"),
        opacity: round(now?.opacity ?? 0),
        ...change,
      },
      label,
    );
  const chosen = by ?? usualMeans;
  return (
    <>
      <div className="flex items-baseline gap-2">
        <span>{isByHand ? "Set by hand" : "The least that is needed"}</span>
        {isByHand && (
          <LinkButton className="ml-auto" onClick={() => setByHand(undefined, "tone automatically")}>
            Automatic
          </LinkButton>
        )}
      </div>
      {!isByHand && (
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1" aria-label="May be changed by">
          <span className="text-soft">May be changed by</span>
          {means.map(([one, words]) => (
            <CheckBox
              key={one}
              checked={chosen.includes(one)}
              onChecked={(on) =>
                setBy(
                  means.map(([id]) => id as string).filter((id) => (id === one ? on : chosen.includes(id))),
                  `tone by ${words}`,
                )
              }
            >
              {words}
            </CheckBox>
          ))}
        </fieldset>
      )}
      <div className="grid grid-cols-2 gap-2">
        <SlideField
          label="Darks raised to"
          value={now?.darks ?? 0}
          onValue={(darks) => put({ darks }, "darks")}
        />
        <SlideField
          label="Lights lowered to"
          value={now?.lights ?? 1}
          onValue={(lights) => put({ lights }, "lights")}
        />
        <SlideField
          label="Colour kept"
          value={now?.colour ?? 1}
          onValue={(colour) => put({ colour }, "colour")}
        />
        <SlideField
          label="Blur, of the shorter side"
          value={now?.blur ?? 0}
          most={0.05}
          fineness={1000}
          onValue={(blur) => put({ blur }, "blur")}
        />
        <SlideField
          label="Overlay"
          value={now?.opacity ?? 0}
          onValue={(opacity) => put({ opacity }, "overlay")}
        />
        <Field path={`${at}.byHand.overlay`} label="Colour of the overlay">
          {(control) => (
            <ColourBox
              {...control}
              value={now?.overlay ?? "#000000"}
              onValue={(overlay) => put({ overlay }, "colour of the overlay")}
            />
          )}
        </Field>
      </div>
    </>
  );
}

const round = (value: number) => Math.round(value * 100) / 100;
