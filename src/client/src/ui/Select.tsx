import { type ComponentPropsWithoutRef, useId } from "react";
import { box } from "./box";

export type Option<T extends string> = readonly [value: T, words: string];

/** One of several, the system's own list of them. Its label stands before it unless it is `hidden`. */
export function Select<T extends string>({
  label,
  hidesLabel = false,
  value,
  options,
  groups = [],
  onValue,
  className = "",
  ...rest
}: Omit<ComponentPropsWithoutRef<"select">, "onChange" | "value"> & {
  label?: string;
  hidesLabel?: boolean;
  value: T;
  options: readonly Option<T>[];
  /** More of them, under names. */
  groups?: readonly { name: string; options: readonly Option<T>[] }[];
  onValue: (value: T) => void;
}) {
  const id = useId();
  const chooser = (
    <select
      id={id}
      aria-label={hidesLabel ? label : undefined}
      className={`${box} px-1.5! ${className}`}
      value={value}
      onChange={(event) => onValue(event.target.value as T)}
      {...rest}
    >
      <Options options={options} />
      {groups.map((group) => (
        <optgroup key={group.name} label={group.name}>
          <Options options={group.options} />
        </optgroup>
      ))}
    </select>
  );
  if (!label || hidesLabel) return chooser;
  return (
    <span className="flex items-center gap-1.5">
      <label htmlFor={id} className="text-soft">
        {label}
      </label>
      {chooser}
    </span>
  );
}

function Options<T extends string>({ options }: { options: readonly Option<T>[] }) {
  return options.map(([value, words]) => (
    <option key={value} value={value}>
      {words}
    </option>
  ));
}
