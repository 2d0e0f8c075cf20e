import { Gauge } from "../instruments/Gauge";
import { Name } from "../instruments/Name";
import { bytes, saving, size } from "../instruments/numbers";
import { CheckBox } from "../ui/CheckBox";
import { Press } from "../ui/Press";
import type { SitePicture } from "./useSiteChecks";
import { faultsOf, nameOf } from "./words";

export const rowHeight = 52;
const heavy = 1_000_000;
const gaugeEnd = 3_000_000;

/** The columns of the list, and of the words above it. */
export const columns =
  "grid grid-cols-[18px_70px_minmax(150px,1fr)_118px_164px_104px_60px] items-center gap-3 px-4 max-[1150px]:grid-cols-[18px_56px_minmax(120px,1fr)_108px_84px_100px_52px]";

const shown = (px: number) => size(Math.round(px), 0).split(" ")[0] ?? "";

/** A picture of a site: what is wrong with it, and what mending it saves. */
export function PictureRow({
  check,
  picture,
  isCurrent,
  isSelected,
  onCurrent,
  onSelect,
}: {
  check: string;
  picture: SitePicture;
  isCurrent: boolean;
  isSelected: boolean;
  onCurrent: () => void;
  onSelect: (on: boolean) => void;
}) {
  const name = nameOf(picture);
  const { bytes: now, possibleBytes: possible } = picture;
  const isBroken = picture.findings[0]?.severity === "stop";
  const saves = now !== null && possible !== null && possible < now ? saving(now, possible) : "";
  return (
    <div
      className={`${columns} border-b border-line-soft ${isCurrent ? "bg-line-soft" : "hover:bg-line-soft/60"}`}
    >
      <CheckBox label={`Select ${name}`} checked={isSelected} onChecked={onSelect} />
      <Press aria-current={isCurrent} onClick={onCurrent} className="contents text-left">
        <span className="well-grey grid h-9 place-items-center overflow-hidden">
          {picture.hasFile && picture.width !== null && (
            <img
              src={`/api/site-checks/${check}/pictures/${picture.id}/preview?width=160`}
              alt=""
              loading="lazy"
              className="size-full object-cover"
            />
          )}
        </span>
        <span className="min-w-0">
          <Name text={name} tail={18} />
          <span className={`block truncate text-xs ${isBroken ? "text-stop" : "text-soft"}`}>
            {faultsOf(picture) || "as it should be"}
          </span>
        </span>
        <span className="figures leading-tight">
          {picture.width !== null && picture.height !== null ? size(picture.width, picture.height) : "–"}
          <span className="block text-soft">
            {picture.shown
              ? picture.shown.height
                ? size(Math.round(picture.shown.width), Math.round(picture.shown.height))
                : `${shown(picture.shown.width)} wide`
              : "not known"}
          </span>
        </span>
        <span>
          {now !== null && (
            <Gauge
              value={now}
              end={gaugeEnd}
              width={164}
              label={bytes(now)}
              marks={{ cap: heavy }}
              good={now <= heavy}
            />
          )}
        </span>
        <span className="figures text-right leading-tight">
          {now === null ? "–" : bytes(now)}
          {now !== null && possible !== null && (
            <span className="block text-soft">
              → {picture.possible === "estimated" && "about "}
              {bytes(possible)}
            </span>
          )}
        </span>
        <b className="figures text-right">{saves}</b>
      </Press>
    </div>
  );
}
