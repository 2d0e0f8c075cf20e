import { useEffect, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { arrowOf } from "../actions/arrows";
import { useActions } from "../actions/bound";
import type { FramedPlace, Framing, Source } from "../data/client";
import { type Place, usePlaces } from "../destinations/useDestinations";
import { Name } from "../instruments/Name";
import { count, size, some } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { useChoice } from "../shell/choice";
import { sayProblem } from "../shell/notices";
import { type Fact, useReadout } from "../shell/readout";
import { useReplaceSource } from "../sources/useReplaceSource";
import { usePlans } from "../sources/useSources";
import { Button } from "../ui/Button";
import { FileInput } from "../ui/FileInput";
import { Bench, type Mode } from "./Bench";
import { Controls } from "./Controls";
import { framingPath } from "./framingPath";
import { type GuideKind, guideKinds } from "./Guides";
import { PlacePanel } from "./PlacePanel";
import { ReviewBar } from "./ReviewBar";
import { ShapeSheet } from "./ShapeSheet";
import type { SubjectPart } from "./SubjectMarks";
import { useFrame } from "./useFrame";
import type { LiveFraming } from "./useFraming";
import { useRemedies } from "./useRemedies";
import { useRound } from "./useRound";
import { useSubject } from "./useSubject";
import { WordsBench } from "./WordsBench";
import { WordsFields } from "./WordsFields";

/** The bench with everything around it: the way through pictures and places, what is found, and all shapes beside. */
export function FramingDesk({
  source,
  framing,
  shown,
  where,
}: {
  source: Source;
  framing: LiveFraming;
  shown: Framing;
  where: ReadonlyMap<string, Place>;
}) {
  const { slotId, tier } = useParams();
  const [parameters] = useSearchParams();
  const navigate = useNavigate();
  const choice = useChoice();
  const plans = usePlans(source.id);
  const isReview = parameters.has("review");
  const isSubjectReview = parameters.get("review") === "subject";
  const [mode, setMode] = useState<Mode>("frame");
  const [part, setPart] = useState<SubjectPart>("inside");
  const [guide, setGuide] = useState<GuideKind>("thirds");
  const [isActual, setActual] = useState(false);

  const { places } = shown;
  const fits = (place: FramedPlace) => place.slot === slotId && (!tier || place.tier === tier);
  const place =
    places.find(fits) ?? places.find((one) => choice.slots.includes(one.slot)) ?? (places[0] as FramedPlace);
  const at = { slot: place.slot, ...(place.tier && { tier: place.tier }) };
  const home = where.get(place.slot);
  const live = useFrame(framing, source, place);
  const subject = useSubject(framing, source, live.view);
  const { take, input } = useRemedies(framing, home, place);
  const replace = useReplaceSource();
  const canCrop = place.canBeSet && place.fit === "cover";

  const line = choice.sources.includes(source.id) ? choice.sources : [source.id];
  // Drawn before the next key comes: one that is pressed meanwhile would begin at the place before.
  const toPlace = (to: FramedPlace | undefined) =>
    to &&
    navigate(`${framingPath(source.id, to.slot, to.tier)}${isReview ? "?review" : ""}`, {
      replace: true,
      flushSync: true,
    });
  const toSource = (by: number) => {
    const next = line[(line.indexOf(source.id) + by + line.length) % line.length];
    if (next) navigate(framingPath(next, place.slot));
  };
  const others = choice.sources.filter((id) => id !== source.id).length;
  const toSheet = () => navigate(`/sheet/source/${source.id}`);
  const toCopy = () => others > 0 && navigate(`/copy/${source.id}`);
  const step = (by: number) => () =>
    toPlace(places[(places.indexOf(place) + by + places.length) % places.length]);
  const review = useRound(isReview, source.id, isSubjectReview ? undefined : place);
  const accept = async () => {
    framing.settleNow();
    const isDone = isSubjectReview
      ? shown.isDecided || (await subject.confirm())
      : await framing.change({ act: "accept", ...at });
    if (isDone) review.next();
  };
  const leaveOut = async () => {
    if (isSubjectReview) return;
    const isOut = !place.isLeftOut;
    if ((await framing.change({ act: "leaveOut", ...at, on: isOut })) && isReview && isOut) review.next();
  };
  const nudge = (x: number, y: number) => () => {
    if (mode === "subject") subject.nudge(x, y, part);
    else if (mode !== "words" && canCrop) live.nudge(x, y);
  };
  const zoom = (by: number) => () => {
    if (mode === "subject") subject.scale(by);
    else if (mode !== "words" && canCrop) live.scale(by);
  };
  const level = (by: number) => () =>
    void framing.change((now) => ({
      act: "level",
      level: Math.round(((now ?? shown).turn.level + by) * 10) / 10,
    }));
  const toMode = (next: Mode) => {
    framing.settleNow();
    setPart("inside");
    setMode(next);
  };
  const isSubjectMode = isSubjectReview || mode === "subject";
  useEffect(() => setMode(isSubjectReview ? "subject" : "frame"), [isSubjectReview]);
  useActions("framing", {
    move: (key) => {
      const [x, y] = arrowOf(key);
      const by = key.startsWith("shift+") ? 10 : 1;
      nudge(x * by, y * by)();
    },
    smaller: zoom(1 / 1.02),
    larger: zoom(1.02),
    automatic: place.byHand && (() => void framing.change({ act: "automatic", ...at })),
    unlink:
      (place.shares.length > 0 || (place.isApart && !place.tier)) &&
      (() => void framing.change({ act: "part", ...at, on: !place.isApart })),
    confirm: !shown.isDecided && (() => void subject.confirm()),
    frame: () => toMode("frame"),
    subject: () => toMode(mode === "subject" ? "frame" : "subject"),
    focus: () => {
      toMode("subject");
      setPart("focus");
    },
    straighten: () => toMode(mode === "level" ? "frame" : "level"),
    words: () => toMode(mode === "words" ? "frame" : "words"),
    left: () => void framing.change({ act: "quarter", quarters: -1 }),
    right: () => void framing.change({ act: "quarter", quarters: 1 }),
    mirror: () => void framing.change({ act: "mirror" }),
    tilt: (key) => level(key === "," ? -0.1 : 0.1)(),
    guides: () => setGuide(guideKinds[(guideKinds.indexOf(guide) + 1) % guideKinds.length] ?? "thirds"),
    actual: () => setActual(!isActual),
    sheet: toSheet,
    subjects: () => navigate("/framing/subjects"),
    copy: toCopy,
    leaveOut: () => void leaveOut(),
    place: (key) => step(key === "n" ? 1 : -1)(),
    picture: (key) => toSource(key === "shift+n" ? 1 : -1),
    back:
      (mode !== "frame" || !isReview) &&
      (() => {
        framing.letGo();
        if (mode !== "frame") toMode("frame");
      }),
    remedy: (key) => take(place.remedies[Number(key) - 1]),
    review: !isReview && review.left > 0 && review.begin,
    render: !isReview && (() => review.render(line)),
  });
  useActions("review", {
    accept: isReview && (() => void accept()),
    later: isReview && review.next,
    stop: isReview && mode === "frame" && review.leave,
  });
  useReadout(factsOf(source, place, shown));
  useEffect(() => {
    document.title = `${source.stem} – Pantomet`;
    return () => {
      document.title = "Pantomet";
    };
  }, [source.stem]);

  if (!home) return null;
  const placeName = (key: string) => {
    const [id = "", tier] = key.split("/");
    return [where.get(id)?.path ?? id, tier].filter(Boolean).join(", ");
  };
  const states = new Map(
    plans.data?.map((item) => [item.plan.slot, { state: item.state, files: item.plan.variants.length }]),
  );
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_420px] max-[1100px]:grid-cols-[minmax(0,1fr)_312px] min-[1500px]:grid-cols-[minmax(0,1fr)_600px] min-[1800px]:grid-cols-[minmax(0,1fr)_800px]">
      <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)_auto]">
        <div className="flex min-w-0 items-center gap-3 px-4 whitespace-nowrap">
          <h1 className="min-w-32 shrink-20 overflow-hidden text-[15px]">
            <Name text={source.stem} weight="" />
          </h1>
          {/* The readout has it too. */}
          {!isReview && (
            <span className="max-[1480px]:hidden">
              <RatioChip width={source.width} height={source.height}>
                {size(source.width, source.height)}
              </RatioChip>
            </span>
          )}
          {isReview ? null : shown.isDecided ? (
            <span className="text-soft">{shown.subject ? "Subject confirmed" : "No subject"}</span>
          ) : (
            <Button act="framing.confirm">
              {shown.proposal?.subject ? "Confirm the subject" : "Confirm: no subject"}
            </Button>
          )}
          {line.length > 1 && !isReview && (
            <span className="flex items-center gap-2 text-soft">
              <Button aria-label="Previous picture" onClick={() => toSource(-1)}>
                ‹
              </Button>
              <span className="figures">
                {line.indexOf(source.id) + 1} / {line.length}
              </span>
              <Button aria-label="Next picture" onClick={() => toSource(1)}>
                ›
              </Button>
            </span>
          )}
          <span className="ml-auto flex min-w-0 items-center gap-2">
            {isReview ? (
              <ReviewBar settled={review.settled} total={review.total} entry={review.entry} />
            ) : (
              <>
                {review.left > 0 && <Button act="framing.review">Review {count(review.left)}</Button>}
                <RenderButton line={line} />
              </>
            )}
          </span>
        </div>
        {mode === "words" && !isSubjectReview ? (
          <WordsBench source={source} slot={home.slot} place={place} />
        ) : (
          <Bench
            key={`${source.id}${place.slot}${place.tier ?? ""}`}
            source={source}
            slot={home.slot}
            place={place}
            live={live}
            subject={subject}
            mode={isSubjectMode ? "subject" : mode}
            guide={guide}
            isActual={isActual}
            onLevel={(from, to) => {
              void framing
                .change({ act: "levelAlong", from, to })
                .then((isDone) => isDone && toMode("frame"));
            }}
          />
        )}
        <Controls
          destination={home.destination.name}
          slot={home.slot}
          place={place}
          framing={framing}
          shown={shown}
          subject={subject}
          mode={isSubjectMode ? "subject" : mode}
          guide={guide}
          isActual={isActual}
          isVector={source.format === "svg"}
          words={
            <WordsFields
              key={`${source.id}${place.slot}${place.tier ?? ""}`}
              destination={home.destination.id}
              slot={home.slot}
              source={source}
              place={place}
              framing={framing}
              shown={shown}
            />
          }
          onCrop={(crop) => void framing.change({ act: "crop", ...at, crop })}
        />
      </section>
      <aside aria-label="All slots" className="flex min-h-0 flex-col border-l border-line bg-sheet">
        <div className="flex min-h-0 grow flex-col">
          <p className="flex items-center gap-2 border-b border-line-soft px-3.5 py-1.5">
            <Button act="framing.sheet">Contact sheet</Button>
            <Button act="framing.subjects">Subjects</Button>
            {others > 0 && <Button act="framing.copy">Copy to {some(others, "picture")}</Button>}
            {places.some((one) => one.byHand) && (
              <Button className="ml-auto" onClick={() => void framing.change({ act: "allAutomatic" })}>
                Reset all
              </Button>
            )}
          </p>
          <ShapeSheet
            source={source}
            places={places}
            states={states}
            current={place}
            isDragged={framing.dragged !== undefined}
            onCurrent={toPlace}
          />
        </div>
        <PlacePanel
          name={home.slot.name}
          place={place}
          reasons={review.entry?.reasons ?? []}
          shares={place.shares.map(placeName)}
          onRemedy={take}
        />
        <FileInput
          input={input}
          label="A larger file of this picture"
          accept="image/*,.svg,.tif,.tiff,.heic,.heif,.psd,.bmp,.jxl"
          onFile={(file) =>
            replace.mutate(
              { source, file },
              {
                onSuccess: (better) => navigate(framingPath(better.id, place.slot), { replace: true }),
                onError: sayProblem,
              },
            )
          }
        />
      </aside>
    </div>
  );
}

