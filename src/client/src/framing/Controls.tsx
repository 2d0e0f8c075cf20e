import { type ReactNode, useState } from "react";
import type { ActId } from "../actions/catalogue";
import type { FramedPlace, Framing, Rect, Slot } from "../data/client";
import { Gauge } from "../instruments/Gauge";
import { ratio, some } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { Button } from "../ui/Button";
import { Choices } from "../ui/Choices";
import { TextBox } from "../ui/Field";
import { Segment } from "../ui/Segment";
import type { Mode } from "./Bench";
import type { GuideKind } from "./Guides";
import type { LiveFraming } from "./useFraming";
import type { LiveSubject } from "./useSubject";

const modes: { mode: Mode; words: string; act: ActId }[] = [
  { mode: "frame", words: "Frame", act: "framing.frame" },
  { mode: "subject", words: "Subject", act: "framing.subject" },
  { mode: "level", words: "Straighten", act: "framing.straighten" },
  { mode: "words", words: "Words", act: "framing.words" },
];

/** The exact figures of what is worked on, and everything that can be done to it. */
export function Controls({
  destination,
  slot,
  place,
  framing,
  shown,
  subject,
  mode,
  guide,
  isActual,
  isVector,
  words,
  onCrop,
}: {
  destination: string;
  slot: Slot;
  place: FramedPlace;
  framing: LiveFraming;
  shown: Framing;
  subject: LiveSubject;
  mode: Mode;
  guide: GuideKind;
  isActual: boolean;
  isVector: boolean;
  /** What is set in the mode of that name. */
  words: ReactNode;
  onCrop: (crop: Rect) => void;
}) {
  const { change } = framing;
  const { crop, turn } = place;
  const at = { slot: place.slot, ...(place.tier && { tier: place.tier }) };
  const acrossPx = turn.quarters % 2 === 0 ? crop.width : crop.height;
  const perPixel = acrossPx / place.picture.width;
  const canCrop = place.canBeSet && place.fit === "cover";
  return (
    <div className="grid gap-y-2 border-t border-line bg-sheet px-4 py-2 whitespace-nowrap">
      <div className="flex min-h-[42px] flex-wrap items-end gap-x-4 gap-y-1.5">
        <Labelled label={`${destination} · ${place.byHand ? "by hand" : "automatic"}`}>
          <span className="flex items-center gap-2">
            <b className="max-w-40 truncate font-[650]">
              {slot.name}
              {place.tier && `, ${place.tier}`}
            </b>
            <RatioChip width={crop.width} height={crop.height}>
              {slot.shape.includes(":") && !place.tier
                ? slot.shape
                : ratio(place.file.width, place.file.height)}
            </RatioChip>
          </span>
        </Labelled>
        {mode === "words" ? (
          words
        ) : mode === "subject" ? (
          <SubjectFields subject={subject} />
        ) : canCrop ? (
          <>
            <Labelled label="Left, top">
              <PixelField label="Left" value={crop.x} onValue={(x) => onCrop({ ...crop, x })} />
              <PixelField label="Top" value={crop.y} onValue={(y) => onCrop({ ...crop, y })} />
            </Labelled>
            <Labelled label="Width, height">
              <PixelField
                label="Width"
                value={crop.width}
                onValue={(width) => onCrop(sized(crop, width, (width * crop.height) / crop.width))}
              />
              <PixelField
                label="Height"
                value={crop.height}
                onValue={(height) => onCrop(sized(crop, (height * crop.width) / crop.height, height))}
              />
            </Labelled>
          </>
        ) : (
          <span className="pb-1 text-soft">
            {place.fit === "pad" && place.canBeSet
              ? "Padded: all of the subject goes in, the rest is filled up."
              : "The whole picture goes in; there is nothing to crop."}
          </span>
        )}
        {mode !== "words" && (
          <Labelled label="Straighten">
            <Dial degrees={shown.turn.level} />
            <PixelField
              label="Straighten"
              unit="degrees"
              value={shown.turn.level}
              digits={1}
              onValue={(level) => void change({ act: "level", level })}
            />
            <span className="text-soft">°</span>
          </Labelled>
        )}
        {canCrop && !isVector && mode !== "subject" && mode !== "words" && (
          <Labelled label="Source pixels per output pixel">
            <Gauge
              value={perPixel}
              marks={{ cap: 1 }}
              end={3}
              good={perPixel >= 0.999}
              width={110}
              label={`${perPixel.toFixed(2)} source pixels for each pixel of the largest file`}
            />
            <span className="figures">{perPixel.toFixed(2)}</span>
          </Labelled>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1.5">
        <fieldset aria-label="What a drag does" className="flex">
          {modes.map((one) => (
            <Segment key={one.mode} isOn={mode === one.mode} act={one.act}>
              {one.words}
            </Segment>
          ))}
        </fieldset>
        <fieldset aria-label="Turn" className="flex">
          <Segment label="Quarter turn to the left" act="framing.left">
            ↺
          </Segment>
          <Segment label="Quarter turn to the right" act="framing.right">
            ↻
          </Segment>
          <Segment label="Mirror" isOn={shown.turn.isMirrored} act="framing.mirror">
            ⇋
          </Segment>
        </fieldset>
        <fieldset aria-label="View" className="flex">
          <Segment label="Guides" act="framing.guides">
            {guide === "none" ? "no guides" : guide}
          </Segment>
          <Segment isOn={isActual} act="framing.actual">
            100 %
          </Segment>
        </fieldset>
        {place.canBeSet && (
          <span className="ml-auto flex flex-wrap items-center gap-1.5">
            {place.fit === "pad" && (
              <Button onClick={() => void change({ act: "pad", ...at, on: false })}>Crop again</Button>
            )}
            {(place.shares.length > 0 || (place.isApart && !place.tier)) && (
              <Button act="framing.unlink">
                {place.isApart ? "Link again" : `Unlink from ${some(place.shares.length, "slot")}`}
              </Button>
            )}
            {place.byHand && <Button act="framing.automatic">Reset to automatic</Button>}
          </span>
        )}
      </div>
    </div>
  );
}

// The centre stays where it is: a figure that is typed scales the frame as the wheel does.
const sized = (crop: Rect, width: number, height: number): Rect => ({
  x: Math.round(crop.x + (crop.width - width) / 2),
  y: Math.round(crop.y + (crop.height - height) / 2),
  width: Math.max(1, Math.round(width)),
  height: Math.max(1, Math.round(height)),
});

function SubjectFields({ subject }: { subject: LiveSubject }) {
  const rect = subject.subject;
  const { focus } = subject;
  return (
    <>
      {rect && (
        <Labelled label="Subject: left, top, width, height">
          {(["x", "y", "width", "height"] as const).map((side) => (
            <PixelField
              key={side}
              label={
                { x: "Subject left", y: "Subject top", width: "Subject width", height: "Subject height" }[
                  side
                ]
              }
              value={rect[side]}
              onValue={(value) => subject.type({ subject: { ...rect, [side]: value } })}
            />
          ))}
        </Labelled>
      )}
      {focus && (
        <Labelled label="Focus">
          <PixelField
            label="Focus left"
            value={focus.x}
            onValue={(x) => subject.type({ focus: { ...focus, x } })}
          />
          <PixelField
            label="Focus top"
            value={focus.y}
            onValue={(y) => subject.type({ focus: { ...focus, y } })}
          />
        </Labelled>
      )}
      {rect && (
        <Choices
          label="What a drag draws"
          choices={[
            ["must", "Must stay"],
            ["wish", "Wished for"],
          ]}
          value={subject.drawsWish ? "wish" : "must"}
          onValue={(value) => subject.setDrawsWish(value === "wish")}
        />
      )}
      {subject.wish && <Button onClick={subject.withoutWish}>Nothing wished for</Button>}
      {(rect || subject.isProposed) && <Button onClick={subject.none}>Nothing must stay</Button>}
    </>
  );
}

/** An arc of graduations with a needle: how far the picture is levelled. */
function Dial({ degrees }: { degrees: number }) {
  const at = (angle: number, radius: number) =>
    `${(22 + radius * Math.sin((angle * 4 * Math.PI) / 180)).toFixed(1)} ${(26 - radius * Math.cos((angle * 4 * Math.PI) / 180)).toFixed(1)}`;
  const ticks = Array.from({ length: 31 }, (_, index) => {
    const angle = index - 15;
    return `M${at(angle, 22)}L${at(angle, angle % 5 ? 19.5 : 17)}`;
  });
  return (
    <svg aria-hidden width="44" height="26" viewBox="0 0 44 26">
      <path d={ticks.join("")} stroke="var(--color-brass)" strokeWidth=".9" fill="none" />
      <path d={`M22 26L${at(degrees, 20)}`} stroke="var(--color-ink)" strokeWidth="1.6" />
    </svg>
  );
}

function Labelled({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="grid gap-[3px]">
      <span className="max-w-56 truncate text-[11px] text-soft">{label}</span>
      <span className="flex items-center gap-1.5">{children}</span>
    </div>
  );
}

function PixelField({
  label,
  value,
  unit = "px",
  digits = 0,
  onValue,
}: {
  label: string;
  value: number;
  unit?: string;
  digits?: number;
  onValue: (value: number) => void;
}) {
  const rounded = value.toFixed(digits);
  // What is being typed stays, whatever an answer of the server changes meanwhile.
  const [typed, setTyped] = useState<string>();
  const keep = () => {
    const wanted = Number(typed?.replace(/[, ]/g, "").replace("−", "-"));
    if (typed?.trim() && Number.isFinite(wanted) && wanted.toFixed(digits) !== rounded)
      onValue(Number(wanted.toFixed(digits)));
    setTyped(undefined);
  };
  return (
    <TextBox
      figures
      aria-label={`${label}, ${unit}`}
      inputMode="decimal"
      className="w-[52px] px-1.5! text-right"
      value={typed ?? rounded}
      onChange={(event) => setTyped(event.target.value)}
      onFocus={(event) => event.target.select()}
      onBlur={keep}
      onKeyDown={(event) => {
        if (event.key === "Enter") keep();
        if (event.key === "Escape") setTyped(undefined);
      }}
    />
  );
}
