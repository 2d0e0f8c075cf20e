import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import { actOnMany } from "../data/acts";
import { answer, api, type FramedPlace, type Schemas, type Slot, type Source } from "../data/client";
import { keys } from "../data/keys";
import { usePlaces } from "../destinations/useDestinations";
import { some } from "../instruments/numbers";
import { PlacePicture } from "../instruments/PlacePicture";
import { useChoice } from "../shell/choice";
import { sayDone } from "../shell/history";
import { sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";
import { useSource } from "../sources/useSources";
import { Button } from "../ui/Button";
import { CheckBox } from "../ui/CheckBox";
import { FaultLine } from "../ui/Fault";
import { Radios } from "../ui/Radios";
import { VirtualRows } from "../ui/VirtualRows";

const ways: { way: Schemas["CopyAs"]; words: string; says: string }[] = [
  {
    way: "fraction",
    words: "At the same fractions of the picture",
    says: "For shots from the same tripod: subject, crops and turns lie where they lie in this one.",
  },
  {
    way: "subjectPosition",
    words: "Around the subject of each",
    says: "For things that lie elsewhere, or larger: crops set by hand lie around each subject as they do here.",
  },
];
const box = { width: 120, height: 84 };

/** What the framing of one source would make of the other chosen ones, before it is taken. */
export function CopyScreen() {
  const { sourceId = "" } = useParams();
  const source = useSource(sourceId);
  const choice = useChoice();
  const places = usePlaces();
  const navigate = useNavigate();
  const [way, setWay] = useState<Schemas["CopyAs"]>("fraction");
  const [left, setLeft] = useState<readonly string[]>([]);
  const to = choice.sources.filter((id) => id !== sourceId);
  const params = { path: { sourceId } };
  const tried = useQuery({
    queryKey: keys.sheets.copies(sourceId, way, to),
    queryFn: () => answer(api.POST("/api/framings/{sourceId}/copies/try", { params, body: { to, as: way } })),
    enabled: to.length > 0,
  });
  const taken = tried.data?.items.filter((item) => !left.includes(item.source.id)) ?? [];
  const back = () => navigate(-1);
  const take = async () => {
    if (taken.length === 0) return;
    const ids = taken.map((item) => item.source.id);
    try {
      await actOnMany(
        `framing of ${source.data?.stem ?? sourceId}`,
        { on: { ids }, act: "copyFraming", copy: { from: sourceId, as: way } },
        "framings",
      );
      sayDone(`The framing went to ${some(ids.length, "picture")}.`);
      back();
    } catch (problem) {
      sayProblem(problem);
    }
  };
  useReadout([
    ["from", source.data?.fileName ?? ""],
    ["to", some(taken.length, "picture")],
    [
      "to look at",
      some(
        taken.flatMap((item) => item.framing.places).filter((place) => place.review.length > 0).length,
        "place",
      ),
    ],
  ]);
  useActions("copy", { apply: () => void take(), back });
  return (
    <div className="grid h-full grid-rows-[auto_minmax(0,1fr)]">
      <header className="grid gap-2 border-b border-line px-4 py-2.5">
        <div className="flex items-center gap-3">
          <h1 className="truncate text-[15px]">Copy the framing of {source.data?.stem}</h1>
          <span className="ml-auto" />
          <Button act="copy.back">Back</Button>
          <Button go act="copy.apply" disabled={taken.length === 0}>
            Apply to {some(taken.length, "picture")}
          </Button>
        </div>
        <Radios
          label="How it is copied"
          className="flex flex-wrap gap-x-8 gap-y-1"
          options={ways.map((one) => ({ value: one.way, words: one.words, says: one.says }))}
          value={way}
          onValue={setWay}
        />
      </header>
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
        <div className="max-h-48 overflow-y-auto px-4">
          {tried.error && <FaultLine className="py-3">{tried.error.message}</FaultLine>}
          {to.length === 0 && (
            <p className="py-3 text-soft">
              Choose the other pictures of the series under Sources, then come back.
            </p>
          )}
          {tried.data?.items.some((item) => item.framing.places.some(isToLookAt)) && (
            <p className="pt-2 text-soft">What is outlined has something to look at.</p>
          )}
          {tried.data?.refused.map((one) => (
            <p key={one.source} role="alert" className="border-l-3 border-warn px-2.5 py-1.5">
              {one.sentence}
            </p>
          ))}
        </div>
        <VirtualRows
          items={tried.data?.items ?? []}
          keyOf={(item) => item.source.id}
          height={150}
          isMeasured
          className="px-4"
        >
          {({ source: other, framing }) => (
            <section aria-label={other.stem} className="border-b border-line-soft py-2.5">
              <CheckBox
                className="mb-1.5"
                checked={!left.includes(other.id)}
                onChecked={(on) => setLeft(on ? left.filter((id) => id !== other.id) : [...left, other.id])}
              >
                <b className="font-semibold">{other.stem}</b>
              </CheckBox>
              <div className="flex flex-wrap items-end gap-2">
                {framing.places.map((place) => (
                  <Copied
                    key={`${place.slot}${place.tier ?? ""}`}
                    source={other}
                    place={place}
                    slot={places?.get(place.slot)?.slot}
                  />
                ))}
              </div>
            </section>
          )}
        </VirtualRows>
      </div>
    </div>
  );
}

const worstOf = (place: FramedPlace) => place.findings.find((finding) => finding.severity !== "note");
const isToLookAt = (place: FramedPlace): boolean => worstOf(place) !== undefined;

function Copied({ source, place, slot }: { source: Source; place: FramedPlace; slot: Slot | undefined }) {
  if (!slot) return null;
  const worst = worstOf(place);
  return (
    <span
      role="img"
      aria-label={`${slot.name}${worst ? `: ${worst.sentence}` : ""}`}
      className={`outline ${worst ? "outline-2 outline-warn" : "outline-ink/15"}`}
    >
      <PlacePicture source={source} slot={slot} place={place} box={box} />
    </span>
  );
}
