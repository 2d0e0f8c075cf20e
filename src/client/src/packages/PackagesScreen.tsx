import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../api/client";
import { useDestinations } from "../destinations/useDestinations";
import { Button } from "../instruments/Button";
import { Fault } from "../instruments/Fault";
import { bytes, count, moment, some } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { useKeys } from "../shell/keys";
import { sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";

const lookEvery = 700;
const marks = { queued: "running", done: "done", failed: "blocked" } as const;

/** What is handed over: a ZIP with a folder for each slot and the list of what is in it. */
export function PackagesScreen() {
  const queries = useQueryClient();
  const packages = useQuery({
    queryKey: ["packages"],
    queryFn: () => answer(api.GET("/api/packages")),
    refetchInterval: (query) =>
      query.state.data?.items.some((one) => one.state === "queued") ? lookEvery : false,
  });
  const { data: destinations } = useDestinations();
  const [destination, setDestination] = useState("");
  const make = useMutation({
    mutationFn: (onlyChanged: boolean) =>
      answer(api.POST("/api/packages", { body: { onlyChanged, ...(destination && { destination }) } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["packages"] }),
    onError: sayProblem,
  });
  const nameOf = (id: string | null) => destinations?.find((one) => one.id === id)?.name ?? "everything";
  const items = packages.data?.items ?? [];
  const newest = items[0];
  useKeys({ c: () => make.mutate(true), p: () => make.mutate(false) });
  useReadout(
    newest
      ? [
          ["newest", moment(newest.askedAt)],
          ["files", count(newest.files)],
          ["bytes", count(newest.bytes)],
        ]
      : [],
  );
  return (
    <div className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <div className="flex items-center gap-3 px-4">
        <h1>{some(items.length, "package")}</h1>
        <span className="truncate text-soft max-[1100px]:hidden">
          each with manifest, checksums and contact sheet
        </span>
        <select
          aria-label="Destination"
          className="ml-auto max-w-52 rounded border border-line bg-sheet px-1.5 py-[3px]"
          value={destination}
          onChange={(event) => setDestination(event.target.value)}
        >
          <option value="">for all destinations</option>
          {destinations?.map((one) => (
            <option key={one.id} value={one.id}>
              for {one.name}
            </option>
          ))}
        </select>
        <Button
          shortcut="C"
          title="Files that no earlier package has handed over as they are now"
          disabled={make.isPending}
          onClick={() => make.mutate(true)}
        >
          Package what changed
        </Button>
        <Button go shortcut="P" disabled={make.isPending} onClick={() => make.mutate(false)}>
          Package all that is finished
        </Button>
      </div>
      <div className="overflow-y-auto border-t border-line bg-sheet">
        {packages.error && <Fault problem={packages.error} />}
        {packages.data && items.length === 0 && (
          <p className="p-6 text-soft">
            No package yet. Make one of a run, or of everything that is finished: one ZIP, a folder for each
            destination and slot.
          </p>
        )}
        {items.map((one) => (
          <div
            key={one.id}
            className="grid grid-cols-[20px_150px_90px_90px_1fr_auto] items-center gap-3 border-b border-line-soft px-4 py-2.5"
          >
            <StateMark state={marks[one.state]} />
            <span className="font-[550]">{moment(one.askedAt)}</span>
            <span className="figures text-right">{some(one.files, "file")}</span>
            <span className="figures text-right" title={`${count(one.bytes)} bytes`}>
              {one.state === "done" ? bytes(one.bytes) : ""}
            </span>
            <span
              className={one.state === "failed" ? "text-stop" : "text-soft"}
              role={one.state === "failed" ? "alert" : undefined}
            >
              {one.state === "queued"
                ? "being made"
                : one.problem || `${one.onlyChanged ? "what changed for " : ""}${nameOf(one.destination)}`}
            </span>
            {one.state === "done" ? (
              <a
                className="rounded border border-ink px-2.5 py-[3px] font-medium"
                href={`/api/packages/${one.id}/file`}
                download
              >
                Download
              </a>
            ) : (
              <span />
            )}
          </div>
        ))}
      </div>
    </div>
  );
}
