import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useActions } from "../actions/bound";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { useDestinations } from "../destinations/useDestinations";
import { Gauge } from "../instruments/Gauge";
import { bytes, count, saving, some } from "../instruments/numbers";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Fault } from "../ui/Fault";
import { TextBox } from "../ui/Field";

const tooHeavy = 1_000_000;

/** What went in, what came out, place by place; and what the pictures of a page weigh on a visitor's screen. */
export function TotalsScreen() {
  const navigate = useNavigate();
  const destinations = useDestinations();
  const totals = useQuery({
    queryKey: keys.weighing.totals,
    queryFn: () => answer(api.GET("/api/totals")),
  });
  const [page, setPage] = useState<ReadonlyMap<string, number>>(new Map());
  const back = () => navigate("/weight");
  useActions("totals", { back });
  const all = totals.data;
  useReadout(
    all
      ? [
          ["pictures", count(all.sources)],
          ["bytes in", count(all.bytesIn)],
          ["files", count(all.files)],
          ["bytes out", count(all.bytesOut)],
        ]
      : [],
  );
  if (totals.error && !totals.data) return <Fault problem={totals.error} />;
  const bySlot = new Map(all?.slots.map((one) => [one.slot, one]));
  const most = Math.max(1, ...(all?.slots.map((one) => one.bytesOut) ?? []));
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_360px]">
      <section className="grid min-h-0 grid-rows-[46px_minmax(0,1fr)]">
        <div className="flex items-center gap-3 border-b border-line px-4">
          <h1 className="text-[15px]">Totals</h1>
          {all && all.files > 0 && (
            <span className="figures text-soft" role="status">
              {bytes(all.bytesIn)} in {some(all.sources, "picture")} → {bytes(all.bytesOut)} in{" "}
              {some(all.files, "file")}
            </span>
          )}
          <Button className="ml-auto" act="totals.back">
            To the files
          </Button>
        </div>
        <div className="overflow-y-auto bg-sheet px-4 pb-6">
          {all?.files === 0 && (
            <p className="py-4 text-soft">
              Nothing is rendered yet. What each place took and gave stands here then.
            </p>
          )}
          {destinations.data
            ?.filter((one) => one.slots.some((slot) => bySlot.has(slot.id)))
            .map((one) => {
              const here = one.slots.flatMap((slot) => bySlot.get(slot.id) ?? []);
              const out = here.reduce((sum, slot) => sum + slot.bytesOut, 0);
              return (
                <table key={one.id} className="mt-4 w-full table-fixed">
                  <caption className="pb-1 text-left">
                    <b className="font-semibold">{one.name}</b>{" "}
                    <span className="figures text-soft">{bytes(out)}</span>
                  </caption>
                  <thead className="text-left text-soft">
                    <tr className="border-b border-line">
                      <th className="font-normal">Slot</th>
                      <th className="w-20 text-right font-normal max-[1150px]:w-16">Pictures</th>
                      <th className="w-20 text-right font-normal max-[1150px]:w-14">Files</th>
                      <th className="w-24 text-right font-normal max-[1150px]:w-20">Bytes in</th>
                      <th className="w-24 text-right font-normal max-[1150px]:w-20">Bytes out</th>
                      <th className="w-16 text-right font-normal">Saved</th>
                      <th className="w-36 pl-3 font-normal max-[1150px]:hidden">Share</th>
                      <th className="w-24 pl-3 font-normal">On a page</th>
                    </tr>
                  </thead>
                  <tbody>
                    {one.slots.map((slot) => {
                      const found = bySlot.get(slot.id);
                      return (
                        found && (
                          <tr key={slot.id} className="border-b border-line-soft">
                            <td className="truncate py-1">{slot.name}</td>
                            <td className="figures text-right">{count(found.sources)}</td>
                            <td className="figures text-right">{count(found.files)}</td>
                            <td className="figures text-right">{bytes(found.bytesIn)}</td>
                            <td className="figures text-right">{bytes(found.bytesOut)}</td>
                            <td className="figures text-right">{saving(found.bytesIn, found.bytesOut)}</td>
                            <td className="pl-3 max-[1150px]:hidden">
                              <Gauge
                                value={found.bytesOut}
                                marks={{}}
                                end={most}
                                width={128}
                                label={`${bytes(found.bytesOut)} of what is made`}
                              />
                            </td>
                            <td className="pl-3">
                              <TextBox
                                figures
                                type="number"
                                min={0}
                                max={500}
                                aria-label={`Pictures of ${slot.name} on a page`}
                                className="w-16"
                                value={page.get(slot.id) ?? 0}
                                onChange={(event) =>
                                  setPage(withCount(page, slot.id, event.target.valueAsNumber))
                                }
                              />
                            </td>
                          </tr>
                        )
                      );
                    })}
                  </tbody>
                </table>
              );
            })}
        </div>
      </section>
      <PageSum page={page} />
    </div>
  );
}

function withCount(page: ReadonlyMap<string, number>, slot: string, pictures: number) {
  const next = new Map(page);
  const whole = Math.min(500, Math.floor(pictures));
  if (whole > 0) next.set(slot, whole);
  else next.delete(slot);
  return next;
}

/** What a visitor downloads of a page that shows so many pictures of each slot. */
function PageSum({ page }: { page: ReadonlyMap<string, number> }) {
  const slot = [...page].map(([id, pictures]) => `${id}:${pictures}`);
  const sum = useQuery({
    queryKey: keys.weighing.page(slot),
    queryFn: () => answer(api.GET("/api/totals/page", { params: { query: { slot } } })),
    enabled: slot.length > 0,
    placeholderData: keepPreviousData,
  });
  return (
    <aside
      aria-label="Page weight"
      className="flex flex-col gap-3 overflow-y-auto border-l border-line px-4 py-3"
    >
      <h2 className="text-[15px]">Page weight</h2>
      {slot.length === 0 || !sum.data ? (
        <p className="text-soft">
          Say beside each slot how many pictures of it a page shows. The sum stands here for each kind of
          screen: what its browser downloads, file by file.
        </p>
      ) : (
        <>
          {sum.data.screens.map((screen) => (
            <Screen key={screen.name} screen={screen} />
          ))}
          <p className="text-soft">
            Each slot counts with the mean of its finished pictures among the newest {count(sum.data.looked)}{" "}
            that these slots have. Over 1 MB is generally taken as too heavy for the pictures of a page.
          </p>
        </>
      )}
    </aside>
  );
}

function Screen({ screen }: { screen: Schemas["ScreenWeight"] }) {
  const missing = screen.slots.filter((slot) => slot.made === 0).length;
  return (
    <div className="border-b border-line pb-2">
      <p className="flex items-baseline gap-2">
        <b className="font-semibold">{screen.name}</b>
        <span className="text-soft">
          {count(screen.viewportPx)} px at {screen.density}x
        </span>
        <span className="figures ml-auto text-[15px]">{bytes(screen.bytes)}</span>
      </p>
      <Gauge
        value={screen.bytes}
        marks={{ cap: tooHeavy }}
        good={screen.bytes <= tooHeavy}
        width={310}
        label={`${bytes(screen.bytes)}; 1 MB is marked`}
      />
      {missing > 0 && <p className="text-warn">{some(missing, "slot")} without a file for this screen</p>}
    </div>
  );
}
