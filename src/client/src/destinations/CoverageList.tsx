import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { answer, api } from "../data/client";
import { keys } from "../data/keys";
import { framingPath } from "../framing/framingPath";
import { Name } from "../instruments/Name";
import { count, size } from "../instruments/numbers";
import { Fault } from "../ui/Fault";
import { sentenceOf } from "./coverage";
import { Group } from "./fields";

const shownAtMost = 200;

/** Which sources have the pixels for a slot, before anything is rendered. */
export function CoverageList({ slotId }: { slotId: string }) {
  const query = useQuery({
    queryKey: keys.coverage.of(slotId),
    queryFn: async () =>
      (await answer(api.GET("/api/coverage", { params: { query: { slot: slotId } } }))).items,
    retry: false,
  });
  if (query.error && !query.data) return <Fault problem={query.error} />;
  if (!query.data) return null;
  const enough = query.data.filter((one) => one.coverage.state === "enough").length;
  // Those that fall short first: they are what somebody must do something about.
  const sorted = [...query.data].sort((a, b) => b.coverage.shortByPx - a.coverage.shortByPx);
  return (
    <Group
      title={`${count(enough)} of ${count(query.data.length)} sources are large enough`}
      aside={
        <Link className="underline" to={`/sources?enoughFor=${encodeURIComponent(slotId)}`}>
          show them
        </Link>
      }
    >
      <ul>
        {sorted.slice(0, shownAtMost).map((one) => (
          <li key={one.source} className="flex items-baseline gap-2 border-b border-line-soft py-0.5">
            <Link className="min-w-0 grow hover:underline" to={framingPath(one.source, slotId)}>
              <Name text={one.fileName} weight="" />
            </Link>
            <span className="figures whitespace-nowrap text-soft">{size(one.width, one.height)}</span>
            <span
              className={`w-44 text-right ${one.coverage.state === "enough" ? "text-done" : "text-stop"}`}
            >
              {sentenceOf(one.coverage)}
            </span>
          </li>
        ))}
      </ul>
      {sorted.length > shownAtMost && (
        <p className="text-soft">and {count(sorted.length - shownAtMost)} more</p>
      )}
    </Group>
  );
}
