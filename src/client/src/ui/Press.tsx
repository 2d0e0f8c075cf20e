import type { ComponentPropsWithRef } from "react";

/** What is pressed and has a look of its own: a picture, an entry of a list. */
export function Press({ className = "", ...rest }: ComponentPropsWithRef<"button">) {
  return <button type="button" className={className} {...rest} />;
}
