import type { Slot } from "../data/client";

type Zone = NonNullable<Slot["keepClear"]>[number];

/** Keep-clear zones laid over a picture: hatched where the destination covers or cuts it off. */
export function KeepClear({ zones }: { zones: Slot["keepClear"] }) {
  return (zones ?? []).map((zone) => <ZoneMark key={`${zone.name}${zone.x}${zone.y}`} zone={zone} />);
}

function ZoneMark({ zone }: { zone: Zone }) {
  const place = {
    left: `${zone.x * 100}%`,
    top: `${zone.y * 100}%`,
    width: `${zone.width * 100}%`,
    height: `${zone.height * 100}%`,
  };
  const form = zone.form === "ellipse" ? "rounded-[50%]" : "";
  const mask =
    zone.form === "outsideEllipse" ? "radial-gradient(closest-side, transparent 99%, black 100%)" : undefined;
  return (
    <span className={`hatched pointer-events-none absolute ${form}`} style={{ ...place, maskImage: mask }} />
  );
}
