import type { Schemas } from "../data/client";
import { count } from "../instruments/numbers";
import { copyText } from "../shell/clipboard";
import { Button } from "../ui/Button";
import { FaultLine } from "../ui/Fault";
import { LinkButton } from "../ui/LinkButton";
import { Press } from "../ui/Press";
import { NumberField, TextField, useProblem, useValue } from "./fields";
import { LadderEditor } from "./LadderEditor";
import type { LayoutOutcome } from "./useDraft";
import { WidthPlot } from "./WidthPlot";

type Row = Schemas["LayoutRowDocument"];

/** How wide the picture is shown, row by row; what follows from it below. */
export function LayoutEditor({ at, outcome }: { at: string; outcome: LayoutOutcome | undefined }) {
  const [rows = [], setRows] = useValue<readonly Row[]>(`${at}.rows`);
  const problem = useProblem(`${at}.rows`);
  const isUnordered = rows.some(
    (row, index) => index > 0 && Number(row.from) < Number(rows[index - 1]?.from),
  );
  // Rows have no other name than their place.
  const pathOf = (index: number) => `${at}.rows[${index}]`;
  const add = () => {
    const last = rows.at(-1);
    const from = Math.max(0, Number(last?.from) || 0) + 320;
    setRows([...rows, { from, width: last?.width ?? "100vw" }], "layout rows");
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <fieldset className="grid gap-1" aria-label="Rows of the layout">
        <div
          aria-hidden
          className="grid grid-cols-[84px_minmax(0,1fr)_92px_24px] gap-2 border-b border-line pb-1 text-soft"
        >
          <span>from viewport</span>
          <span>shown at</span>
          <span>width in CSS px</span>
        </div>
        {rows.map((row, index) => (
          <RowFields
            key={pathOf(index)}
            at={pathOf(index)}
            row={row}
            outcome={outcome?.rows[index]}
            first={index === 0}
            onRemove={() =>
              setRows(
                rows.filter((_, place) => place !== index),
                "layout rows",
              )
            }
          />
        ))}
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <div className="flex gap-2 pt-1">
          <Button onClick={add}>Add a row</Button>
          {isUnordered && (
            <Button
              onClick={() =>
                setRows(
                  [...rows].sort((a, b) => a.from - b.from),
                  "order of rows",
                )
              }
            >
              Put in order
            </Button>
          )}
        </div>
      </fieldset>
      {outcome && <WidthPlot points={outcome.plot} breaks={outcome.rows.slice(1).map((row) => row.from)} />}
      {outcome && <SizesAttribute text={outcome.sizes} />}
      <LadderEditor at={`${at}.ladder`} outcome={outcome} />
    </div>
  );
}

function RowFields({
  at,
  row,
  outcome,
  first,
  onRemove,
}: {
  at: string;
  row: Row;
  outcome: Schemas["RowOutcome"] | undefined;
  first: boolean;
  onRemove: () => void;
}) {
  const [, set] = useValue<Row>(at);
  const columnsProblem = useProblem(`${at}.columns`);
  const toColumns = () =>
    set({ from: row.from, columns: { container: 1200, margin: 16, count: 3, gap: 16, span: 1 } }, "columns");
  const range = outcome
    ? outcome.least === outcome.most
      ? count(outcome.least)
      : `${count(outcome.least)}–${count(outcome.most)}`
    : "";
  return (
    <div className="grid grid-cols-[84px_minmax(0,1fr)_92px_24px] items-start gap-2 border-b border-line-soft py-1">
      <NumberField path={`${at}.from`} label="From viewport width, px" hidesLabel needed />
      {row.columns ? (
        <div className="flex items-baseline gap-1.5 pt-[3px]">
          <span className="grow">
            {row.columns.span} of {row.columns.count} columns
          </span>
          <LinkButton
            className="text-soft"
            onClick={() => set({ from: row.from, width: outcome?.css ?? "100vw" }, "width")}
          >
            type a length
          </LinkButton>
        </div>
      ) : (
        <div className="flex items-start gap-1.5">
          <TextField
            path={`${at}.width`}
            label="Shown width"
            hidesLabel
            mono
            placeholder="46vw"
            className="grow"
          />
          <LinkButton className="py-[3px] whitespace-nowrap text-soft" onClick={toColumns}>
            count columns
          </LinkButton>
        </div>
      )}
      <span className="figures pt-1">{range}</span>
      {first ? (
        <span />
      ) : (
        <Press
          aria-label={`Remove the row from ${row.from} px`}
          className="pt-0.5 text-soft"
          onClick={onRemove}
        >
          ×
        </Press>
      )}
      {row.columns && (
        <div className="col-span-4 grid grid-cols-5 gap-2 pb-1 pl-[92px]">
          <NumberField path={`${at}.columns.count`} label="columns" needed />
          <NumberField path={`${at}.columns.span`} label="spanned" needed />
          <NumberField path={`${at}.columns.gap`} label="gap" placeholder="0" />
          <NumberField
            path={`${at}.columns.margin`}
            label="margins"
            placeholder="0"
            hint="On each side of the grid"
          />
          <NumberField
            path={`${at}.columns.container`}
            label="at most"
            placeholder="no limit"
            hint="The widest that the grid gets, without its margins"
          />
          {columnsProblem && <FaultLine className="col-span-5">{columnsProblem}</FaultLine>}
        </div>
      )}
    </div>
  );
}

function SizesAttribute({ text }: { text: string }) {
  const copy = () => copyText(`sizes="${text}"`, "The sizes attribute");
  return (
    <div className="flex items-start gap-2 border-l-3 border-brass-fill bg-ground px-2.5 py-1.5">
      <code className="figures grow wrap-anywhere" data-testid="sizes-attribute">
        sizes="{text}"
      </code>
      <LinkButton className="text-soft" onClick={() => void copy()}>
        Copy
      </LinkButton>
    </div>
  );
}
