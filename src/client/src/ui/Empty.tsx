import type { ReactNode } from "react";

/** A screen with nothing on it yet: what will be there, and what to do first. */
export function Empty({ title, act, children }: { title: string; act?: ReactNode; children: ReactNode }) {
  return (
    <div className="grid h-full place-content-center justify-items-center gap-3 text-center">
      <h1 className="text-[15px]">{title}</h1>
      <p className="max-w-[440px] text-soft">{children}</p>
      {act}
    </div>
  );
}
