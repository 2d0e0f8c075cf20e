import { formatName } from "../destinations/FileEditor";
import { bytes } from "../instruments/numbers";
import { Press } from "../ui/Press";
import { atBytes, atScore } from "./curves";
import type { Curve, Format, Weighing } from "./useWeighing";

type Choice = { format: Format; quality: number; bytes: number; score: number; words: string };

/** What else could be made: each format at the same looks, and the best that the limits leave room for. Figures are those of the sample. */
export function Choices({
  weighing,
  curves,
  onTake,
}: {
  weighing: Weighing;
  curves: readonly Curve[];
  onTake: (at: { format: Format; quality: number }) => void;
}) {
  const choices: Choice[] = [];
  const isTaken = (format: Format) => weighing.formats.includes(format);
  const notHere = (format: Format) =>
    weighing.beside.includes(format) ? "has a file of its own here" : "not taken by this slot";
  // Looks that a format does not reach are compared with the best it has.
  const target = weighing.made?.score ?? weighing.looks.target;
  for (const curve of curves) {
    const { format } = curve;
    const same = atScore(curve, target);
    const top = curve.points.at(-1);
    // What was made is its own format at these looks, and known exactly: an estimate beside it would only differ by its error.
    const isMade = format === weighing.made?.format && weighing.made.score !== null;
    if (same && !isMade)
      choices.push({
        format,
        ...same,
        score: target,
        words: isTaken(format)
          ? weighing.made?.score
            ? "at the same score"
            : "at the target score"
          : notHere(format),
      });
    else if (top && top.score < target)
      choices.push({ ...top, words: isTaken(format) ? "near its best" : notHere(format) });
    const full = isTaken(format) && weighing.most ? atBytes(curve, weighing.most) : undefined;
    if (full && weighing.most)
      choices.push({ format, ...full, bytes: weighing.most, words: "best within the maximum size" });
    const floor = isTaken(format) ? atScore(curve, weighing.looks.min) : undefined;
    if (floor) choices.push({ format, ...floor, score: weighing.looks.min, words: "smallest acceptable" });
  }
  return (
    <div className="grid">
      <h2>Also possible here</h2>
      {choices.map((one) => (
        <Press
          key={`${one.format}${one.words}`}
          onClick={() => onTake({ format: one.format, quality: one.quality })}
          className="grid grid-cols-[76px_86px_44px_1fr] gap-2 border-b border-line-soft py-0.5 text-left hover:bg-line-soft/60"
        >
          <span>
            {formatName(one.format)} <span className="figures">{one.quality}</span>
          </span>
          <span className="figures text-right">~{bytes(one.bytes)}</span>
          <span className="figures text-right">{one.score.toFixed(0)}</span>
          <span className={`${isTaken(one.format) ? "" : "text-soft"}`}>{one.words}</span>
        </Press>
      ))}
      {curves.length === 0 && <p className="text-soft">Measuring the formats…</p>}
    </div>
  );
}
