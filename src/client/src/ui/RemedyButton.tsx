import { useCharacterKeys } from "../actions/bound";
import { Key } from "./Button";

/** What would mend a finding, with the digit that applies it. */
export function RemedyButton({
  number,
  sentence,
  onApply,
}: {
  number: number;
  sentence: string;
  onApply: () => void;
}) {
  const hasKey = useCharacterKeys();
  return (
    <button
      type="button"
      onClick={onApply}
      className="flex w-full items-baseline gap-2 rounded border border-ink bg-sheet px-2 py-[3px] text-left hover:bg-field"
    >
      {hasKey && <Key>{`${number}`}</Key>}
      {sentence}
    </button>
  );
}
