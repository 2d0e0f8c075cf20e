import type { Slot } from "../data/client";
import { Gauge } from "../instruments/Gauge";
import { bytes } from "../instruments/numbers";
import { FaultLine } from "../ui/Fault";
import { TextBox } from "../ui/Field";
import { Press } from "../ui/Press";
import { ChoiceField, Field, Group, NumberField, Said, TextField, useProblem, useValue } from "./fields";

const formats = ["avif", "webp", "jpeg", "png", "gif", "tiff"] as const;

/** Formats as people write them. */
export const formatName = (format: string): string =>
  format === "webp" || format === "webP" ? "WebP" : format.toUpperCase();

/** How a source fills the shape, and what a file may be. */
export function FileEditor({ at }: { at: string }) {
  const [slot] = useValue<Slot>(at);
  const limits = slot?.limits;
  const aim = useProblem(`${at}.limits.aimBytes`);
  const sides = useProblem(`${at}.limits`);
  const prefersSmaller = slot?.looks?.prefer === "smaller";
  const fillsUp = slot?.fit === "pad" || slot?.formats.includes("jpeg");
  return (
    <>
      <Group title="Formats">
        <Formats path={`${at}.formats`} />
        <ChoiceField
          path={`${at}.deliver`}
          label="Output"
          usual="one"
          choices={[
            ["one", "one file, in the format that suits the picture"],
            ["each", "one file in each format, for the page to choose from"],
          ]}
        />
        <ChoiceField
          path={`${at}.animation`}
          label="Animations"
          usual="firstFrame"
          choices={[
            ["firstFrame", "their first frame"],
            ["keep", "kept moving, in GIF and WebP"],
          ]}
        />
      </Group>
      <Group
        title="File size"
        aside={
          limits && (
            <Gauge
              value={undefined}
              label="limits of a file"
              marks={{
                floor: limits.fewestBytes ?? undefined,
                aim: limits.aimBytes ? [Number(limits.aimBytes[0]), Number(limits.aimBytes[1])] : undefined,
                cap: limits.mostBytes ?? undefined,
              }}
            />
          )
        }
      >
        <div className="grid grid-cols-4 items-start gap-2">
          <NumberField
            path={`${at}.limits.mostBytes`}
            label="Maximum"
            unit="kB"
            scale={1000}
            placeholder="no limit"
          />
          <AimField path={`${at}.limits.aimBytes`} index={0} label="Target from" />
          <AimField path={`${at}.limits.aimBytes`} index={1} label="Target to" />
          <NumberField
            path={`${at}.limits.fewestBytes`}
            label="Minimum"
            unit="kB"
            scale={1000}
            placeholder="—"
          />
        </div>
        {aim && (
          <p role="alert" className="text-stop">
            {aim}
          </p>
        )}
        <div className="grid grid-cols-4 items-start gap-2">
          <NumberField path={`${at}.quality.floor`} label="Lowest quality" placeholder="1" />
          <NumberField
            path={`${at}.quality.ceiling`}
            label="Highest quality"
            placeholder={prefersSmaller ? "95" : "85"}
          />
          <NumberField path={`${at}.limits.leastSide`} label="Shortest side" unit="px" placeholder="—" />
          <NumberField path={`${at}.limits.mostSide`} label="Longest side" unit="px" placeholder="—" />
        </div>
        <Said path={`${at}.quality`} />
        {sides && (
          <p role="alert" className="text-stop">
            {sides}
          </p>
        )}
        {limits?.mostBytes ? (
          <p className="text-soft">
            {bytes(limits.mostBytes)} are {new Intl.NumberFormat("en").format(limits.mostBytes)} bytes; a
            heavier file is never handed out.
          </p>
        ) : null}
      </Group>
      <Group title="Visual quality">
        <div className="grid grid-cols-2 items-start gap-2">
          <ChoiceField
            path={`${at}.looks.prefer`}
            label="Within the limits"
            usual="better"
            choices={[
              ["better", "the best quality there is room for"],
              ["smaller", "the fewest bytes for the target score"],
            ]}
          />
          <ChoiceField
            path={`${at}.effort`}
            label="Effort"
            usual="quick"
            choices={[
              ["quick", "Quick"],
              ["thorough", "Thorough (about 5 % smaller, AVIF 20 %; 3 × the time)"],
            ]}
          />
        </div>
        <div className="grid grid-cols-4 items-start gap-2">
          <NumberField path={`${at}.looks.wanted`} label="Target score" placeholder="78" />
          <NumberField path={`${at}.looks.floor`} label="Minimum score" placeholder="40" />
          <ChoiceField
            path={`${at}.sharpening`}
            label="Sharpening"
            usual="off"
            choices={[
              ["off", "off"],
              ["light", "light"],
              ["normal", "normal"],
            ]}
          />
          <NumberField path={`${at}.ppi`} label="Resolution tag" placeholder="none" />
        </div>
        <Said path={`${at}.looks`} />
        <p className="text-soft">
          The score says how near a file is to the picture before encoding: 100 is the same, 90
          indistinguishable, 80 very good, 66 good, below 40 poor.
          {slot?.ppi ? " Screens ignore pixels per inch; page layout programs place by them." : ""}
        </p>
      </Group>
      <Group title="Fit and colour">
        <div className="grid grid-cols-2 items-start gap-2">
          <ChoiceField
            path={`${at}.fit`}
            label="Fit"
            usual="cover"
            choices={[
              ["cover", "cover: crop to the shape"],
              ["contain", "contain: the whole picture"],
              ["pad", "pad: filled up with a colour"],
            ]}
          />
          {fillsUp ? (
            <TextField path={`${at}.background`} label="Background" mono optional placeholder="#ffffff" />
          ) : (
            <span />
          )}
          <ChoiceField<boolean | "must">
            path={`${at}.transparency`}
            label="Transparency"
            usual={true}
            choices={[
              [true, "kept where the format can"],
              [false, "laid on the background"],
              ["must", "must be kept in every file"],
            ]}
          />
          <ChoiceField
            path={`${at}.colour`}
            label="Colour"
            usual="srgb"
            choices={[
              ["srgb", "converted to sRGB"],
              ["keep", "kept, with the profile"],
            ]}
          />
          <ChoiceField
            path={`${at}.metadata`}
            label="Metadata"
            usual="rights"
            choices={[
              ["rights", "rights fields only"],
              ["all", "rights fields and description"],
              ["none", "none"],
            ]}
          />
        </div>
      </Group>
    </>
  );
}

