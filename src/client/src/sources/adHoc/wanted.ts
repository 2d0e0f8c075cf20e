import type { Destination, Slot } from "../../data/client";

/** What somebody typed: sizes in px, bytes in kB, as text, since half a number is no number yet. */
export type Typed = {
  width: string;
  height: string;
  maxKb: string;
  format: Slot["formats"][number];
  shape: string;
};

/** What is wanted of pictures once: typed, as a slot that is there, or as a ready example says. */
export type Wanted = { from: "typed" | "slot" | "example"; slotId: string; exampleId: string; typed: Typed };

// An ordinary picture of a page (common practice, no source).
export const firstWanted: Wanted = {
  from: "typed",
  slotId: "",
  exampleId: "",
  typed: { width: "1500", height: "", maxKb: "500", format: "jpeg", shape: "free" },
};

export const isWanted = (value: unknown): value is Wanted =>
  typeof value === "object" &&
  value !== null &&
  typeof (value as Wanted).typed?.width === "string" &&
  typeof (value as Wanted).typed.shape === "string" &&
  ["typed", "slot", "example"].includes((value as Wanted).from);

// What a side may have at most where nothing is said: the longest that every format can hold.
const anySide = 16383;

/** Nothing where nothing is typed; not a number where it is no whole number from 1. */
function whole(text: string): number | undefined {
  const trimmed = text.replace(/[\s,]/g, "");
  if (trimmed === "") return undefined;
  return /^\d+$/.test(trimmed) && Number(trimmed) > 0 ? Number(trimmed) : Number.NaN;
}

/** What is wrong with what was typed, by the field; nothing where all is right. */
export function faultsOf(typed: Typed): Partial<Record<keyof Typed, string>> {
  const faults: Partial<Record<keyof Typed, string>> = {};
  for (const side of ["width", "height"] as const) {
    const px = whole(typed[side]);
    if (px !== undefined && !(px <= anySide)) faults[side] = `A whole number of pixels, at most ${anySide}.`;
  }
  const kb = Number(typed.maxKb.replace(",", "."));
  if (typed.maxKb.trim() !== "" && !(kb > 0)) faults.maxKb = "A number of kB, such as 500.";
  return faults;
}

/** What was typed, as a slot. */
export function slotOf(typed: Typed): Slot {
  const width = whole(typed.width);
  const height = whole(typed.height);
  const bytes = Math.round(Number(typed.maxKb.replace(",", ".")) * 1000);
  return {
    id: "ad-hoc.picture",
    name: nameOf(typed),
    shape: typed.shape,
    sizes: width || height ? { box: `${width ?? anySide}x${height ?? anySide}` } : { allPixels: true },
    formats: [typed.format],
    fileName: "{stem}",
    ...(bytes > 0 && { limits: { mostBytes: bytes } }),
  };
}

/** What was typed, in a few words. */
export function nameOf({ width, height, maxKb }: Typed): string {
  const sides = [width && `${width} px wide`, height && `${height} px high`].filter(Boolean).join(", ");
  return [sides ? `At most ${sides}` : "Full size", maxKb.trim() && `${maxKb.trim()} kB`]
    .filter(Boolean)
    .join(", ");
}

/** The slots of what is wanted; none where it says nothing, or nothing that can be. */
export function slotsOf(
  { from, slotId, exampleId, typed }: Wanted,
  destinations: readonly Destination[],
  examples: readonly Destination[],
): readonly Slot[] {
  if (from === "typed") return Object.keys(faultsOf(typed)).length === 0 ? [slotOf(typed)] : [];
  if (from === "example") return (examples.find((one) => one.id === exampleId) ?? examples[0])?.slots ?? [];
  const slots = destinations.flatMap((one) => one.slots);
  return [slots.find((one) => one.id === slotId) ?? slots[0]].filter((slot) => slot !== undefined);
}
