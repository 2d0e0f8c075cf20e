import { useState } from "react";
import { useActions } from "../actions/bound";
import { copyText } from "../shell/clipboard";
import { Button } from "../ui/Button";
import { FaultLine } from "../ui/Fault";
import { Select } from "../ui/Select";
import {
  type Kind,
  kinds,
  type PlaceholderKind,
  type Proof,
  placeholders,
  type Spot,
  useMarkup,
} from "./useProof";

/** What is pasted into a page, ready to be copied. */
export function MarkupPanel({ spot, proof }: { spot: Spot; proof: Proof }) {
  const [kind, setKind] = useState<Kind>("html");
  const [placeholder, setPlaceholder] = useState<PlaceholderKind>("none");
  const markup = useMarkup(spot, kind, placeholder);
  const name = kinds.find(([one]) => one === kind)?.[1] ?? kind;
  useActions("proof", { copy: markup.data !== undefined && (() => copyText(markup.data, `The ${name}`)) });
  return (
    <section className="grid gap-2">
      <div className="flex flex-wrap items-center gap-2">
        <h2>Markup</h2>
        <Select label="Kind of markup" hidesLabel value={kind} options={kinds} onValue={setKind} />
        {kind === "html" && proof.placeholder && (
          <Select
            label="Placeholder"
            hidesLabel
            value={placeholder}
            options={placeholders}
            onValue={setPlaceholder}
          />
        )}
        <Button act="proof.copy" className="ml-auto" disabled={markup.data === undefined}>
          Copy
        </Button>
      </div>
      {markup.error && <FaultLine>{markup.error.message}</FaultLine>}
      {markup.data !== undefined && (
        <pre
          // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reached by keyboard.
          tabIndex={0}
          className="figures max-h-72 overflow-auto border-l-3 border-line bg-field p-2.5 text-xs whitespace-pre-wrap wrap-anywhere"
        >
          {markup.data}
        </pre>
      )}
      <p className={proof.hasLastingAddresses ? "text-soft" : "border-l-3 border-warn px-2.5"}>
        {proof.cacheNote}
      </p>
    </section>
  );
}
