import type { Destination } from "../data/client";

// What each member is called where it is edited.
const names: Record<string, string> = {
  name: "Name",
  kind: "Kind",
  note: "Note",
  numbersFrom: "Source of these limits",
  checkedOn: "Last checked on",
  baseAddress: "Base address",
  atTop: "At the top of the page",
  devices: "Devices",
  shape: "Shape",
  fit: "Fit",
  sizes: "Sizes",
  widths: "Widths",
  heights: "Heights",
  exact: "Exact size",
  box: "Box",
  longestSide: "Longest side",
  shortestSide: "Shortest side",
  mostPixels: "Megapixels",
  allPixels: "Full size",
  multiples: "Multiples",
  layout: "Page layout",
  ladder: "Width ladder",
  rows: "Rows",
  formats: "Formats",
  deliver: "Output",
  limits: "Limits",
  mostBytes: "Maximum file size",
  aimBytes: "Target file size",
  fewestBytes: "Minimum file size",
  leastSide: "Shortest side",
  mostSide: "Longest side",
  quality: "Quality",
  floor: "Minimum",
  ceiling: "Maximum",
  looks: "Visual quality",
  wanted: "Target score",
  effort: "Effort",
  sharpening: "Sharpening",
  animation: "Animations",
  ppi: "Resolution tag",
  background: "Background",
  transparency: "Transparency",
  colour: "Colour",
  metadata: "Metadata",
  keepClear: "Keep-clear zone",
  form: "Shape",
  breathing: "Room around the subject",
  focusAt: "Focus lies at",
  tiers: "Screen range",
  from: "From",
  fileName: "File name pattern",
  groups: "Groups",
  treatments: "Treatments",
  tone: "Tone",
  text: "The text is",
  under: "Where the text stands",
  contrast: "Contrast wanted",
  by: "May be changed by",
  byHand: "Set by hand",
  darks: "Darks raised to",
  lights: "Lights lowered to",
  blur: "Blur",
  overlay: "Overlay",
  opacity: "Overlay",
  edges: "Edges",
  line: "Line round it",
  lineColour: "Colour of the line",
  corners: "Round corners",
  shadow: "Shadow on the ground",
};

/** A path of a destination's document, such as `slots[0].limits.mostBytes`, in the words that its fields have: "hero · Limits · Maximum file size". */
export function fieldName(path: string, document: Pick<Destination, "slots">): string {
  const slot = /^slots\[(\d+)\]\.?/.exec(path);
  const name = slot ? (document.slots[Number(slot[1])]?.name ?? "A slot") : undefined;
  const rest = path.slice(slot?.[0].length ?? 0).split(/[.[\]]+/);
  const words = rest
    .filter(Boolean)
    .map((step) => (/^\d+$/.test(step) ? `${Number(step) + 1}` : (names[step] ?? step)));
  return [name, ...words].filter(Boolean).join(" · ");
}

/** A value as somebody reads it. */
export function told(value: unknown): string {
  if (value === undefined || value === null) return "—";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.map(told).join(", ");
  if (typeof value === "object") return "name" in value ? String(value.name) : "changed";
  return String(value);
}
