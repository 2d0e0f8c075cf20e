import { FindingLine } from "../instruments/FindingLine";
import { Gauge } from "../instruments/Gauge";
import { bytes, duration, size } from "../instruments/numbers";
import { Press } from "../ui/Press";
import { Since } from "./Since";
import type { SiteCheck, SitePicture } from "./useSiteChecks";
import { nameOf, within } from "./words";

/** One picture of a site: before and after, what is wrong, and where it is shown; below it, what every page weighs. */
export function PictureSheet({
  check,
  picture,
  page,
  onPage,
}: {
  check: SiteCheck;
  picture: SitePicture | undefined;
  /** The page whose pictures are shown alone. */
  page: string | undefined;
  onPage: (page: string | undefined) => void;
}) {
  return (
    <aside
      aria-label="Details"
      className="grid content-start gap-4 overflow-y-auto border-l border-line bg-sheet p-4"
    >
      {picture && <Compared key={picture.id} check={check.id} picture={picture} />}
      {picture && (
        <div className="grid gap-2">
          {picture.findings.map((finding) => (
            <FindingLine key={finding.id + finding.sentence} finding={finding} />
          ))}
          {picture.findings.length === 0 && <p className="text-soft">There is nothing to mend.</p>}
        </div>
      )}
      {picture && picture.places.length > 0 && <ShownOn picture={picture} />}
      {check.pages.length > 0 && <Pages check={check} page={page} onPage={onPage} />}
      {check.state === "done" && <Since check={check.id} />}
    </aside>
  );
}

function Compared({ check, picture }: { check: string; picture: SitePicture }) {
  if (!picture.hasFile || picture.width === null) return <h2 className="wrap-anywhere">{nameOf(picture)}</h2>;
  const source = `/api/site-checks/${check}/pictures/${picture.id}`;
  const isMade = picture.possible === "made";
  return (
    <figure className="grid gap-1.5">
      <div className="grid grid-cols-2 gap-1.5">
        <Half source={`${source}/preview?width=1600`} words={`${nameOf(picture)} now`} />
        <Half
          source={isMade ? `${source}/better` : `${source}/preview?width=1600`}
          words={isMade ? "the better file" : "it stays as it is"}
        />
      </div>
      <figcaption className="flex justify-between gap-2 text-soft">
        <span>now, {bytes(picture.bytes ?? 0)}</span>
        <span>
          {isMade
            ? `possible, ${bytes(picture.possibleBytes ?? 0)}, same looks`
            : picture.possible === "estimated"
              ? `possible, about ${bytes(picture.possibleBytes ?? 0)}`
              : "stays as it is"}
        </span>
      </figcaption>
    </figure>
  );
}

const Half = ({ source, words }: { source: string; words: string }) => (
  <span className="well-grey block aspect-square overflow-hidden">
    <img src={source} alt={words} className="size-full object-cover" />
  </span>
);

const uses: Record<SitePicture["places"][number]["use"], string> = {
  image: "",
  button: "button",
  poster: "before a video",
  drawing: "in a drawing",
  icon: "icon",
  card: "link card",
  background: "background",
};

function ShownOn({ picture }: { picture: SitePicture }) {
  return (
    <section className="grid gap-1">
      <h2>Shown on</h2>
      <ul className="grid gap-0.5">
        {picture.places.slice(0, 12).map((place, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a page may show it twice
          <li key={at} className="flex justify-between gap-3">
            <span className="figures truncate">{within(place.page)}</span>
            <span className="figures text-right text-soft">{sizesOf(place)}</span>
          </li>
        ))}
      </ul>
      {picture.places.length > 12 && (
        <p className="text-soft">and in {picture.places.length - 12} more places</p>
      )}
    </section>
  );
}

function sizesOf(place: SitePicture["places"][number]): string {
  const widths = place.shown.map((one) => Math.round(one.width));
  const words = uses[place.use];
  if (widths.length === 0) return words || "size not known";
  const [least, most] = [Math.min(...widths), Math.max(...widths)];
  const px = least === most ? `${most} px` : `${least} to ${most} px`;
  return `${words ? `${words}, ` : ""}${px}${place.isKnown ? "" : ", not all known"}`;
}

function Pages({
  check,
  page,
  onPage,
}: {
  check: SiteCheck;
  page: string | undefined;
  onPage: (page: string | undefined) => void;
}) {
  const heaviest = check.pages[0]?.bytes ?? 1;
  return (
    <section className="grid gap-1">
      <h2>Pages</h2>
      <ul className="grid">
        {check.pages.map((one) => (
          <li key={one.address}>
            <Press
              aria-pressed={one.address === page}
              onClick={() => onPage(one.address === page ? undefined : one.address)}
              className="grid w-full grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 px-1 py-1 text-left hover:bg-line-soft/60 aria-pressed:bg-line-soft"
            >
              <span className="figures truncate">{within(one.address)}</span>
              <span className="figures text-right">
                {bytes(one.bytes)} → {bytes(one.possibleBytes)}
              </span>
              <Gauge
                value={one.bytes}
                end={heaviest * 1.1}
                width={120}
                label={bytes(one.bytes)}
                marks={{ floor: one.possibleBytes }}
                good={one.bytes <= one.possibleBytes * 1.5}
              />
              <span className="text-right text-xs text-soft">
                {one.problem ??
                  `weak phone: ${duration(one.slowSeconds)} → ${duration(one.possibleSlowSeconds)}`}
              </span>
            </Press>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A size at which a picture is shown, for the readout. */
export const shownWords = (picture: SitePicture): string =>
  picture.shown
    ? picture.shown.height
      ? size(Math.round(picture.shown.width), Math.round(picture.shown.height))
      : `${Math.round(picture.shown.width)} wide`
    : "not known";
