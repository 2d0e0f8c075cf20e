import { lazy, Suspense, useEffect, useRef, useState } from "react";
import type { PairingPlan, Source } from "../data/client";
import { sentenceOf } from "../destinations/coverage";
import { useDestinations } from "../destinations/useDestinations";
import { Gauge } from "../instruments/Gauge";
import { count } from "../instruments/numbers";
import { previewUrl } from "../instruments/preview";
import { sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { Field as Box, TextBox } from "../ui/Field";
import { FileInput } from "../ui/FileInput";
import { LinkButton } from "../ui/LinkButton";
import { useReplaceSource } from "./useReplaceSource";
import { useChangeSource, usePlans } from "./useSources";

// Only few pictures are made of others: a first visit does not wait for it.
const MadeOf = lazy(async () => ({ default: (await import("../composing/MadeOf")).MadeOf }));

const colourWords = { rgb: "RGB", grey: "greyscale", cmyk: "CMYK" };

/** Everything known about one source, and which slots it can feed. */
export function SourceDetails({
  source,
  chosen,
  onBin,
}: {
  source: Source;
  chosen: number;
  onBin: () => void;
}) {
  const facts: [string, string][] = [
    ["Came in as", source.fileName],
    ["Format", `${source.format.toUpperCase()}, ${source.bitDepth} bit, ${source.kind}`],
    [
      "Colours",
      source.colourProfile
        ? `${colourWords[source.colour]}, ${source.colourProfile}`
        : `${colourWords[source.colour]}, no profile`,
    ],
  ];
  const rights = [source.rights.copyright, source.rights.creator, source.rights.credit].filter(Boolean);
  if (rights.length > 0) facts.push(["Rights", `${rights.join(", ")}; kept`]);
  if (source.camera) facts.push(["Camera", `${source.camera}; never passed on`]);
  return (
    <aside
      aria-label="Details"
      className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto] border-l border-line bg-sheet"
    >
      <div className="grid grid-cols-[minmax(0,1fr)] content-start gap-3 overflow-y-auto px-4 py-3.5">
        <div className={`grid place-items-center ${source.hasAlpha ? "well-checked" : "well-grey"}`}>
          <img
            alt={source.altText}
            src={previewUrl(source, 340)}
            className="max-h-[220px] max-w-full"
            style={{ aspectRatio: `${source.width} / ${source.height}` }}
          />
        </div>
        <Field source={source} name="stem" label="File name" help="Its files are named by it." />
        <Field
          source={source}
          name="altText"
          label="Alternative text"
          help="What the picture shows, for those who cannot see it."
        />
        <dl className="grid grid-cols-[84px_1fr] gap-x-2.5 gap-y-1">
          {facts.map(([name, text]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd className="wrap-anywhere">{text}</dd>
            </div>
          ))}
        </dl>
        <a
          className="justify-self-start text-soft underline"
          href={`/api/sources/${source.id}/original`}
          download
        >
          Download original
        </a>
        {source.inputs && (
          <Suspense>
            <MadeOf source={source} />
          </Suspense>
        )}
        <Replace source={source} />
        {source.traits.map((trait) => (
          <p key={trait.id} className="border-l-3 border-warn px-2.5">
            <b className="font-semibold">{trait.label}.</b> {trait.sentence}
          </p>
        ))}
        <Places source={source} />
      </div>
      <div className="flex flex-wrap gap-2 border-t border-line px-4 py-2.5">
        <Button act="sources.bin" onClick={onBin}>
          {chosen > 1 ? `Move ${count(chosen)} to bin` : "Move to bin"}
        </Button>
        <span className="ml-auto flex gap-2">
          <Button act="sources.files">Make files</Button>
          <Button go act="sources.frame">
            Frame
          </Button>
        </span>
      </div>
    </aside>
  );
}

