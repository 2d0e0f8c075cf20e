import type { Standing } from "../data/client";

/** What a mark says: where a pairing stands, or that a job is held up. */
export type Mark = Standing | "paused";

const colours: Record<Mark, string> = {
  done: "text-done",
  stale: "text-warn",
  open: "text-soft",
  blocked: "text-stop",
  running: "text-ink",
  leftOut: "text-soft",
  paused: "text-ink",
};

const words: Record<Mark, string> = {
  done: "done",
  stale: "stale: something changed since it was rendered",
  open: "open: not rendered yet",
  blocked: "blocked: a finding stops it",
  running: "running",
  leftOut: "left out: no file is wanted here",
  paused: "paused: goes on when it is resumed",
};

/** A state by its shape: filled disc, half disc, ring, octagon, turning arc, two bars, dash. */
export function StateMark({ state }: { state: Mark }) {
  return (
    <svg
      role="img"
      aria-label={words[state]}
      viewBox="0 0 12 12"
      className={`inline-block size-3 shrink-0 ${colours[state]}`}
    >
      <title>{words[state]}</title>
      {shapes[state]}
    </svg>
  );
}

const ring = <circle cx="6" cy="6" r="4.4" fill="none" stroke="currentColor" strokeWidth="1.4" />;

const shapes = {
  done: <circle cx="6" cy="6" r="5" fill="currentColor" />,
  stale: (
    <>
      {ring}
      <path d="M6 1.6a4.4 4.4 0 0 0 0 8.8z" fill="currentColor" />
    </>
  ),
  open: ring,
  blocked: (
    <>
      <path d="M3.8.8h4.4l3 3v4.4l-3 3H3.8l-3-3V3.8z" fill="currentColor" />
      <path d="M6 3v3.6M6 8.1v1.2" stroke="var(--color-sheet)" strokeWidth="1.5" />
    </>
  ),
  running: (
    <path
      className="origin-center animate-spin"
      d="M6 1.4a4.6 4.6 0 1 1-4.3 3"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
    />
  ),
  paused: <path d="M4 1.5v9M8 1.5v9" stroke="currentColor" strokeWidth="2" />,
  leftOut: <path d="M1.5 6h9" stroke="currentColor" strokeWidth="2" />,
} satisfies Record<Mark, unknown>;
