import { Field, Group, useValue } from "../destinations/fields";
import { ColourBox } from "../ui/ColourBox";
import { SlideField } from "./SlideField";
import type { Treatments } from "./useTreated";

type Edges = NonNullable<Treatments["edges"]>;

/** A line round the pictures of a slot, their corners, and the ground of a cut-out. */
export function EdgeFields({ at }: { at: string }) {
  const [edges, set] = useValue<Edges>(at);
  const put = (change: Edges, label: string) => {
    const next = { ...edges, ...change };
    set(next.line || next.corners || next.shadow ? next : undefined, label);
  };
  return (
    <Group title="Edges" aside="of the shorter side">
      <div className="grid grid-cols-2 gap-2">
        <SlideField
          label="Line round it"
          value={edges?.line ?? 0}
          most={0.1}
          fineness={1000}
          onValue={(line) => put({ line }, "line round the picture")}
        />
        <Field path={`${at}.lineColour`} label="Colour of the line">
          {(control) => (
            <ColourBox
              {...control}
              value={edges?.lineColour ?? "#000000"}
              onValue={(lineColour) => put({ lineColour }, "colour of the line")}
            />
          )}
        </Field>
        <SlideField
          label="Round corners"
          value={edges?.corners ?? 0}
          most={0.5}
          onValue={(corners) => put({ corners }, "round corners")}
        />
        <SlideField
          label="Shadow on the ground"
          value={edges?.shadow ?? 0}
          onValue={(shadow) => put({ shadow }, "shadow on the ground")}
        />
      </div>
      <p className="text-soft">
        Round corners are transparent where the format can be, else they show the background. A shadow lies
        beneath pictures with a transparent ground.
      </p>
    </Group>
  );
}
