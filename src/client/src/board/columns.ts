import type { Destination, Slot } from "../api/client";

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
