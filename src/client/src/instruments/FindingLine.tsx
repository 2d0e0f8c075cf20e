import type { Finding } from "../data/client";

const colours = {
  stop: "border-stop bg-stop-pale",
  warn: "border-warn bg-sheet",
  note: "border-line bg-sheet",
};
const words = { stop: "Stop", warn: "Warning", note: "Note" };

/** A finding: what is wrong, with the numbers, and what would mend it. */
export function FindingLine({ finding }: { finding: Finding }) {
  return (
    <p className={`border-l-3 px-2.5 py-1.5 ${colours[finding.severity]}`}>
      <b className="font-semibold">{words[finding.severity]}.</b> {finding.sentence}
      {finding.remedy && <span className="text-soft"> {finding.remedy}</span>}
    </p>
  );
}