function RenderButton({ line }: { line: readonly string[] }) {
  const choice = useChoice();
  const places = usePlaces();
  const wanted = choice.slots.filter((id) => places?.has(id)).length;
  if (wanted === 0) return <span className="truncate text-soft">Choose slots to render.</span>;
  return (
    <Button go act="framing.render">
      Render {line.length === 1 ? "" : `${count(line.length)} pictures `}for {some(wanted, "slot")}
    </Button>
  );
}

function factsOf(source: Source, place: FramedPlace, shown: Framing): Fact[] {
  const { crop } = place;
  const made = place.sizes.filter((one) => one.shortByPx === 0);
  const subject = shown.isDecided ? shown.subject : shown.proposal?.subject;
  return [
    ["source", source.fileName],
    ["upright", `${size(source.width, source.height)} px`],
    ["crop", `${size(crop.width, crop.height)} at ${count(crop.x)}, ${count(crop.y)}`],
    [
      "out",
      made.length > 0
        ? `${made.map((one) => size(one.file.width, one.file.height)).join(", ")} px`
        : "nothing",
    ],
    [
      "subject",
      subject
        ? `${size(subject.width, subject.height)} at ${count(subject.x)}, ${count(subject.y)}${shown.isDecided ? "" : ", proposed"}`
        : "none",
    ],
    ["framed", place.byHand ? "by hand" : "automatically"],
  ];
}
