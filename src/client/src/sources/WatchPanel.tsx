import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { changed } from "../data/changed";
import { answer, api } from "../data/client";
import { keys } from "../data/keys";
import { count } from "../instruments/numbers";

const lookEvery = 3000;

/** How the watched folder stands; nothing when none is watched. */
export function WatchPanel() {
  const { data } = useQuery({
    queryKey: keys.watching,
    queryFn: () => answer(api.GET("/api/watching")),
    refetchInterval: (query) => (query.state.data?.folder ? lookEvery : false),
  });
  const taken = data?.taken;
  useEffect(() => {
    if (taken) void changed("sources");
  }, [taken]);
  if (!data?.folder) return null;
  return (
    <details className="mx-4 mb-2 border border-line bg-sheet px-3 py-1.5">
      <summary className="cursor-default">
        Watched folder <b className="font-semibold wrap-anywhere">{data.folder}</b>{" "}
        <span className="text-soft" role="status">
          {data.isThere
            ? `${count(data.taken)} added${data.waiting > 0 ? `, ${count(data.waiting)} still being written, held, or waiting their turn` : ""}`
            : "is not there at the moment. It is taken up again when it comes back."}
        </span>
        {data.refused.length > 0 && <span className="text-stop"> {count(data.refused.length)} refused</span>}
      </summary>
      <ul className="mt-1 grid max-h-36 gap-1 overflow-y-auto">
        {data.refused.length === 0 && (
          <li className="text-soft">
            Pictures that appear there are added once they are complete. Nothing in the folder is changed.
          </li>
        )}
        {data.refused.map((one) => (
          <li key={one.path} className="border-l-3 border-stop px-2 wrap-anywhere">
            {one.sentence}
          </li>
        ))}
      </ul>
    </details>
  );
}