/** A better file of the same picture takes its place, with its names and framings. */
function Replace({ source }: { source: Source }) {
  const input = useRef<HTMLInputElement>(null);
  const replace = useReplaceSource();
  return (
    <>
      <p className="text-soft">
        <LinkButton onClick={() => input.current?.click()}>
          Replace it by a better file of the same picture
        </LinkButton>
        ; names, subject and framings stay
      </p>
      <FileInput
        input={input}
        label="A better file of this picture"
        accept="image/*,.svg,.tif,.tiff,.heic,.heif,.psd,.bmp,.jxl"
        onFile={(file) => replace.mutate({ source, file }, { onError: sayProblem })}
      />
    </>
  );
}

function Field({
  source,
  name,
  label,
  help,
}: {
  source: Source;
  name: "stem" | "altText";
  label: string;
  help: string;
}) {
  const [text, setText] = useState(source[name]);
  const [problem, setProblem] = useState<string>();
  const change = useChangeSource();
  const stored = source[name];
  useEffect(() => {
    setText(stored);
    setProblem(undefined);
  }, [stored]);
  const keep = () => {
    if (text.trim() === stored) return;
    change.mutate(
      { source, change: name === "stem" ? { stem: text.trim() } : { altText: text.trim() } },
      { onError: (refused) => setProblem(refused.message), onSuccess: () => setProblem(undefined) },
    );
  };
  return (
    <Box label={label} help={help} fault={problem}>
      {(control) => (
        <TextBox
          {...control}
          className={name === "stem" ? "font-[550]" : ""}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => {
            if (event.key === "Enter") keep();
            if (event.key === "Escape") setText(stored);
          }}
        />
      )}
    </Box>
  );
}

function Places({ source }: { source: Source }) {
  const plans = usePlans(source.id);
  const { data: destinations } = useDestinations();
  useEffect(() => {
    if (plans.error) sayProblem(plans.error);
  }, [plans.error]);
  if (!plans.data || !destinations) return null;
  const bySlot = new Map(plans.data.map((item) => [item.plan.slot, item]));
  const enough = plans.data.filter((item) => item.plan.coverage.state === "enough");
  return (
    <section aria-label="Large enough for" className="grid gap-1.5">
      <h2>
        Large enough for {enough.length} of {plans.data.length} slots
      </h2>
      {destinations
        .filter((destination) => destination.slots.length > 0)
        .map((destination) => {
          const items = destination.slots.map((slot) => bySlot.get(slot.id));
          const fed = items.filter((item) => item?.plan.coverage.state === "enough").length;
          return (
            <div key={destination.id} className="grid">
              <h3 className="flex items-baseline gap-2 font-medium">
                {destination.name}
                <span className={`ml-auto font-normal ${fed === items.length ? "text-done" : "text-soft"}`}>
                  {fed === items.length ? "every slot" : `${fed} of ${items.length}`}
                </span>
              </h3>
              {destination.slots.map((slot, index) => {
                const item = items[index];
                return (
                  item && (
                    <PlaceLine
                      key={slot.id}
                      name={slot.name}
                      item={item}
                      isVector={source.format === "svg"}
                    />
                  )
                );
              })}
            </div>
          );
        })}
    </section>
  );
}

function PlaceLine({ name, item, isVector }: { name: string; item: PairingPlan; isVector: boolean }) {
  const { coverage } = item.plan;
  const reach = coverage.largest && !isVector ? item.plan.crop.width / coverage.largest.width : undefined;
  return (
    <p className="flex items-center gap-2 border-b border-line-soft py-0.5 pl-2">
      <span className="grow truncate text-soft">{name}</span>
      {coverage.state !== "enough" ? (
        <span className="text-stop">{sentenceOf(coverage)}</span>
      ) : reach === undefined ? (
        <span className="text-soft">any size</span>
      ) : (
        <>
          <Gauge
            value={reach}
            marks={{ cap: 1 }}
            end={2.5}
            width={104}
            label={`${reach.toFixed(2)} source pixels for each pixel needed`}
          />
          <span className="figures w-11 text-right">{reach.toFixed(2)}×</span>
        </>
      )}
    </p>
  );
}
