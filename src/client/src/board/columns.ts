import type { Destination, Slot } from "../data/client";

/** A column: a slot, or all slots of a destination that is folded. */
export type Column = { destination: Destination; slots: readonly Slot[]; isFolded: boolean };

/** The columns of some destinations, in their order. */
export const columnsOf = (
  destinations: readonly Destination[],
  folded: readonly string[],
): readonly Column[] =>
  destinations.flatMap((destination): Column[] =>
    folded.includes(destination.id)
      ? [{ destination, slots: destination.slots, isFolded: true }]
      : destination.slots.map((slot) => ({ destination, slots: [slot], isFolded: false })),
  );

/** The tier that a slot's cells show, as the server picks it: the one of the slot's own shape, which the column names; else its first. */
export const shownTier = (slot: Slot | undefined): string | undefined =>
  (slot?.tiers?.find((tier) => (tier.shape ?? slot.shape) === slot.shape) ?? slot?.tiers?.[0])?.name;
