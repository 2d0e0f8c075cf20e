import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useMatches, useNavigate, useSearchParams } from "react-router";
import { useActions } from "../actions/bound";
import { useDestinations } from "../destinations/useDestinations";
import { count } from "../instruments/numbers";
import { usePackages } from "../packages/usePackages";
import { useRunningRun } from "../runs/useRuns";
import type { Titled } from "../screens";
import { useSourceTotal } from "../sources/useSources";
import { Key } from "../ui/Button";
import { TextBox } from "../ui/Field";
import { Press } from "../ui/Press";
import { useChoice } from "./choice";
import { redoStep, undoStep, useSteps } from "./history";
import { Notices } from "./Notices";
import { sayProblem } from "./notices";
import { useFacts } from "./readout";
import { Trouble } from "./Trouble";

const HelpDialog = lazy(async () => ({ default: (await import("./HelpDialog")).HelpDialog }));

/** What is on every screen: the strip above, the readout below, and the screen between them. */
export function Shell() {
  const [showsKeys, setShowsKeys] = useState(false);
  useTitle();
  useActions("everywhere", {
    help: () => setShowsKeys(true),
    undo: () => void undoStep().catch(sayProblem),
    redo: () => void redoStep().catch(sayProblem),
  });
  return (
    <div className="grid h-full min-w-[960px] grid-cols-[minmax(0,1fr)] grid-rows-[50px_auto_minmax(0,1fr)_28px]">
      <header className="flex items-stretch border-b border-ink bg-sheet">
        <Link to="/sources" className="flex items-center gap-2.5 pr-5 pl-4 text-base font-[650]">
          <Mark />
          Pantomet
        </Link>
        <Stages />
        <div className="ml-auto flex items-center gap-3.5 px-3.5">
          <RunningWork />
          <Search />
          <Press aria-label="Help and keys" onClick={() => setShowsKeys(true)} className="rounded">
            <Key>?</Key>
          </Press>
        </div>
      </header>
      <Trouble />
      <main className="min-h-0 overflow-hidden">
        <Outlet />
      </main>
      <Readout />
      <Notices />
      {showsKeys && (
        <Suspense>
          <HelpDialog open onOpen={setShowsKeys} />
        </Suspense>
      )}
    </div>
  );
}

// A screen that knows better says so itself.
function useTitle(): void {
  const title = useMatches()
    .map((match) => (match.handle as Titled | undefined)?.title)
    .findLast(Boolean);
  useEffect(() => {
    document.title = title ? `${title} – Pantomet` : "Pantomet";
  }, [title]);
}

function Mark() {
  return (
    <svg aria-hidden width="30" height="20" viewBox="0 0 30 20" fill="none" stroke="var(--color-ink)">
      <path d="M2 17a13 13 0 0 1 26 0z" strokeWidth="1.6" />
      <path d="M15 17 23 5" stroke="var(--color-brass)" strokeWidth="1.8" />
      <path d="M15 4v3M5.6 8l2 2M24.4 8l-2 2M2.6 14.6l2.6.5M27.4 14.6l-2.6.5" />
      <circle cx="15" cy="17" r="1.8" fill="var(--color-ink)" stroke="none" />
    </svg>
  );
}

function Stages() {
  const sources = useSourceTotal();
  const destinations = useDestinations();
  const chosen = useChoice();
  const packages = usePackages();
  const stages = [
    { to: "/site-check", name: "Site check", figure: undefined },
    { to: "/sources", name: "Sources", figure: sources },
    { to: "/destinations", name: "Destinations", figure: destinations.data?.length },
    { to: "/framing", name: "Framing", figure: chosen.sources.length || undefined },
    { to: "/board", name: "Board", figure: undefined },
    { to: "/weight", name: "Weight", figure: undefined },
    { to: "/runs", name: "Runs", figure: undefined },
    { to: "/proof", name: "Proof", figure: undefined },
    { to: "/packages", name: "Packages", figure: packages.data?.length || undefined },
  ];
  return (
    <nav aria-label="Stages" className="flex items-stretch">
      {stages.map(({ to, name, figure }) => (
        <NavLink
          key={to}
          to={to}
          className="group relative w-[95px] max-[1150px]:w-[80px] pt-[11px] pl-[9px] font-medium text-soft before:absolute before:bottom-0 before:left-0 before:h-[19px] before:border-l before:border-ink hover:text-ink aria-[current=page]:font-[650] aria-[current=page]:text-ink"
        >
          {name}
          {figure !== undefined && (
            <span className="figures ml-1.5 font-normal text-soft max-[1150px]:hidden">{count(figure)}</span>
          )}
          <span aria-hidden className="graduated absolute right-0 bottom-0 left-0 h-[7px] opacity-55" />
          <span
            aria-hidden
            className="absolute bottom-[-1px] left-[9px] hidden border-[6px] border-t-0 border-transparent border-b-ink border-b-[8px] group-aria-[current=page]:block"
          />
        </NavLink>
      ))}
    </nav>
  );
}