/** One end of the bytes aimed at; both empty means that nothing is aimed at. */
function AimField({ path, index, label }: { path: string; index: 0 | 1; label: string }) {
  const [aim, set] = useValue<(number | null)[]>(path);
  const shown = aim?.[index];
  return (
    <Field path={`${path}#${index}`} label={label}>
      {(control) => (
        <span className="flex items-center gap-1">
          <TextBox
            {...control}
            figures
            inputMode="decimal"
            placeholder="—"
            className="w-full"
            value={typeof shown === "number" ? shown / 1000 : (shown ?? "")}
            onChange={(event) => {
              const typed = event.target.value.trim();
              const number =
                typed === ""
                  ? undefined
                  : Number.isFinite(Number(typed))
                    ? Math.round(Number(typed) * 1000)
                    : typed;
              const pair = [aim?.[0], aim?.[1]] as (number | string | undefined)[];
              pair[index] = number;
              const said = pair.filter((one) => one !== undefined);
              // While one end is missing the other stands alone, which is explained below.
              set(
                said.length === 0 ? undefined : (pair.map((one) => one ?? 0) as number[]),
                "target file size",
              );
            }}
          />
          <span className="text-soft">kB</span>
        </span>
      )}
    </Field>
  );
}

function Formats({ path }: { path: string }) {
  const [chosen = [], set] = useValue<readonly string[]>(path);
  const problem = useProblem(path);
  const move = (format: string, by: number) => {
    const from = chosen.indexOf(format);
    const next = [...chosen];
    next.splice(from, 1);
    next.splice(from + by, 0, format);
    set(next, "formats");
  };
  const rest = formats.filter((one) => !chosen.includes(one));
  return (
    <div className="grid gap-1.5">
      <div className="flex flex-wrap items-center gap-1.5">
        {chosen.map((format, index) => (
          <span key={format} className="inline-flex items-center rounded border border-ink bg-field">
            {index > 0 && (
              <Press
                aria-label={`Prefer ${formatName(format)} more`}
                className="px-1 text-soft"
                onClick={() => move(format, -1)}
              >
                ‹
              </Press>
            )}
            <span className="px-1.5 py-[2px]">{formatName(format)}</span>
            <Press
              aria-label={`Leave ${formatName(format)} out`}
              className="px-1 text-soft"
              onClick={() =>
                set(
                  chosen.filter((one) => one !== format),
                  "formats",
                )
              }
            >
              ×
            </Press>
          </span>
        ))}
        {rest.map((format) => (
          <Press
            key={format}
            aria-label={`Add ${formatName(format)}`}
            className="rounded border border-dashed border-soft px-1.5 py-[2px] text-soft"
            onClick={() => set([...chosen, format], "formats")}
          >
            + {formatName(format)}
          </Press>
        ))}
      </div>
      {problem ? (
        <FaultLine>{problem}</FaultLine>
      ) : (
        chosen.length > 1 && <p className="text-soft">The preferred first.</p>
      )}
    </div>
  );
}
