import { useCallback, useState } from "react";
import { useNavigate } from "react-router";
import { useActions } from "../actions/bound";
import type { Variant } from "../data/client";
import { type Place, usePlaces } from "../destinations/useDestinations";
import { Gauge } from "../instruments/Gauge";
import { Name } from "../instruments/Name";
import { bytes, count, looksWords, saving, size, some } from "../instruments/numbers";
import { RatioChip } from "../instruments/RatioChip";
import { StateMark } from "../instruments/StateMark";
import { VariantThumbnail } from "../runs/VariantThumbnail";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { Fault } from "../ui/Fault";
import { Press } from "../ui/Press";
import { VirtualRows } from "../ui/VirtualRows";
import { type By, useWorst, weighingPath, worstPath } from "./useWeighing";

const rowHeight = 46;

const orders: readonly (readonly [By, string])[] = [
  ["score", "Lowest score"],
  ["cap", "Nearest to the maximum size"],
  ["saving", "Least saved"],
  ["bytes", "Largest"],
];

/** Every file, the worst first: those that could not be made before all. */
export function WorstList({ run }: { run: string | undefined }) {
  const [by, setBy] = useState<By>("score");
  const [at, setAt] = useState(0);
  const worst = useWorst(by, run);
  const places = usePlaces();
  const navigate = useNavigate();
  const items = worst.data?.pages.flatMap((page) => page.items) ?? [];
  const total = worst.data?.pages[0]?.total;
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = worst;
  const more = useCallback(() => {
    if (hasNextPage && !isFetchingNextPage) void fetchNextPage();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  const current = Math.min(at, items.length - 1);
  const open = (variant: Variant | undefined) => variant && navigate(weighingPath(variant, run));
  const step = (by: number) => () => {
    const to = Math.min(Math.max(current + by, 0), items.length - 1);
    setAt(to);
  };
  const inOrder = (next: By) => () => {
    setBy(next);
    setAt(0);
  };
  useActions("worst", {
    go: (key) => step(key === "ArrowDown" ? 1 : -1)(),
    open: () => open(items[current]),
    totals: () => navigate("/totals"),
  });
  const here = items[current];
  useReadout(
    here
      ? [
          ["file", here.fileName],
          ["bytes", here.sha256 ? count(here.bytes) : "not made"],
          ["made as", here.encoding],
          ["score", here.score !== null ? here.score.toFixed(1) : "–"],
        ]
      : [],
  );
  if (worst.error && !worst.data) return <Fault problem={worst.error} />;
  if (total === 0 && run)
    return (
      <Empty
        title="No file of this run is in use any more"
        act={
          <Button go onClick={() => navigate(worstPath())}>
            All files
          </Button>
        }
      >
        A later run has made each of them again, or its place is gone.
      </Empty>
    );
  if (total === 0)
    return (
      <Empty
        title="Nothing to weigh yet"
        act={
          <Button go onClick={() => navigate("/framing")}>
            To framing
          </Button>
        }
      >
        Render something first. Every file then lies here with its bytes and its looks, the worst first.
      </Empty>
    );
  return (
    <section className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <div className="flex items-center gap-2 border-b border-line px-4">
        <h1 className="mr-3 text-[15px]">{run ? "Worst of one run" : "Worst first"}</h1>
        {orders.map(([id, words]) => (
          <Button
            key={id}
            aria-pressed={by === id}
            className={by === id ? "" : "border-transparent!"}
            onClick={inOrder(id)}
          >
            {words}
          </Button>
        ))}
        <span className="ml-auto text-soft">{total !== undefined && some(total, "file")}</span>
        {run && <Button onClick={() => navigate(worstPath())}>All files</Button>}
        <Button act="worst.totals">Totals</Button>
      </div>
      <VirtualRows
        key={by}
        items={items}
        keyOf={(variant) => variant.id}
        height={rowHeight}
        current={current}
        onNearEnd={more}
        className="bg-sheet"
      >
        {(variant, row) => (
          <WorstRow
            variant={variant}
            place={places?.get(variant.slot)}
            isCurrent={row === current}
            onOpen={() => open(variant)}
          />
        )}
      </VirtualRows>
    </section>
  );
}

function WorstRow({
  variant,
  place,
  isCurrent,
  onOpen,
}: {
  variant: Variant;
  place: Place | undefined;
  isCurrent: boolean;
  onOpen: () => void;
}) {
  const limits = place?.slot.limits;
  const isThere = variant.sha256 !== null;
  return (
    <Press
      aria-current={isCurrent}
      onClick={onOpen}
      className="grid grid-cols-[56px_minmax(180px,1fr)_112px_60px_170px_74px_112px_58px] items-center gap-3 border-b border-line-soft px-4 py-1 text-left hover:bg-line-soft/60 aria-[current=true]:bg-line-soft max-[1150px]:grid-cols-[56px_minmax(110px,1fr)_118px_54px_112px_68px_94px_52px]"
    >
      <VariantThumbnail variant={variant} />
      <span className="min-w-0">
        <span className="flex items-center gap-1.5">
          <StateMark state={variant.state} />
          <Name text={variant.fileName} tail={26} />
        </span>
        <span className={`block truncate text-xs ${variant.state === "blocked" ? "text-stop" : "text-soft"}`}>
          {variant.findings[0]?.sentence ?? place?.path}
        </span>
      </span>
      <RatioChip width={variant.width} height={variant.height}>
        {size(variant.width, variant.height)}
      </RatioChip>
      <span>
        {variant.encoding.split(" ")[0]?.replace(",", "")}
        {variant.quality !== null && <span className="figures ml-1">{variant.quality}</span>}
      </span>
      <span>
        {isThere && (
          <Gauge
            value={variant.bytes}
            width={164}
            label={bytes(variant.bytes)}
            marks={{
              floor: limits?.fewestBytes ?? undefined,
              aim: limits?.aimBytes ? [limits.aimBytes[0] ?? 0, limits.aimBytes[1] ?? 0] : undefined,
              cap: limits?.mostBytes ?? undefined,
            }}
          />
        )}
      </span>
      <span className="figures text-right">{isThere ? bytes(variant.bytes) : "–"}</span>
      <span>
        <span className="figures mr-1.5">{variant.score?.toFixed(1) ?? "–"}</span>
        <span className="text-soft">{variant.looks ? looksWords[variant.looks] : ""}</span>
      </span>
      <span className="figures text-right">
        {isThere && variant.sourceBytes ? saving(variant.sourceBytes, variant.bytes) : ""}
      </span>
    </Press>
  );
}
