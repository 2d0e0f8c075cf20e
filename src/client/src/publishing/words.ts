import { duration, some } from "../instruments/numbers";
import type { Publication, Target } from "./usePublishing";

/** What kinds of targets are called. */
export const kindWords: Record<Target["place"]["kind"], string> = {
  folder: "Folder of this server",
  s3: "S3-compatible bucket",
  sftp: "SFTP server",
  market: "Marketplace",
};

/** Where a target is, in a line. */
export function placeWords({ place }: Target): string {
  if (place.kind === "folder") return place.folder ?? "";
  if (place.kind === "s3") return [place.endpoint, place.bucket, place.prefix].filter(Boolean).join(" · ");
  if (place.kind === "sftp") return `${place.user}@${place.host}:${place.folder}`;
  return place.address ?? "";
}

/** Where a publication stands. */
export function stateWords(one: Publication): string {
  if (one.state === "done")
    return one.dryRun ? "nothing is changed yet" : one.putsBack ? "put back" : "published";
  if (one.state === "running")
    return one.dryRun ? "being compared" : one.putsBack ? "being put back" : "being published";
  return { queued: "waiting", paused: "paused", failed: "not finished", cancelled: "cancelled" }[one.state];
}

/** What it was asked for. */
export const askedWords = (one: Publication, destination: string): string =>
  one.dryRun ? `Dry run of ${destination}` : one.putsBack ? `Put back, ${destination}` : destination;

/** How long caches hold an old copy. */
export const cacheWords = (seconds: number | null): string =>
  seconds === null
    ? "for as long as the server there says"
    : seconds === 0
      ? "not at all"
      : `for ${duration(seconds)}`;

/** How many of its files are where they should be. */
export const progressWords = (one: Publication): string =>
  one.total === 0
    ? "What is there is compared with what is finished."
    : `${one.done + one.leftAlone} of ${some(one.total, "file")} are settled.`;
