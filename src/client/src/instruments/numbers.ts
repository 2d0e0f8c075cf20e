import type { Schemas } from "../data/client";

const whole = new Intl.NumberFormat("en", { maximumFractionDigits: 0 });

/** Pixels, files, exact bytes: `2,500`. */
export const count = (value: number): string => whole.format(value);

/** So many of something: `1 package`, `2 packages`. */
export const some = (value: number, one: string): string => `${count(value)} ${one}${value === 1 ? "" : "s"}`;

/** A size in pixels: `2,500 × 2,000`. */
export const size = (width: number, height: number): string => `${count(width)} × ${count(height)}`;

/** Bytes in SI with one decimal: `612.4 kB`. */
export function bytes(value: number): string {
  if (value < 1000) return `${count(value)} B`;
  if (value < 999_950) return `${(value / 1000).toFixed(1)} kB`;
  if (value < 999_950_000) return `${(value / 1e6).toFixed(1)} MB`;
  return `${(value / 1e9).toFixed(1)} GB`;
}

/** How much less one weight is than another: `−93 %`. */
export function saving(from: number, to: number): string {
  if (from <= 0) return "";
  const exact = (to / from - 1) * 100;
  const change = Math.round(exact);
  if (change === 0) return "0 %";
  // No file weighs nothing: in the last percent a decimal tells how little.
  if (change === -100) return `−${Math.min(99.9, -exact).toFixed(1)} %`;
  return `${change > 0 ? "+" : "−"}${Math.abs(change)} %`;
}

/** A length of time: `48 s`, `3 min`, `2 h`, `7 days`. */
export function duration(seconds: number): string {
  if (seconds < 90) return `${Math.max(1, Math.round(seconds))} s`;
  if (seconds < 5400) return `${Math.round(seconds / 60)} min`;
  if (seconds < 129_600) return `${Math.round(seconds / 3600)} h`;
  return `${count(Math.round(seconds / 86_400))} days`;
}

/** Date and time of day on this machine. */
export const moment = (time: string): string =>
  new Date(time).toLocaleString("en-GB", {
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b));

/** A ratio as people say it: `3:2`, or `1.91:1` where the exact one has long numbers. */
export function ratio(width: number, height: number): string {
  const common = divisor(width, height);
  const [across, down] = [width / common, height / common];
  if (across <= 21 && down <= 21) return `${across}:${down}`;
  return width >= height ? `${(width / height).toFixed(2)}:1` : `1:${(height / width).toFixed(2)}`;
}

/** A visual score in words. */
export const looksWords: Record<NonNullable<Schemas["VisualQuality"]>, string> = {
  indistinguishable: "indistinguishable",
  veryGood: "very good",
  good: "good",
  visible: "visible",
  poor: "poor",
};
