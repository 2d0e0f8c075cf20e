import { count, moment } from "../instruments/numbers";
import { useCheckChanges } from "./useSiteChecks";
import { within } from "./words";

const mostListed = 50;

/** What became of the site since the check before; nothing where there is none. */
export function Since({ check }: { check: string }) {
  const { data } = useCheckChanges(check);
  if (!data?.since || !data.checkedAt) return null;
  const kinds = [
    ["new", data.new.map((address) => ({ address, sentence: "" }))],
    ["worse", data.worse],
    ["mended", data.mended],
    ["gone", data.gone.map((address) => ({ address, sentence: "" }))],
  ] as const;
  const changed = kinds.filter(([, pictures]) => pictures.length > 0);
  return (
    <section className="grid gap-1">
      <h2>Since {moment(data.checkedAt)}</h2>
      {changed.length === 0 && <p className="text-soft">Nothing has changed.</p>}
      {changed.map(([kind, pictures]) => (
        <details key={kind}>
          <summary>
            <span className="figures">{count(pictures.length)}</span> {kind}
          </summary>
          <ul className="mt-1 grid gap-1">
            {pictures.slice(0, mostListed).map((one) => (
              <li key={one.address} className="border-l-3 border-line px-2 wrap-anywhere">
                <span className="figures">{within(one.address)}</span>{" "}
                <span className="text-soft">{one.sentence}</span>
              </li>
            ))}
            {pictures.length > mostListed && (
              <li className="px-2 text-soft">and {count(pictures.length - mostListed)} more</li>
            )}
          </ul>
        </details>
      ))}
    </section>
  );
}
