import type { Schemas, Slot } from "../data/client";
import { FaultLine } from "../ui/Fault";
import { Select } from "../ui/Select";
import { Field, NumberField, NumbersField, TextField, useProblem, useValue } from "./fields";
import { LayoutEditor } from "./LayoutEditor";
import type { LayoutOutcome } from "./useDraft";

type Sizes = Schemas["SizesDocument"];
type Way = keyof Sizes;

const ways: readonly (readonly [Way, string])[] = [
  ["layout", "from the layout"],
  ["widths", "fixed widths"],
  ["heights", "fixed heights"],
  ["exact", "exact pixels"],
  ["longestSide", "longest side"],
  ["shortestSide", "shortest side"],
  ["box", "fit within a box"],
  ["mostPixels", "most pixels in all"],
  ["multiples", "multiples of one size"],
  ["allPixels", "full size: every pixel of the crop"],
];

const firstOf: { [K in Way]: NonNullable<Sizes[K]> } = {
  layout: { rows: [{ from: 0, width: "100vw" }], ladder: { best: { files: 5 } } },
  widths: [1600, 800],
  heights: [800],
  exact: "1200x800",
  longestSide: 2000,
  shortestSide: 1500,
  box: "1600x1200",
  mostPixels: 2_000_000,
  multiples: { factors: [1, 2, 3], width: 320 },
  allPixels: true,
};

/** The member that says the sizes. */
export const wayOf = (sizes: Sizes | null | undefined): Way | undefined =>
  ways.map(([way]) => way).find((way) => sizes?.[way] !== undefined && sizes[way] !== null);

/** Which pixel sizes a slot or tier makes. */
export function SizesEditor({
  at,
  shape,
  layout,
}: {
  at: string;
  shape: string;
  layout: LayoutOutcome | undefined;
}) {
  const path = `${at}.sizes`;
  const [sizes, set] = useValue<Sizes>(path);
  const problem = useProblem(path);
  const isExact = /^\d+x\d+$/.test(shape);
  const way = wayOf(sizes) ?? "exact";
  const change = (next: Way) => {
    if (isExact) set(next === "multiples" ? { multiples: { factors: [1, 2, 3] } } : undefined, "sizes");
    else if (next === "exact") set({ exact: exactIn(shape) }, "sizes");
    else set({ [next]: firstOf[next] }, "sizes");
  };
  return (
    <div className="grid gap-2">
      <Field path={`${path}#way`} label="Sizes by" hidesLabel>
        {(control) => (
          <Select
            {...control}
            className="w-56"
            value={way}
            options={ways
              .filter(([one]) => !isExact || one === "multiples" || one === "exact")
              .map(([one, words]) => [one, isExact && one === "exact" ? "the shape's pixels" : words])}
            onValue={change}
          />
        )}
      </Field>
      {problem && <FaultLine>{problem}</FaultLine>}
      <WayFields
        way={isExact && way === "exact" ? undefined : way}
        path={path}
        isExact={isExact}
        layout={layout}
      />
    </div>
  );
}

// A first exact size in the shape's own ratio, so that it does not begin with a contradiction.
function exactIn(shape: string): string {
  const [across = 3, down = 2] = shape.split(":").map(Number);
  return across > 0 && down > 0
    ? `1200x${Math.max(1, Math.floor((1200 * down) / across + 0.5))}`
    : firstOf.exact;
}

function WayFields({
  way,
  path,
  isExact,
  layout,
}: {
  way: Way | undefined;
  path: string;
  isExact: boolean;
  layout: LayoutOutcome | undefined;
}) {
  switch (way) {
    case "widths":
      return <NumbersField path={`${path}.widths`} label="Widths" unit="px" />;
    case "heights":
      return <NumbersField path={`${path}.heights`} label="Heights" unit="px" />;
    case "exact":
      return <TextField path={`${path}.exact`} label="Width x height, px" mono className="w-40" />;
    case "box":
      return (
        <TextField path={`${path}.box`} label="Width x height, px; smaller pictures stay as they are" mono />
      );
    case "longestSide":
      return (
        <NumberField path={`${path}.longestSide`} label="Longest side" unit="px" needed className="w-40" />
      );
    case "shortestSide":
      return (
        <NumberField path={`${path}.shortestSide`} label="Shortest side" unit="px" needed className="w-40" />
      );
    case "mostPixels":
      return (
        <NumberField
          path={`${path}.mostPixels`}
          label="Megapixels; smaller pictures stay as they are"
          scale={1_000_000}
          unit="Mpx"
          needed
        />
      );
    case "multiples":
      return (
        <div className="flex gap-2">
          {!isExact && (
            <NumberField
              path={`${path}.multiples.width`}
              label="Width at 1×"
              unit="px"
              needed
              className="w-36"
            />
          )}
          <NumbersField path={`${path}.multiples.factors`} label="Multiples, each for its density" unit="×" />
        </div>
      );
    case "layout":
      return <LayoutEditor at={`${path}.layout`} outcome={layout} />;
    default:
      return null;
  }
}

/** The slot's shape, for a tier that has none of its own. */
export const shapeOf = (slot: Slot, tier?: Schemas["TierDocument"]): string => tier?.shape ?? slot.shape;
