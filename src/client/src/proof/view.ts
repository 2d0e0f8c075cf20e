/** A window of a page: how wide it is in CSS px, and how dense its screen is. */
export type View = { viewport: number; density: number };

/** Where a picture in a slot is looked at in a page. */
export const proofPath = ({ source, slot }: { source: string; slot: string }): string =>
  `/proof/${source}/${slot}`;

export const narrowest = 320;
export const widest = 2560;
export const densities = [1, 1.5, 2, 3] as const;

/** As an address writes it: 834x2. */
export const written = ({ viewport, density }: View): string => `${viewport}x${density}`;

/** Out of an address; undefined for what is none. */
export function read(text: string): View | undefined {
  const [viewport, density] = text.split("x").map(Number);
  return viewport && density && viewport > 0 && density > 0
    ? { viewport: within(viewport), density }
    : undefined;
}

/** A width that the ruler has. */
export const within = (viewport: number): number =>
  Math.round(Math.min(widest, Math.max(narrowest, viewport)));

/** How tall a window of a width is, in CSS px: phones are upright, computers wide. */
export const heightOf = (viewport: number): number =>
  Math.round(viewport * (viewport < 600 ? 2.1 : viewport < 1100 ? 1.25 : 0.62));

/** To which scale windows are drawn so that they stand side by side; never larger than they are. */
export function scaleOf(views: readonly View[], room: number, gap: number): number {
  const wide = views.reduce((sum, view) => sum + view.viewport, 0);
  return Math.min(1, Math.max(0.05, (room - gap * (views.length + 1)) / wide));
}
