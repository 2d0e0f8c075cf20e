import type { Slot } from "../data/client";
import { Choices } from "../ui/Choices";
import { FaultLine } from "../ui/Fault";
import { TextBox } from "../ui/Field";
import { Field, useProblem, useValue } from "./fields";

type Mode = "ratio" | "pixels" | "range" | "free";
const modes = [
  ["ratio", "ratio"],
  ["pixels", "exact pixels"],
  ["range", "range"],
  ["free", "free"],
] as const;
const firstOf: Record<Mode, string> = { ratio: "3:2", pixels: "1200x800", range: "4:5..16:9", free: "free" };

/** Which way a shape is written. */
export function modeOf(shape: string): Mode {
  if (shape === "free") return "free";
  if (shape.includes("..")) return "range";
  return /^[^:]*x/.test(shape) ? "pixels" : "ratio";
}

/** The slot with its shape given in another way, and sizes that go with it. */
export function inMode(slot: Slot, mode: Mode): Slot {
  const { sizes, ...rest } = slot;
  const shape = firstOf[mode];
  if (mode === "pixels")
    return {
      ...rest,
      shape,
      ...(sizes?.multiples && { sizes: { multiples: { factors: sizes.multiples.factors } } }),
    };
  const [width] = slot.shape.split("x").map(Number);
  return { ...rest, shape, sizes: sizes && !sizes.multiples ? sizes : { widths: [width || 1200] } };
}

/** The proportions that a slot demands. */
export function ShapeEditor({ at }: { at: string }) {
  const [slot, setSlot] = useValue<Slot>(at);
  const path = `${at}.shape`;
  const [shape = "", set] = useValue<string>(path);
  const problem = useProblem(path);
  const mode = modeOf(shape);
  const parts = mode === "range" ? shape.split("..") : mode === "pixels" ? shape.split("x") : [shape];
  const join = mode === "range" ? ".." : "x";
  const put = (index: number, text: string) =>
    set(parts.map((part, place) => (place === index ? text.trim() : part)).join(join), "shape");
  const labels =
    mode === "range"
      ? ["From ratio", "To ratio"]
      : mode === "pixels"
        ? ["Width, px", "Height, px"]
        : ["Ratio"];
  return (
    <div className="flex flex-wrap items-end gap-x-3 gap-y-2">
      <Choices
        label="Shape by"
        choices={modes}
        value={mode}
        onValue={(next) => slot && setSlot(inMode(slot, next), "shape")}
      />
      {mode !== "free" && (
        <div className="flex gap-2">
          {labels.map((label, index) => (
            <Field key={label} path={`${path}#${index}`} label={label} className="w-24">
              {(control) => (
                <TextBox
                  {...control}
                  figures
                  aria-invalid={problem !== undefined}
                  value={parts[index] ?? ""}
                  onChange={(event) => put(index, event.target.value)}
                />
              )}
            </Field>
          ))}
        </div>
      )}
      {problem && <FaultLine className="w-full">{problem}</FaultLine>}
    </div>
  );
}
