import { Link } from "react-router";
import { useConnection } from "../data/connection";

const time = new Intl.DateTimeFormat("en", { hour: "2-digit", minute: "2-digit", hour12: false });

/** That the server is away, or what keeps the whole library from being written; nothing where all is well. */
export function Trouble() {
  const { isUp, since, trouble } = useConnection();
  return (
    <div>
      {!isUp && since && (
        <p role="alert" className="border-b border-warn bg-sheet px-4 py-1.5">
          <b className="font-semibold">No connection to the server since {time.format(since)}.</b> What you do
          is kept, and sent as soon as it is back. Keep this page open.
        </p>
      )}
      {trouble && (
        <p role="alert" className="flex gap-3 border-b border-stop bg-stop-pale px-4 py-1.5">
          {trouble}
          <Link to="/space" className="underline">
            Storage
          </Link>
        </p>
      )}
    </div>
  );
}
