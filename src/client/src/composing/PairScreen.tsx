import { useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import type { Source } from "../data/client";
import { size, some } from "../instruments/numbers";
import { useChoice } from "../shell/choice";
import { sayDone } from "../shell/history";
import { sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";
import { useRoom } from "../shell/room";
import { useSource } from "../sources/useSources";
import { Button } from "../ui/Button";
import { FaultLine } from "../ui/Fault";
import { Radios } from "../ui/Radios";
import { VirtualRows } from "../ui/VirtualRows";
import { ComposedPreview } from "./ComposedPreview";
import { LayoutFields } from "./LayoutFields";
import {
  type Layout,
  makePairs,
  type PairedBy,
  type Tried,
  useCompose,
  useComposedStates,
  useRecompose,
  useTried,
  usualLayout,
} from "./useComposed";

// More are no longer one picture but a gallery.
const mostInOne = 3;

/** Two or three pictures become one, or many become pairs; and how one that was made is made otherwise. */
export function PairScreen() {
  const { sourceId } = useParams();
  const former = useSource(sourceId).data;
  const states = useComposedStates();
  const { sources } = useChoice();
  if (!sourceId) return <Pairing key="new" sources={sources} layout={usualLayout} />;
  const inputs = states.find((one) => one.id === sourceId)?.inputs.map((one) => one.id);
  if (!former?.layout || !inputs) return null;
  return (
    <Pairing key={sourceId} sources={inputs} layout={{ ...usualLayout, ...former.layout }} former={former} />
  );
}

function Pairing({
  sources,
  layout: first,
  former,
}: {
  sources: readonly string[];
  layout: Layout;
  former?: Source;
}) {
  const navigate = useNavigate();
  const [order, setOrder] = useState(sources);
  const [layout, setLayout] = useState(first);
  const [by, setBy] = useState<PairedBy>("order");
  const isMany = order.length > mostInOne;
  const tried = useTried({ sources: [...order], layout, ...(isMany && { by }) });
  const items = tried.data?.items ?? [];
  const good = items.filter((item) => item.size);
  const compose = useCompose();
  const recompose = useRecompose();
  const isBusy = useRef(false);
  const back = () => navigate(-1);
  const make = async () => {
    if (isBusy.current || good.length === 0 || tried.isPlaceholderData) return;
    isBusy.current = true;
    try {
      if (isMany) {
        await makePairs(good, layout);
        sayDone(`${some(good.length, "pair")} made.`);
      } else {
        const request = { sources: [...order], ...layout };
        const made = former
          ? await recompose.mutateAsync({ id: former.id, request })
          : await compose.mutateAsync(request);
        sayDone(`${made.stem} is made.`);
      }
      navigate("/sources");
    } catch (problem) {
      sayProblem(problem);
    } finally {
      isBusy.current = false;
    }
  };
  // The first becomes the last: of two it is an exchange.
  const swap = () => setOrder([...order.slice(1), ...order.slice(0, 1)]);
  useActions("pair", {
    direction: () => setLayout({ ...layout, direction: layout.direction === "row" ? "column" : "row" }),
    swap: !isMany && order.length > 1 && swap,
    by: isMany && (() => setBy(by === "order" ? "light" : "order")),
    make: good.length > 0 && (() => void make()),
    back,
  });
  const [only] = items;
  useReadout([
    ["chosen", some(order.length, "picture")],
    ...(isMany
      ? ([["would be made", some(good.length, "pair")]] as [string, string][])
      : only?.size
        ? ([["would be made", `${size(only.size.width, only.size.height)} px`]] as [string, string][])
        : []),
  ]);
  return (
    <div className="grid h-full grid-cols-[340px_minmax(0,1fr)]">
      <form
        aria-label="How the pictures lie"
        className="flex flex-col gap-4 overflow-y-auto border-r border-line bg-sheet px-4 py-3.5"
        onSubmit={(event) => {
          event.preventDefault();
          void make();
        }}
      >
        <h1 className="text-[15px] wrap-anywhere">
          {former
            ? `Make ${former.stem} otherwise`
            : isMany
              ? `Pairs of ${some(order.length, "picture")}`
              : `${some(order.length, "picture")} as one`}
        </h1>
        {isMany && (
          <Radios
            label="Which go together"
            className="grid gap-1"
            options={[
              { value: "order", words: "In their order: the first with the second" },
              { value: "light", words: "By light: those that are most alike" },
            ]}
            value={by}
            onValue={setBy}
          />
        )}
        <LayoutFields
          layout={layout}
          largest={isMany ? undefined : (only?.largestWidth ?? undefined)}
          onLayout={setLayout}
        />
        {!isMany && order.length > 1 && (
          <Button act="pair.swap" className="self-start">
            {order.length === 2 ? "Exchange the two" : "First to the end"}
          </Button>
        )}
        {tried.error && (
          <FaultLine className="border-l-3 border-stop px-2.5">{tried.error.message}</FaultLine>
        )}
        {!isMany && only?.problem && (
          <FaultLine className="border-l-3 border-stop px-2.5">{only.problem}</FaultLine>
        )}
        <p className="mt-auto flex gap-2">
          <Button act="pair.back">Cancel</Button>
          <Button
            go
            act="pair.make"
            type="submit"
            // Sending the form is what makes it: by this button, and by Enter in a field.
            onClick={undefined}
            className="ml-auto"
            disabled={good.length === 0 || compose.isPending || recompose.isPending}
          >
            {isMany ? `Make ${some(good.length, "pair")}` : former ? "Make it again" : "Make it"}
          </Button>
        </p>
      </form>
      {order.length < 2 ? (
        <p className="p-4 text-soft">Choose two or more pictures under Sources first, then come back.</p>
      ) : isMany ? (
        <Pairs items={items} background={layout.background} leftOver={tried.data?.leftOver != null} />
      ) : (
        only && <One tried={only} background={layout.background} />
      )}
    </div>
  );
}

/** The one that would be made, with its measures. */
function One({ tried, background }: { tried: Tried; background: string }) {
  const frame = useRef<HTMLDivElement>(null);
  const room = useRoom(frame, { width: 880, height: 640 });
  return (
    <figure className="grid min-h-0 min-w-0 grid-rows-[minmax(0,1fr)_auto]">
      <div ref={frame} className="well-grey relative min-h-0 overflow-hidden">
        <span className="absolute inset-0 grid place-content-center">
          <ComposedPreview
            tried={tried}
            background={background}
            box={{ width: room.width - 64, height: room.height - 64 }}
          />
        </span>
      </div>
      {tried.size && (
        <figcaption className="figures flex flex-wrap gap-x-8 gap-y-0.5 border-t border-line bg-sheet px-4 py-2">
          <b className="font-semibold text-brass">{size(tried.size.width, tried.size.height)} px</b>
          {tried.parts.map(({ place }, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the same picture may lie there twice
            <span key={at} className="min-w-0 truncate text-soft">
              {tried.sources[at]?.stem} {size(place.width, place.height)}
            </span>
          ))}
        </figcaption>
      )}
    </figure>
  );
}

const pairBox = { width: 300, height: 150 };

/** Every pair that would be made. */
function Pairs({
  items,
  background,
  leftOver,
}: {
  items: readonly Tried[];
  background: string;
  leftOver: boolean;
}) {
  const failing = items.filter((item) => item.problem).length;
  return (
    <div className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(0,1fr)]">
      <p className="px-4 pt-3 text-soft">
        {some(items.length, "pair")}
        {failing > 0 && `, ${failing} of which cannot be made`}
        {leftOver && "; one picture is left over"}.
      </p>
      <VirtualRows
        items={items}
        keyOf={(item) => item.sources.map((source) => source.id).join("-")}
        height={190}
        isMeasured
        className="px-4"
      >
        {(item) => (
          <section
            aria-label={item.sources.map((source) => source.stem).join(" and ")}
            className="grid grid-cols-[310px_minmax(0,1fr)] items-center gap-4 border-b border-line-soft py-3"
          >
            <ComposedPreview tried={item} background={background} box={pairBox} />
            <div className="col-start-2 min-w-0">
              {item.sources.map((source, at) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the same picture may lie there twice
                <p key={at} className="truncate font-medium">
                  {source.stem}
                </p>
              ))}
              {item.size && (
                <p className="figures text-brass">{size(item.size.width, item.size.height)} px</p>
              )}
              {item.problem && (
                <FaultLine className="border-l-3 border-stop px-2.5">{item.problem}</FaultLine>
              )}
            </div>
          </section>
        )}
      </VirtualRows>
    </div>
  );
}
