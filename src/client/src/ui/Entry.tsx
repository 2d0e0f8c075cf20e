import type { ComponentPropsWithRef } from "react";

/** An entry of a list beside what it opens. */
export function Entry({
  isCurrent,
  className = "",
  ...rest
}: ComponentPropsWithRef<"button"> & { isCurrent: boolean }) {
  return (
    <button
      type="button"
      aria-current={isCurrent}
      className={`grid w-full grid-cols-1 border-l-3 border-transparent px-3 py-1.5 text-left aria-[current=true]:border-ink aria-[current=true]:bg-sheet ${className}`}
      {...rest}
    />
  );
}
