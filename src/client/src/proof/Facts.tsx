import type { Schemas } from "../data/client";
import { bytes, count } from "../instruments/numbers";
import { Press } from "../ui/Press";
import type { Proof } from "./useProof";
import type { View } from "./view";

type Sharpness = Schemas["Sharpness"];

const words: Record<Sharpness, string> = {
  wasteful: "more than the screen can show",
  sharp: "sharp",
  nearlySharp: "nearly sharp",
  soft: "soft",
};

const figure = (value: number) => value.toFixed(2);
const seconds = (value: number) => `${value.toFixed(value < 9.95 ? 1 : 0)} s`;

/** The files from which the browser chooses in a window, the one that it took, and the one that was foretold. */
export function Candidates({ proof, taken }: { proof: Proof; taken: string | undefined }) {
  const foretold = proof.candidates.find((one) => one.isTaken);
  const isOther = taken !== undefined && taken !== foretold?.variant;
  return (
    <section className="grid gap-1.5">
      <h2>What the browser takes here</h2>
      <table className="w-full border-collapse">
        <thead className="text-left text-soft">
          <tr className="border-b border-line">
            <th className="py-1 font-normal">File</th>
            <th className="py-1 pl-3 text-right font-normal">kB</th>
            <th className="py-1 pl-3 text-right font-normal">px for each screen px</th>
          </tr>
        </thead>
        <tbody className="figures">
          {proof.candidates.map((one) => {
            const isTaken = (taken ?? foretold?.variant) === one.variant;
            return (
              <tr
                key={one.variant}
                aria-current={isTaken || undefined}
                className="border-b border-line-soft aria-[current=true]:bg-brass-pale aria-[current=true]:font-medium"
              >
                <td className="flex items-center gap-2 py-1">
                  <span
                    aria-hidden
                    className={`size-2.5 rounded-full ${isTaken ? "bg-done" : "bg-transparent"}`}
                  />
                  {count(one.width)} px {one.format.toUpperCase()}
                  {isTaken && <span className="sr-only">, taken</span>}
                </td>
                <td className="py-1 text-right">{(one.bytes / 1000).toFixed(1)}</td>
                <td className="py-1 text-right">{figure(one.pixelsForOne)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="text-soft">
        Shown {count(Math.round(proof.shownPx))} px wide, so the screen has{" "}
        {count(Math.round(proof.neededPx))} px for it:{" "}
        <span className={proof.sharpness === "soft" ? "text-warn" : "text-ink"}>
          {words[proof.sharpness]}
        </span>
        .{" "}
        {taken === undefined
          ? "The page is being loaded."
          : isOther
            ? ""
            : "The browser took the file that was foretold."}
      </p>
      {!proof.isWidthSaid && (
        <p className="border-l-3 border-warn px-2.5">
          The slot does not say how wide the page shows its picture, so it is taken to be as wide as the
          window. Say it in the slot, under Sizes: “from the layout”. Then the right file is chosen.
        </p>
      )}
      {isOther && foretold && (
        <p role="status" className="border-l-3 border-warn px-2.5">
          Foretold was the file of {count(foretold.width)} px, and the browser took another. It may have had
          the other one already; load the page again to see.
        </p>
      )}
    </section>
  );
}

/** What the pictures of the page weigh, and what they would as they came in. */
export function PageBytes({ proof }: { proof: Proof }) {
  const { sent, originals, line, pictures } = proof;
  return (
    <section className="grid gap-1.5">
      <h2>
        {pictures.length === 1 ? "The picture of this page" : `The ${pictures.length} pictures of this page`}
      </h2>
      <dl className="grid grid-cols-2 gap-x-4">
        <div>
          <dt className="text-soft">With these files</dt>
          <dd className="figures text-[15px] font-medium">
            {bytes(sent.bytes)}, {seconds(sent.seconds)}
          </dd>
        </div>
        <div>
          <dt className="text-soft">With the originals</dt>
          <dd className="figures text-[15px]">
            {bytes(originals.bytes)}, {seconds(originals.seconds)}
          </dd>
        </div>
      </dl>
      <p className="text-xs text-soft">
        Time on the line of a {line.name}, {line.bitsPerSecond / 1e6} Mbit/s.
      </p>
    </section>
  );
}

/** What each of the destination's devices gets; the worst first. */
export function DeviceTable({
  proof,
  view,
  onView,
}: {
  proof: Proof;
  view: View;
  onView: (view: View) => void;
}) {
  return (
    <section className="grid gap-1.5">
      <h2>Every device, the worst first</h2>
      <table className="w-full border-collapse">
        <thead className="text-left text-soft">
          <tr className="border-b border-line">
            <th className="py-1 font-normal">Device</th>
            <th className="py-1 pl-3 max-[1150px]:pl-1.5 text-right font-normal">Visits</th>
            <th className="py-1 pl-3 max-[1150px]:pl-1.5 text-right font-normal">Takes</th>
            <th className="py-1 pl-3 max-[1150px]:pl-1.5 text-right font-normal">kB</th>
            <th className="py-1 pl-3 max-[1150px]:pl-1.5 text-right font-normal">Wasted</th>
            <th className="py-1 pl-3 max-[1150px]:pl-1.5 text-right font-normal">Sharp</th>
          </tr>
        </thead>
        <tbody className="figures">
          {proof.devices.map((one) => (
            <tr
              key={`${one.viewport} ${one.density}`}
              aria-current={(one.viewport === view.viewport && one.density === view.density) || undefined}
              className="border-b border-line-soft aria-[current=true]:bg-brass-pale"
            >
              <td className="py-0.5">
                <Press
                  className="whitespace-nowrap underline decoration-line underline-offset-3 hover:decoration-ink"
                  onClick={() => onView({ viewport: one.viewport, density: one.density })}
                >
                  {count(one.viewport)} at {one.density}×
                </Press>
              </td>
              <td className="py-0.5 pl-3 max-[1150px]:pl-1.5 text-right">{Math.round(one.share * 100)} %</td>
              <td className="py-0.5 pl-3 max-[1150px]:pl-1.5 text-right">{count(one.width)}</td>
              <td className="py-0.5 pl-3 max-[1150px]:pl-1.5 text-right">{(one.bytes / 1000).toFixed(0)}</td>
              <td className="py-0.5 pl-3 max-[1150px]:pl-1.5 text-right">
                {Math.round((100 * one.wastedBytes) / one.bytes)} %
              </td>
              <td
                className={`py-0.5 pl-3 max-[1150px]:pl-1.5 text-right ${one.sharpness === "soft" ? "text-warn" : ""}`}
              >
                {figure(one.pixelsForOne)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-xs text-soft">
        “Sharp” is how many pixels of the file there are for each of the screen: 1.00 is exact, below 0.75
        looks soft. “Wasted” is the share of the file that a narrower one would save.
      </p>
    </section>
  );
}
