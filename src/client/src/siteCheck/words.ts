import type { SiteCheck, SitePicture } from "./useSiteChecks";

/** What findings are called where there is room for a few words. */
const short: Record<string, string> = {
  broken: "broken",
  "not-looked-at": "not looked at",
  "heavier-than-need-be": "heavier than need be",
  "heavier-than-1-mb": "over 1 MB",
  "too-many-pixels": "too many pixels",
  enlarged: "enlarged",
  "soft-on-dense-screens": "soft on dense screens",
  "late-at-the-top": "at the top, loaded late",
  "early-far-below": "far below, loaded early",
  "no-alternative-text": "no alternative text",
  "no-size": "no width and height",
  "one-file-for-all": "no srcset",
  "sizes-missing": "no sizes",
  "sizes-off": "sizes is off",
  "sizes-wrong": "mistake in sizes",
  "srcset-wrong": "mistake in srcset",
  "place-inside": "says where it was taken",
  "camera-data-inside": "camera data inside",
  "not-srgb": "not sRGB",
  turned: "stored turned",
  "not-for-browsers": "no format for browsers",
  "film-as-gif": "film as GIF",
  "photograph-as-png": "photograph as PNG",
  "older-format": "older format",
  "old-copy-kept": "old copies stay",
  "no-cache-header": "no cache header",
  "never-kept": "never kept",
  "same-file": "the same file twice",
  "same-picture": "the same picture twice",
  "on-no-page": "on no page",
};

export const shortly = (finding: string): string => short[finding] ?? finding;

// What the figures of a row say already, or what nearly every picture has.
const saidElsewhere = new Set([
  "heavier-than-need-be",
  "heavier-than-1-mb",
  "older-format",
  "one-file-for-all",
]);

/** What is wrong with a picture, in a few words each: first what sets it apart. */
export const faultsOf = (picture: SitePicture): string =>
  [...new Set(picture.findings.map((one) => one.id))]
    .sort((one, other) => Number(saidElsewhere.has(one)) - Number(saidElsewhere.has(other)))
    .map(shortly)
    .join(", ");

/** The last part of an address, as people know the picture. */
export const nameOf = (picture: Pick<SitePicture, "address">): string =>
  decoded(picture.address.split("?")[0]?.split("/").at(-1) ?? picture.address);

/** An address without the host, which is said once. */
export function within(address: string): string {
  const at = /^https?:\/\/[^/]+/.exec(address);
  return at ? decoded(address.slice(at[0].length)) || "/" : address;
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

const stages: Record<SiteCheck["stage"], string> = {
  reading: "Reading files and pages",
  looking: "Looking at pictures",
  making: "Making the better files",
};

export const stageWords = (check: SiteCheck): string =>
  check.state === "queued" ? "Waits for its turn" : stages[check.stage];

/** How many pictures have each finding, the most frequent first. */
export function kindsOf(
  pictures: readonly SitePicture[],
): readonly (readonly [id: string, pictures: number])[] {
  const counts = new Map<string, number>();
  for (const picture of pictures)
    for (const id of new Set(picture.findings.map((one) => one.id)))
      counts.set(id, (counts.get(id) ?? 0) + 1);
  return [...counts].sort((one, other) => other[1] - one[1]);
}
