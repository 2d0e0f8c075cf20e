import { type ComponentPropsWithRef, type ReactNode, useId } from "react";
import { box } from "./box";
import { FaultLine } from "./Fault";

/** What ties a control to its label, its help and its fault. */
export type Control = { id: string; "aria-invalid": boolean; "aria-describedby"?: string };

export type Labelled = {
  label: string;
  /** A few words on what it means; they stand below it. */
  help?: string | undefined;
  /** What is wrong with what it says. */
  fault?: string | undefined;
  /** For those alone who cannot see what it belongs to. */
  hidesLabel?: boolean;
  className?: string;
};

/** A label, a control, its help, and what is wrong with it. */
export function Field({
  label,
  help,
  fault,
  hidesLabel = false,
  className = "",
  children,
}: Labelled & { children: (control: Control) => ReactNode }) {
  const id = useId();
  const described = [help && `${id}-help`, fault && `${id}-fault`].filter(Boolean).join(" ");
  return (
    <div className={`grid content-start gap-0.5 ${className}`}>
      <label htmlFor={id} className={hidesLabel ? "sr-only" : "text-soft"}>
        {label}
      </label>
      {children({
        id,
        "aria-invalid": fault !== undefined,
        ...(described && { "aria-describedby": described }),
      })}
      {help && (
        <span id={`${id}-help`} className="text-xs text-soft">
          {help}
        </span>
      )}
      {fault !== undefined && <FaultLine id={`${id}-fault`}>{fault}</FaultLine>}
    </div>
  );
}

/** A box to type in. `figures` for numbers that line up; `bare` without a frame, in a line of its own. */
export function TextBox({
  figures = false,
  bare = false,
  className = "",
  ...rest
}: ComponentPropsWithRef<"input"> & { figures?: boolean; bare?: boolean }) {
  return (
    <input
      spellCheck={false}
      className={`${bare ? "min-w-0 border-b border-edge bg-transparent px-0.5 py-[3px] text-ink" : box} ${figures ? "figures" : ""} ${className}`}
      {...rest}
    />
  );
}

/** A box for several lines. */
export function TextArea({ className = "", ...rest }: ComponentPropsWithRef<"textarea">) {
  return <textarea className={`${box} ${className}`} {...rest} />;
}
