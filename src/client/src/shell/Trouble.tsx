import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";

const every = 10_000;

/** What keeps the whole library from being written, in the server's sentence; nothing where all is well or the server is away. */
export function Trouble() {
  const { data: sentence } = useQuery({ queryKey: ["health"], queryFn: troubleOf, refetchInterval: every });
  return (
    <div>
      {sentence && (
        <p role="alert" className="flex gap-3 border-b border-stop bg-stop-pale px-4 py-1.5">
          {sentence}
          <Link to="/space" className="underline">
            Storage
          </Link>
        </p>
      )}
    </div>
  );
}

async function troubleOf(): Promise<string> {
  const answer = await fetch("/healthz");
  if (answer.ok) return "";
  const problem: unknown = await answer.json().catch(() => undefined);
  return (problem as { detail?: string } | undefined)?.detail ?? "";
}
