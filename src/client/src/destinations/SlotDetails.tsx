import type { ReactNode } from "react";
import type { Schemas, Slot } from "../api/client";
import { Gauge } from "../instruments/Gauge";
import { bytes, ratio, size } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";

const fits = {
  cover: "cover: fills the shape, the rest is cropped away",
  contain: "contain: the whole picture, no crop",
  pad: "pad: the whole picture, filled up with",
};
const colours = { srgb: "converted to sRGB", keep: "kept, with the profile" };
const metadata = { rights: "rights fields only", all: "rights fields and description", none: "none" };

/** What a slot demands of a file, in words, figures and a gauge. */
export function SlotDetails({ slot, drawing }: { slot: Slot; drawing: Schemas["SlotDrawing"] | undefined }) {
  const limits = slot.limits;
  const sizes = drawing?.sizes ?? [];
  const largest = sizes[0];
  const files = Math.max(sizes.length, 1) * (slot.deliver === "each" ? slot.formats.length : 1);
  return (
    <>
      <div className="flex items-center gap-3">
        <h2 className="text-[15px]">{slot.name}</h2>
        {largest && slot.shape !== "free" && (
          <RatioChip width={largest.width} height={largest.height}>
            {slot.shape.includes(":") ? slot.shape : ratio(largest.width, largest.height)}
          </RatioChip>
        )}
        {slot.shape === "free" && <span className="text-soft">free shape</span>}
        <span className="ml-auto text-soft">
          makes {files} {files === 1 ? "file" : "files"}
        </span>
      </div>
      <dl className="grid grid-cols-[92px_1fr] gap-x-3 gap-y-2.5">
        <Row name="Sizes">
          {sizes.length === 0 ? (
            "every pixel of the crop"
          ) : (
            <span className="grid gap-1">
              {sizes.map((one) => (
                <RatioChip key={one.width} width={one.width} height={one.height}>
                  {drawing?.followsPicture
                    ? `${one.width} wide, height follows`
                    : `${size(one.width, one.height)} px`}
                </RatioChip>
              ))}
            </span>
          )}
        </Row>
        <Row name="Formats">
          {slot.formats.map(formatName).join(", ")}
          {slot.formats.length > 1 &&
            (slot.deliver === "each" ? ", one file each" : ", whichever suits the picture")}
        </Row>
        <Row name="Fit">
          {fits[slot.fit ?? "cover"]} {slot.fit === "pad" && <Swatch colour={slot.background ?? "#ffffff"} />}
        </Row>
        <Row name="Colour">{colours[slot.colour ?? "srgb"]}</Row>
        <Row name="Transparency">
          {slot.transparency === false ? "laid on " : "kept where the format can, else laid on "}
          <Swatch colour={slot.background ?? "#ffffff"} />
        </Row>
        <Row name="Metadata">{metadata[slot.metadata ?? "rights"]}; never place or camera</Row>
        <Row name="File name">
          <code className="figures">{slot.fileName ?? "{stem}-{slot}-{width}w"}</code>
        </Row>
        {(slot.keepClear ?? []).length > 0 && (
          <Row name="Keep clear">{slot.keepClear?.map((zone) => zone.name).join(", ")}</Row>
        )}
      </dl>
      {limits && (
        <section className="grid gap-2">
          <h2>Limits</h2>
          <Gauge
            width={280}
            value={undefined}
            label="limits of a file in bytes"
            marks={{
              floor: limits.fewestBytes ?? undefined,
              aim: limits.aimBytes ? [limits.aimBytes[0] ?? 0, limits.aimBytes[1] ?? 0] : undefined,
              cap: limits.mostBytes ?? undefined,
            }}
          />
          <dl className="grid grid-cols-[92px_1fr] gap-x-3 gap-y-1">
            {limits.mostBytes && <Row name="At most">{figure(limits.mostBytes)}</Row>}
            {limits.aimBytes && (
              <Row name="Aim">
                {figure(limits.aimBytes[0] ?? 0)} to {figure(limits.aimBytes[1] ?? 0)}
              </Row>
            )}
            {limits.fewestBytes && <Row name="Poor below">{figure(limits.fewestBytes)}</Row>}
          </dl>
        </section>
      )}
    </>
  );
}

/** Formats as people write them. */
export const formatName = (format: string): string =>
  format === "webp" || format === "webP" ? "WebP" : format.toUpperCase();

const figure = (value: number) => (
  <span className="figures" title={`${value} bytes`}>
    {bytes(value)}
  </span>
);

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="contents">
      <dt className="text-soft">{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}

function Swatch({ colour }: { colour: string }) {
  return (
    <span className="inline-flex items-center gap-1">
      <span aria-hidden className="inline-block size-3 border border-line" style={{ background: colour }} />
      <span className="figures">{colour}</span>
    </span>
  );
}
