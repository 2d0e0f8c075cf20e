import type { FramedPlace, Slot } from "../data/client";
import { useTreated } from "./useTreated";

/** Whether a slot does anything to its pictures beside cropping and scaling. */
export const isTreated = (slot: Pick<Slot, "treatments">) =>
  Object.values(slot.treatments ?? {}).some((one) => one != null);

/** What treatments make of a picture in a place; lies over the picture as it is framed, once it is made. */
export function TreatedOver({
  source,
  place,
  width,
}: {
  source: string;
  place: Pick<FramedPlace, "slot" | "tier">;
  /** CSS px that it is shown at. */
  width: number;
}) {
  const treated = useTreated({
    source,
    slot: place.slot,
    tier: place.tier,
    width: Math.min(2000, Math.ceil(width * (window.devicePixelRatio || 1))),
  });
  return treated.data ? (
    <img
      alt=""
      data-testid="treated"
      draggable={false}
      src={treated.data.picture}
      className="absolute inset-0 size-full"
    />
  ) : null;
}
