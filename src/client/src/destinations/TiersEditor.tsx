import type { Schemas, Slot } from "../data/client";
import { Button } from "../ui/Button";
import { FaultLine } from "../ui/Fault";
import { LinkButton } from "../ui/LinkButton";
import { Group, NumberField, TextField, useProblem, useValue } from "./fields";
import { SizesEditor, shapeOf } from "./SizesEditor";
import type { LayoutOutcome } from "./useDraft";

type Tier = Schemas["TierDocument"];

const three: readonly Tier[] = [
  { name: "narrow", from: 0 },
  { name: "medium", from: 640 },
  { name: "wide", from: 1200 },
];

/** Ranges of viewport widths in which the picture is framed apart. */
export function TiersEditor({ at, layouts }: { at: string; layouts: readonly LayoutOutcome[] }) {
  const [slot] = useValue<Slot>(at);
  const [tiers = [], set] = useValue<readonly Tier[]>(`${at}.tiers`);
  const problem = useProblem(`${at}.tiers`);
  const put = (next: readonly Tier[], label: string) => set(next.length > 0 ? next : undefined, label);
  const add = () => {
    const last = tiers.at(-1);
    if (!last) return put(three, "add tiers");
    let number = tiers.length + 1;
    while (tiers.some((tier) => tier.name === `range ${number}`)) number++;
    return put([...tiers, { name: `range ${number}`, from: Number(last.from) + 320 }], "add a screen range");
  };
  return (
    <Group title="Screen ranges">
      {tiers.length === 0 && (
        <p className="text-soft">
          The same framing on every screen. With tiers, narrow screens get a tighter crop of their own, always
          from the original.
        </p>
      )}
      {tiers.map((tier, index) => {
        const here = `${at}.tiers[${index}]`;
        return (
          <div key={here} className="grid gap-2 border-b border-line-soft pb-2">
            <div className="grid grid-cols-[1fr_96px_120px] items-start gap-2">
              <TextField path={`${here}.name`} label="Name" />
              <NumberField path={`${here}.from`} label="from viewport" unit="px" needed />
              <TextField path={`${here}.shape`} label="Shape" mono optional placeholder={slot?.shape ?? ""} />
            </div>
            {tier.sizes ? (
              <SizesEditor
                at={here}
                shape={slot ? shapeOf(slot, tier) : ""}
                layout={layouts.find((layout) => layout.tier === tier.name)}
              />
            ) : null}
            <div className="flex gap-3 text-soft">
              <TierSizes at={here} tier={tier} />
              <LinkButton
                onClick={() =>
                  put(
                    tiers.filter((_, place) => place !== index),
                    "delete a screen range",
                  )
                }
              >
                Delete this screen range
              </LinkButton>
            </div>
          </div>
        );
      })}
      {problem && <FaultLine>{problem}</FaultLine>}
      <Button className="justify-self-start" onClick={add}>
        {tiers.length === 0 ? "Give narrow, medium and wide screens separate crops" : "Add a screen range"}
      </Button>
    </Group>
  );
}

function TierSizes({ at, tier }: { at: string; tier: Tier }) {
  const [, set] = useValue<Tier["sizes"]>(`${at}.sizes`);
  return (
    <LinkButton
      onClick={() => set(tier.sizes ? undefined : { widths: [1000, 500] }, "sizes of a screen range")}
    >
      {tier.sizes ? "Use the slot's sizes" : "Give it sizes of its own"}
    </LinkButton>
  );
}
