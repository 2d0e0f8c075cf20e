import type { Destination } from "../../data/client";
import { formatName } from "../../destinations/FileEditor";
import { Field, TextBox } from "../../ui/Field";
import { Radios } from "../../ui/Radios";
import { Select } from "../../ui/Select";
import { faultsOf, type Typed, type Wanted } from "./wanted";

const formats: readonly Typed["format"][] = ["jpeg", "webp", "avif", "png"];

const shapes = [
  ["free", "As the picture is"],
  ["1:1", "1:1, square"],
  ["4:5", "4:5, upright"],
  ["3:2", "3:2"],
  ["16:9", "16:9"],
  ["2:1", "2:1"],
] as const;

/** What is wanted: typed, as a slot that is there, or as a ready example says. */
export function AdHocForm({
  wanted,
  onWanted,
  name,
  onName,
  destinations,
  examples,
}: {
  wanted: Wanted;
  onWanted: (wanted: Wanted) => void;
  name: string;
  onName: (name: string) => void;
  destinations: readonly Destination[];
  examples: readonly Destination[];
}) {
  const { typed } = wanted;
  const faults = faultsOf(typed);
  const type = (change: Partial<Typed>) => onWanted({ ...wanted, typed: { ...typed, ...change } });
  const withSlots = destinations.filter((one) => one.slots.length > 0);
  return (
    <div className="grid content-start gap-3.5 overflow-y-auto p-1">
      <Radios
        label="What is wanted"
        className="grid gap-1.5"
        options={[
          { value: "typed", words: "What I type here" },
          ...(withSlots.length > 0 ? [{ value: "slot" as const, words: "What a slot demands" }] : []),
          { value: "example", words: "What a ready example demands" },
        ]}
        value={wanted.from}
        onValue={(from) => onWanted({ ...wanted, from })}
      />
      {wanted.from === "slot" && (
        <Field label="Slot">
          {(control) => (
            <Select
              {...control}
              value={wanted.slotId || (withSlots[0]?.slots[0]?.id ?? "")}
              options={[]}
              groups={withSlots.map((one) => ({
                name: one.name,
                options: one.slots.map((slot) => [slot.id, slot.name] as const),
              }))}
              onValue={(slotId) => onWanted({ ...wanted, slotId })}
            />
          )}
        </Field>
      )}
      {wanted.from === "example" && (
        <Field label="Example" help="Its numbers are invented: check them against your place.">
          {(control) => (
            <Select
              {...control}
              value={wanted.exampleId || (examples[0]?.id ?? "")}
              options={examples.map((one) => [one.id, one.name] as const)}
              onValue={(exampleId) => onWanted({ ...wanted, exampleId })}
            />
          )}
        </Field>
      )}
      {wanted.from === "typed" && (
        <>
          <div className="grid grid-cols-2 gap-2">
            <Figure
              label="Width at most"
              unit="px"
              value={typed.width}
              fault={faults.width}
              onValue={(width) => type({ width })}
            />
            <Figure
              label="Height at most"
              unit="px"
              value={typed.height}
              fault={faults.height}
              onValue={(height) => type({ height })}
            />
            <Figure
              label="Maximum size"
              unit="kB"
              value={typed.maxKb}
              fault={faults.maxKb}
              onValue={(maxKb) => type({ maxKb })}
            />
            <Field label="Format">
              {(control) => (
                <Select
                  {...control}
                  value={typed.format}
                  options={formats.map((one) => [one, formatName(one)] as const)}
                  onValue={(format) => type({ format })}
                />
              )}
            </Field>
          </div>
          <Field label="Shape">
            {(control) => (
              <Select
                {...control}
                value={typed.shape}
                options={shapes}
                onValue={(shape) => type({ shape })}
              />
            )}
          </Field>
        </>
      )}
      <Field
        label="Name"
        help="Of the first picture, such as kites-spring-01; numbers go on from it. Empty: each keeps its own file name."
      >
        {(control) => (
          <TextBox
            {...control}
            maxLength={120}
            value={name}
            onChange={(event) => onName(event.target.value)}
          />
        )}
      </Field>
    </div>
  );
}

function Figure({
  label,
  unit,
  value,
  fault,
  onValue,
}: {
  label: string;
  unit: string;
  value: string;
  fault: string | undefined;
  onValue: (value: string) => void;
}) {
  return (
    <Field label={`${label}, ${unit}`} fault={fault}>
      {(control) => (
        <TextBox
          {...control}
          figures
          inputMode="decimal"
          placeholder="no limit"
          value={value}
          onChange={(event) => onValue(event.target.value)}
        />
      )}
    </Field>
  );
}
