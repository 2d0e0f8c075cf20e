import type { Slot } from "../data/client";
import { Button } from "../ui/Button";
import { FaultLine } from "../ui/Fault";
import { LinkButton } from "../ui/LinkButton";
import { ChoiceField, Group, NumberField, TextField, useProblem, useValue } from "./fields";

type Zone = NonNullable<Slot["keepClear"]>[number];

const forms = [
  ["rectangle", "rectangle"],
  ["ellipse", "round"],
  ["outsideEllipse", "outside a round mask"],
] as const;

const focusPlaces = ["center", "thirds", "left", "right", "top", "bottom"];

/** Where the subject should lie, and what the destination covers or cuts off, in per cent of the picture. */
export function ZonesEditor({ at }: { at: string }) {
  return (
    <div className="grid gap-3.5">
      <Group title="Subject">
        <div className="grid grid-cols-2 items-start gap-2">
          <TextField
            path={`${at}.focusAt`}
            label="Focus lies at"
            hint="center, thirds, or a CSS position such as right top or 30% 60%"
            placeholder="center"
            list={focusPlaces}
            optional
          />
          <NumberField
            path={`${at}.breathing`}
            label="Room around it"
            hint="Of the subject's longer side"
            unit="%"
            scale={0.01}
            placeholder="5"
          />
        </div>
      </Group>
      <Zones at={at} />
    </div>
  );
}

function Zones({ at }: { at: string }) {
  const [zones = [], set] = useValue<readonly Zone[]>(`${at}.keepClear`);
  const put = (next: readonly Zone[], label: string) => set(next.length > 0 ? next : undefined, label);
  // Two zones may have one name.
  const pathOf = (index: number) => `${at}.keepClear[${index}]`;
  return (
    <Group title="Keep clear">
      {zones.length === 0 && (
        <p className="text-soft">Nothing covers the picture here: no avatar, no badge, no round mask.</p>
      )}
      {zones.map((_, index) => (
        <ZoneFields
          key={pathOf(index)}
          at={pathOf(index)}
          onRemove={() =>
            put(
              zones.filter((_, place) => place !== index),
              "take a zone away",
            )
          }
        />
      ))}
      <div className="flex gap-2">
        <Button
          onClick={() =>
            put(
              [...zones, { name: "badge", form: "rectangle", x: 0.7, y: 0, width: 0.3, height: 0.2 }],
              "add a zone",
            )
          }
        >
          Add a zone
        </Button>
        <Button
          onClick={() =>
            put(
              [...zones, { name: "round crop", form: "outsideEllipse", x: 0, y: 0, width: 1, height: 1 }],
              "add a mask",
            )
          }
        >
          Add a round mask
        </Button>
      </div>
    </Group>
  );
}

function ZoneFields({ at, onRemove }: { at: string; onRemove: () => void }) {
  const problem = useProblem(at);
  return (
    <div className="grid grid-cols-4 items-start gap-2 border-b border-line-soft pb-2">
      <TextField path={`${at}.name`} label="What is there" className="col-span-2" />
      <ChoiceField path={`${at}.form`} label="Form" choices={forms} className="col-span-2" />
      {(["x", "y", "width", "height"] as const).map((side) => (
        <NumberField
          key={side}
          path={`${at}.${side}`}
          label={{ x: "from left", y: "from top", width: "wide", height: "high" }[side]}
          unit="%"
          scale={0.01}
          needed
        />
      ))}
      {problem && <FaultLine className="col-span-4">{problem}</FaultLine>}
      <LinkButton className="col-span-4 justify-self-start text-soft" onClick={onRemove}>
        Delete this zone
      </LinkButton>
    </div>
  );
}
