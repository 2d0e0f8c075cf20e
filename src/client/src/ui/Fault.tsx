import type { ReactNode } from "react";

/** What went wrong with a whole screen, in the server's sentence. */
export function Fault({ problem }: { problem: Error }) {
  return (
    <p role="alert" className="p-6 text-stop">
      {problem.message}
    </p>
  );
}

/** What is wrong with a part of one. */
export function FaultLine({
  children,
  className = "",
  id,
}: {
  children: ReactNode;
  className?: string;
  id?: string;
}) {
  return (
    <p id={id} role="alert" className={`text-stop ${className}`}>
      {children}
    </p>
  );
}
