import { Link } from "react-router";

const ways = [
  ["/packages", "Packages"],
  ["/packages/publishing", "Publishing"],
] as const;

/** The two ways in which files leave: as a ZIP, or to where they are read. */
export function HandedOver({ way }: { way: (typeof ways)[number][1] }) {
  return (
    <nav aria-label="How files are handed over" className="flex gap-3.5">
      {ways.map(([to, words]) => (
        <Link
          key={to}
          to={to}
          aria-current={way === words ? "page" : undefined}
          className="border-b-2 border-transparent pb-0.5 text-soft aria-[current=page]:border-ink aria-[current=page]:font-semibold aria-[current=page]:text-ink"
        >
          {words}
        </Link>
      ))}
    </nav>
  );
}
