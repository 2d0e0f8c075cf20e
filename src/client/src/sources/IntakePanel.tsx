import { bytes, count } from "../instruments/numbers";
import { Button } from "../ui/Button";
import { type Arrival, intake, useArrivals } from "./intake";

const words: Record<Arrival["state"], string> = {
  waiting: "waiting",
  checking: "checking for duplicates",
  sending: "sending",
  reading: "reading",
  lost: "waits for the server",
  taken: "uploaded",
  known: "here already",
  refused: "refused",
  cancelled: "cancelled",
};

const isSettled = (one: Arrival) => ["reading", "taken", "known", "refused", "cancelled"].includes(one.state);

/** Progress of files that are being taken in: all together, and each. */
export function IntakePanel() {
  const arrivals = useArrivals();
  if (arrivals.length === 0) return null;
  const number = (...states: Arrival["state"][]) =>
    arrivals.filter((one) => states.includes(one.state)).length;
  const open = number("waiting", "checking", "sending", "reading", "lost");
  const all = arrivals.reduce((sum, one) => sum + one.bytes, 0);
  const sent = arrivals.reduce((sum, one) => sum + (isSettled(one) ? one.bytes : one.sent), 0);
  const told = arrivals.filter((one) => one.state === "refused" || one.state === "known");
  const inHand = arrivals.filter((one) => ["checking", "sending", "reading", "lost"].includes(one.state));
  return (
    <section aria-label="Intake" className="mx-4 mb-2 grid gap-1.5 border border-ink bg-sheet px-3 py-2">
      <div className="flex items-center gap-3">
        <b className="font-semibold" role="status">
          {open > 0 ? "Uploading" : "Uploaded"} {count(number("taken", "known"))} of {count(arrivals.length)}
        </b>
        <progress aria-label="All files" className="h-1.5 w-40" max={all || 1} value={sent} />
        <span className="figures text-soft">
          {bytes(sent)} of {bytes(all)}
        </span>
        {number("lost") > 0 && (
          <span className="text-warn">
            The server does not answer. What has arrived is kept; the rest goes on by itself when it is back.
          </span>
        )}
        {number("refused") > 0 && <span className="text-stop">{number("refused")} refused</span>}
        {number("cancelled") > 0 && <span className="text-soft">{number("cancelled")} cancelled</span>}
        <Button className="ml-auto" onClick={() => (open > 0 ? intake.cancel() : intake.clear())}>
          {open > 0 ? "Cancel" : "Close"}
        </Button>
      </div>
      <ul className="grid max-h-36 gap-1 overflow-y-auto">
        {inHand.map((one) => (
          <li key={one.id} className="flex items-center gap-3 text-soft">
            <span className="w-72 truncate">{one.name}</span>
            <progress aria-label={one.name} className="h-1.5 w-28" max={one.bytes || 1} value={one.sent} />
            <span>{words[one.state]}</span>
          </li>
        ))}
        {told.map((one) => (
          <li
            key={one.id}
            className={`border-l-3 px-2 wrap-anywhere ${one.state === "refused" ? "border-stop" : "border-line"}`}
          >
            {one.sentence}
          </li>
        ))}
      </ul>
    </section>
  );
}
