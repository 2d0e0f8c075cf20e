/** Drags are for pointers: what keys do is said by the catalogue of acts. */
export const byPointer = { pointer: { keys: false } } as const;
