import type { ReactNode } from "react";

/** On or off: what is shown of many. */
export function Chip({
  isOn,
  onClick,
  children,
}: {
  isOn: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={onClick}
      className="inline-flex items-center gap-1.5 rounded border border-line bg-sheet px-2 py-[3px] aria-pressed:border-ink aria-pressed:border-b-2 aria-pressed:font-[650]"
    >
      {children}
    </button>
  );
}
