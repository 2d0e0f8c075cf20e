import { type ReactNode, useId } from "react";

/** Something that is so or not. `label` names it where no words stand beside it; `"mixed"` is some of what it stands for. */
export function CheckBox({
  checked,
  onChecked,
  label,
  children,
  className = "",
}: {
  checked: boolean | "mixed";
  onChecked: (on: boolean) => void;
  label?: string;
  children?: ReactNode;
  className?: string;
}) {
  const id = useId();
  const square = (
    <input
      id={id}
      type="checkbox"
      aria-label={label}
      className="shrink-0 translate-y-px accent-ink"
      checked={checked === true}
      ref={(element) => {
        if (element) element.indeterminate = checked === "mixed";
      }}
      onChange={(event) => onChecked(event.target.checked)}
    />
  );
  if (!children) return <span className={className}>{square}</span>;
  return (
    <span className={`flex items-baseline gap-2 ${className}`}>
      {square}
      <label htmlFor={id}>{children}</label>
    </span>
  );
}
