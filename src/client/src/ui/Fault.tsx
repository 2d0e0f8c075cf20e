/** What went wrong with a whole screen, in the server's sentence. */
export function Fault({ problem }: { problem: Error }) {
  return (
    <p role="alert" className="p-6 text-stop">
      {problem.message}
    </p>
  );
}
