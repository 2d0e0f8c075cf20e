/** Where a picture is framed: for a slot, or a tier of it; without one, for the first that was chosen. */
export const framingPath = (
  source: string,
  slot?: string | null | undefined,
  tier?: string | null | undefined,
): string => ["/framing", source, slot, slot && tier && encodeURIComponent(tier)].filter(Boolean).join("/");
