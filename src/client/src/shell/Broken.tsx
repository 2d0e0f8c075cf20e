import { Link, useRouteError } from "react-router";

/** What is shown when a screen could not be drawn: that it is our fault, and the way on. */
export function Broken() {
  const fault = useRouteError();
  return (
    <div role="alert" className="grid h-full place-content-center justify-items-start gap-3 p-6">
      <h1 className="text-[15px]">This screen could not be drawn</h1>
      <p className="max-w-[60ch]">
        The fault is in the page, not in your pictures: whatever was stored is still there. Load the page
        again; if it happens again, the words below help to find out why.
      </p>
      <p className="figures max-w-[80ch] wrap-anywhere text-soft">
        {fault instanceof Error ? fault.message : String(fault)}
      </p>
      {/* Without loading the page again: an upload may be under way. */}
      <Link className="rounded border border-ink px-2.5 py-[3px] font-medium" to="/sources">
        To the sources
      </Link>
    </div>
  );
}
