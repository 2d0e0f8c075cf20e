import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useActions } from "../actions/bound";
import { queries } from "../data/changed";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { Gauge } from "../instruments/Gauge";
import { Name } from "../instruments/Name";
import { bytes, count, moment, some } from "../instruments/numbers";
import { say, sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Fault } from "../ui/Fault";

type Part = Exclude<keyof Schemas["SpaceAnswer"], "freeBytes">;

const parts: readonly { part: Part; name: string; says: string; clear?: [string, string] }[] = [
  {
    part: "originals",
    name: "Originals",
    says: "As they came in. They are never changed, and never cleared.",
  },
  {
    part: "variants",
    name: "Variants",
    says: "Finished files. Those that are out of date can be cleared; what is wanted again is rendered again.",
    clear: ["unusedVariants", "Clear what is out of date"],
  },
  {
    part: "previews",
    name: "Previews",
    says: "Small copies for the screen, and working pictures. They are made again when they are needed.",
    clear: ["previews", "Clear"],
  },
  {
    part: "packages",
    name: "Packages",
    says: "ZIP files that were handed over. A cleared one can be made again.",
    clear: ["packages", "Clear"],
  },
  {
    part: "siteFiles",
    name: "Pictures of checked sites",
    says: "As they were when their sites were checked. They go when their checks are deleted.",
  },
  {
    part: "database",
    name: "Everything else",
    says: "Destinations, framings, names and the list of what was made.",
  },
  { part: "bin", name: "Bin", says: "Originals that were moved to the bin." },
];

/** What takes how much room on the disk, what can be cleared, and what lies in the bin. */
export function SpaceScreen() {
  const navigate = useNavigate();
  const space = useQuery({ queryKey: keys.space.parts, queryFn: () => answer(api.GET("/api/space")) });
  const clear = useMutation({
    mutationFn: (what: string) => answer(api.DELETE("/api/space/{what}", { params: { path: { what } } })),
    onSuccess: ({ bytes: freed }) => {
      say(freed > 0 ? `${bytes(freed)} are free again.` : "There was nothing to clear.");
      void queries.invalidateQueries();
    },
    onError: sayProblem,
  });
  const back = () => navigate("/sources");
  useActions("storage", { back });
  const used = space.data;
  const all = used ? parts.reduce((sum, { part }) => sum + used[part].bytes, 0) : 0;
  useReadout(
    used
      ? [
          ["used", bytes(all)],
          ["free on the disk", bytes(used.freeBytes)],
        ]
      : [],
  );
  if (space.error && !space.data) return <Fault problem={space.error} />;
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)_420px]">
      <section className="overflow-y-auto px-4 pb-6">
        <div className="flex h-[46px] items-center gap-3">
          <h1 className="text-[15px]">Storage</h1>
          {used && (
            <span className="figures text-soft">
              {bytes(all)} used, {bytes(used.freeBytes)} free
            </span>
          )}
          <Button className="ml-auto" act="storage.back">
            To the pictures
          </Button>
        </div>
        <table className="w-full border-t border-line bg-sheet">
          <tbody>
            {used &&
              parts.map(({ part, name, says, clear: act }) => (
                <tr key={part} className="border-b border-line-soft">
                  <th scope="row" className="py-2 pl-3 text-left font-normal">
                    <b className="block font-semibold">{name}</b>
                    <span className="text-soft">{says}</span>
                  </th>
                  <td className="figures w-20 whitespace-nowrap text-right">
                    {some(used[part].files, "file")}
                  </td>
                  <td className="figures w-20 text-right">{bytes(used[part].bytes)}</td>
                  <td className="w-36 pl-3">
                    <Gauge
                      value={used[part].bytes}
                      marks={{}}
                      end={Math.max(all, 1)}
                      width={120}
                      label={`${bytes(used[part].bytes)} of ${bytes(all)}`}
                    />
                  </td>
                  <td className="w-44 whitespace-nowrap pr-3 text-right">
                    {act && (
                      <Button
                        aria-label={`${act[1]}: ${name}`}
                        disabled={clear.isPending || used[part].files === 0}
                        onClick={() => clear.mutate(act[0])}
                      >
                        {act[1]}
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      </section>
      <BinPanel onChanged={() => void queries.invalidateQueries()} />
    </div>
  );
}

/** What was taken away: each can be put back; emptying cannot be undone, so it is asked for twice. */
function BinPanel({ onChanged }: { onChanged: () => void }) {
  const [isSure, setIsSure] = useState(false);
  const bin = useQuery({ queryKey: keys.space.bin, queryFn: () => answer(api.GET("/api/bin")) });
  const putBack = useMutation({
    mutationFn: (id: string) => answer(api.POST("/api/sources/{id}/restore", { params: { path: { id } } })),
    onSuccess: onChanged,
    onError: sayProblem,
  });
  const empty = useMutation({
    mutationFn: () => answer(api.DELETE("/api/bin")),
    onSuccess: ({ ids }) => {
      say(`${some(ids.length, "picture")} deleted for good.`);
      onChanged();
    },
    onError: sayProblem,
    onSettled: () => setIsSure(false),
  });
  const items = bin.data?.items ?? [];
  return (
    <aside
      aria-label="Bin"
      className="grid min-h-0 grid-rows-[46px_minmax(0,1fr)_auto] border-l border-line bg-sheet"
    >
      <h2 className="self-center px-4 text-[15px]">Bin, {some(items.length, "picture")}</h2>
      <ul className="overflow-y-auto border-t border-line px-4">
        {items.length === 0 && (
          <li className="py-3 text-soft">Empty. What is moved to the bin lies here until it is emptied.</li>
        )}
        {items.map((one) => (
          <li key={one.id} className="flex items-center gap-3 border-b border-line-soft py-1.5">
            <span className="min-w-0 grow">
              <Name text={one.stem} />
              <span className="block truncate text-soft">
                {bytes(one.bytes)}, moved here {moment(one.deletedAt)}
              </span>
            </span>
            <Button aria-label={`Put ${one.stem} back`} onClick={() => putBack.mutate(one.id)}>
              Restore
            </Button>
          </li>
        ))}
      </ul>
      {items.length > 0 && (
        <p className="flex items-center gap-3 border-t border-line px-4 py-2.5">
          {isSure ? (
            <>
              <span className="text-stop">Originals and files made of them are deleted for good.</span>
              <Button className="ml-auto" onClick={() => setIsSure(false)}>
                Keep
              </Button>
              <Button go disabled={empty.isPending} onClick={() => empty.mutate()}>
                Delete {count(items.length)}
              </Button>
            </>
          ) : (
            <Button onClick={() => setIsSure(true)}>Empty the bin</Button>
          )}
        </p>
      )}
    </aside>
  );
}
