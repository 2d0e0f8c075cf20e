import type { Schemas, Slot } from "../data/client";

type Remedy = Schemas["WeightRemedy"];

/** The slot as a remedy leaves it; nothing where the slot states its sizes in a way that cannot be changed for one file. */
export function mended(slot: Slot, remedy: Remedy, width: number): Slot | undefined {
  if (remedy.kind === "otherFormat" && remedy.format)
    return { ...slot, formats: [...slot.formats, remedy.format.toLowerCase()] };
  if (remedy.kind === "lowerFloor" && remedy.floor !== null)
    return { ...slot, looks: { ...slot.looks, floor: remedy.floor } };
  if (remedy.kind === "moreBytes") return { ...slot, limits: { ...slot.limits, mostBytes: remedy.bytes } };
  const { sizes } = slot;
  if (remedy.kind !== "smallerSize" || !remedy.width || !remedy.height) return undefined;
  if (sizes?.widths)
    return {
      ...slot,
      sizes: {
        ...sizes,
        widths: sizes.widths.map((one) => (one === width ? (remedy.width as number) : one)),
      },
    };
  if (sizes?.longestSide)
    return { ...slot, sizes: { ...sizes, longestSide: Math.max(remedy.width, remedy.height) } };
  return undefined;
}
