import { useState } from "react";
import { count } from "../instruments/numbers";
import { ColourBox } from "../ui/ColourBox";
import { Field, TextBox } from "../ui/Field";
import { Radios } from "../ui/Radios";
import { SlidingFigure } from "../ui/SlidingFigure";
import type { Layout } from "./useComposed";

const mostGap = 2000;
const usualGap = 100;
const widest = 65_535;
const isShape = (text: string): boolean => /^\d+(\.\d+)?:\d+(\.\d+)?$/.test(text);

/** How pictures lie beside each other in one. */
export function LayoutFields({
  layout,
  largest,
  onLayout,
}: {
  layout: Layout;
  /** The most pixels across that the pictures have; undefined for many pairs, each with its own. */
  largest: number | undefined;
  onLayout: (layout: Layout) => void;
}) {
  const set = (change: Partial<Layout>) => onLayout({ ...layout, ...change });
  const [shape, setShape] = useState(layout.shape ?? "");
  return (
    <>
      <Radios
        label="How they lie"
        className="grid gap-1"
        options={[
          { value: "row", words: "Side by side" },
          { value: "column", words: "One above the other" },
        ]}
        value={layout.direction}
        onValue={(direction) => set({ direction })}
      />
      <Field
        label="Shape of each"
        help="Such as 4:5; each is cropped by its own subject. Empty: as each is."
        fault={shape && !isShape(shape) ? "Write two numbers with a colon between them." : undefined}
      >
        {(control) => (
          <TextBox
            {...control}
            figures
            className="w-24"
            value={shape}
            onChange={(event) => {
              const text = event.target.value.trim();
              setShape(text);
              if (text === "" || isShape(text)) set({ shape: text || null });
            }}
          />
        )}
      </Field>
      <SlidingFigure
        label="Gap between them"
        value={layout.gap}
        most={mostGap}
        slidesTo={usualGap}
        unit="px"
        onValue={(gap) => set({ gap })}
      />
      <SlidingFigure
        label="Margin round them"
        value={layout.margin}
        most={mostGap}
        slidesTo={usualGap}
        unit="px"
        onValue={(margin) => set({ margin })}
      />
      <Field label="Colour of gap and margin">
        {(control) => (
          <ColourBox {...control} value={layout.background} onValue={(background) => set({ background })} />
        )}
      </Field>
      <Field
        label="Width in all"
        help={`Empty: as many pixels as the pictures have${largest ? `, ${count(largest)}` : ""}.`}
      >
        {(control) => (
          <span className="flex items-center gap-2">
            <TextBox
              {...control}
              figures
              type="number"
              min={1}
              max={widest}
              className="w-24"
              placeholder={largest?.toString()}
              value={layout.width ?? ""}
              onChange={(event) => {
                const figure = Math.round(event.target.valueAsNumber);
                set({ width: figure >= 1 ? Math.min(figure, widest) : null });
              }}
            />
            <span className="text-soft">px</span>
          </span>
        )}
      </Field>
    </>
  );
}
