import type { ComponentPropsWithRef } from "react";

/** A lesser act, as words in a line. */
export function LinkButton({ className = "", ...rest }: ComponentPropsWithRef<"button">) {
  return <button type="button" className={`text-left underline ${className}`} {...rest} />;
}