function RunningWork() {
  const run = useRunningRun();
  if (!run) return null;
  const ended = run.done + run.failed;
  const share = run.total > 0 ? ended / run.total : 0;
  const length = Math.PI * 12;
  return (
    <Link to={`/runs/${run.id}`} className="flex items-center gap-2">
      <span className="sr-only">Rendering</span>
      <svg aria-hidden width="30" height="18" fill="none" strokeWidth="3">
        <path d="M3 16a12 12 0 0 1 24 0" stroke="var(--color-line)" />
        <path
          d="M3 16a12 12 0 0 1 24 0"
          stroke="var(--color-ink)"
          strokeDasharray={`${share * length} ${length}`}
        />
      </svg>
      <span className="figures">
        {count(ended)} / {count(run.total)}
      </span>
    </Link>
  );
}

const searchesAfter = 200;

/** Filters the board when that is on screen, and the pictures from anywhere else. */
function Search() {
  const [parameters] = useSearchParams();
  const { pathname } = useLocation();
  const navigate = useNavigate();
  const field = useRef<HTMLInputElement>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const searched = parameters.get("search") ?? "";
  // While somebody types, the address follows the field, not the other way round: it comes too late to type against.
  const [words, setWords] = useState(searched);
  useEffect(() => {
    if (document.activeElement !== field.current) setWords(searched);
  }, [searched]);
  useActions("everywhere", { find: () => field.current?.focus() });
  const find = (search: string) => {
    setWords(search);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const home = pathname === "/board" ? "/board" : "/sources";
      const next = new URLSearchParams(pathname === home ? parameters : undefined);
      if (search) next.set("search", search);
      else next.delete("search");
      // The page that one was on is a step back from here.
      navigate({ pathname: home, search: `${next}` }, { replace: pathname === home });
    }, searchesAfter);
  };
  return (
    <TextBox
      bare
      ref={field}
      type="search"
      aria-label="Find a picture"
      placeholder="Find a picture  /"
      className="w-40 placeholder:text-soft max-[1150px]:w-24"
      value={words}
      onChange={(event) => find(event.target.value)}
      onKeyDown={(event) => event.key === "Escape" && field.current?.blur()}
    />
  );
}

function Readout() {
  const facts = useFacts();
  return (
    <footer
      data-testid="readout"
      className="flex items-center gap-6 bg-strip px-4 whitespace-nowrap text-white"
    >
      <span className="flex min-w-0 grow items-center gap-6 overflow-hidden">
        {facts.map(([name, figure]) => (
          <span key={name}>
            <span className="mr-1.5 text-xs text-on-strip">{name}</span>
            <span className="figures text-white">{figure}</span>
          </span>
        ))}
      </span>
      <Steps />
    </footer>
  );
}

/** What undo would take back, and what redo would do again. */
function Steps() {
  const { undo, redo } = useSteps();
  return (
    <span className="flex shrink-0 gap-4">
      {undo && <StepButton name="Undo" step={undo} onPress={undoStep} />}
      {redo && <StepButton name="Redo" step={redo} onPress={redoStep} />}
    </span>
  );
}

function StepButton({ name, step, onPress }: { name: string; step: string; onPress: () => Promise<void> }) {
  return (
    <Press
      className="max-w-40 truncate text-white min-[1600px]:max-w-64"
      onClick={() => void onPress().catch(sayProblem)}
    >
      <span className="underline">{name}</span> {step}
    </Press>
  );
}
