import { ChoiceField, Field, Group, useValue } from "../destinations/fields";
import { useSource, useSources } from "../sources/useSources";
import { CheckBox } from "../ui/CheckBox";
import { NinePlaces } from "../ui/NinePlaces";
import { anchors } from "./anchors";
import { SlideField } from "./SlideField";
import type { Treatments } from "./useTreated";

type Mark = NonNullable<Treatments["mark"]>;
type AnchorId = (typeof anchors)[number][0];

/** The mark of a slot: which picture it is, where it stands, how large and how opaque. */
export function MarkFields({ at }: { at: string }) {
  const [mark, set] = useValue<Mark>(at);
  const marks = useSources({ trait: "transparent" }).data?.pages[0]?.items ?? [];
  const first = marks[0];
  return (
    <Group
      title="Mark"
      aside={
        first || mark ? (
          <CheckBox
            checked={mark !== undefined}
            onChecked={(on) =>
              set(on && first ? { picture: first.id } : undefined, on ? "set a mark" : "take the mark out")
            }
          >
            a sign is set on it
          </CheckBox>
        ) : undefined
      }
    >
      {mark === undefined ? (
        <p className="text-soft">
          {first
            ? "The shop's sign in a corner: never on what the destination covers, nor on the subject where there is room elsewhere."
            : "A mark is a picture with a transparent ground (PNG or SVG). Add one under Sources."}
        </p>
      ) : (
        <MarkSettings at={at} mark={mark} marks={marks} />
      )}
    </Group>
  );
}

function MarkSettings({
  at,
  mark,
  marks,
}: {
  at: string;
  mark: Mark;
  marks: readonly { id: string; stem: string }[];
}) {
  const [anchor, setAnchor] = useValue<AnchorId>(`${at}.anchor`);
  const [size, setSize] = useValue<number>(`${at}.size`);
  const [margin, setMargin] = useValue<number>(`${at}.margin`);
  const [opacity, setOpacity] = useValue<number>(`${at}.opacity`);
  const pictures = useChoices(marks, mark.picture);
  const lights = useChoices(marks, mark.lightPicture);
  return (
    <>
      <div className="grid grid-cols-2 items-start gap-2">
        <ChoiceField path={`${at}.picture`} label="Picture" choices={pictures} />
        <ChoiceField
          path={`${at}.lightPicture`}
          label="On dark grounds"
          choices={[["", "the same"], ...lights]}
          usual=""
        />
      </div>
      <Field path={`${at}.anchor`} label="Place">
        {() => (
          <NinePlaces
            label="Place of the mark"
            places={anchors}
            value={anchor ?? "bottom-right"}
            onValue={(next) => setAnchor(next === "bottom-right" ? undefined : next, "place of the mark")}
          />
        )}
      </Field>
      <div className="grid grid-cols-2 gap-2">
        <SlideField
          label="Size, of the shorter side"
          value={size ?? 0.15}
          onValue={(next) => setSize(next, "size of the mark")}
        />
        <SlideField
          label="Margin"
          value={margin ?? 0.04}
          most={0.4}
          onValue={(next) => setMargin(next, "margin of the mark")}
        />
        <SlideField
          label="Opacity"
          value={opacity ?? 1}
          onValue={(next) => setOpacity(next, "opacity of the mark")}
        />
      </div>
    </>
  );
}

// What is set need not be among the first that are offered.
function useChoices(marks: readonly { id: string; stem: string }[], now: string | null | undefined) {
  const isOffered = !now || marks.some((one) => one.id === now);
  const other = useSource(isOffered ? undefined : now);
  const offered = marks.map((one) => [one.id, one.stem] as const);
  return now && !isOffered
    ? [...offered, [now, other.data?.stem ?? "a picture that is not here"] as const]
    : offered;
}
