import type { Schemas } from "./client";

/** What a file is looked at by: all of its members name it. */
type Named = Record<string, unknown>;

/** The names of everything that is asked of the server. What begins alike is refreshed together. */
export const keys = {
  sources: {
    all: ["sources"],
    lists: ["sources", "list"],
    list: (filter: Named) => ["sources", "list", filter],
    total: ["sources", "total"],
    traits: (filter: Named) => ["sources", "traits", filter],
    each: ["sources", "one"],
    one: (id: string | undefined) => ["sources", "one", id],
  },
  composed: {
    all: ["composed"],
    states: ["composed", "states"],
    tried: (request: Named) => ["composed", "tried", request],
  },
  names: { all: ["names"], tried: (request: Named) => ["names", request] },
  watching: ["watching"],
  fonts: ["fonts"],
  destinations: ["destinations"],
  deliveries: ["deliveries"],
  examples: ["examples"],
  devices: ["devices"],
  coverage: { all: ["coverage"], of: (slot: string) => ["coverage", slot] },
  drafts: {
    of: (id: string | undefined, asked: string, slot: string | undefined) => ["drafts", id, asked, slot],
  },
  consequences: {
    all: ["consequences"],
    of: (id: string | undefined, asked: string) => ["consequences", id, asked],
  },
  framings: { all: ["framings"], of: (source: string | undefined) => ["framings", source] },
  plans: { all: ["plans"], of: (source: string | undefined) => ["plans", source] },
  subjects: { all: ["subjects"], of: (sources: readonly string[]) => ["subjects", sources] },
  review: { all: ["review"], of: (selection: Named) => ["review", selection] },
  sheets: {
    all: ["sheets"],
    of: (selection: Named) => ["sheets", selection],
    copies: (source: string, way: string, to: readonly string[]) => ["sheets", "copies", source, way, to],
  },
  board: {
    all: ["board"],
    ids: ["board", "ids"],
    idsOf: (filter: Named) => ["board", "ids", filter],
    page: (filter: Named, page: number) => ["board", "page", filter, page],
  },
  weighing: {
    all: ["weighing"],
    of: (spot: Named | undefined) => ["weighing", "one", spot],
    curve: (spot: Named, format: Schemas["PictureFormat"]) => ["weighing", "curve", spot, format],
    worst: (by: string, run: string | undefined) => ["weighing", "worst", by, run],
    totals: ["weighing", "totals"],
    page: (slots: unknown) => ["weighing", "page", slots],
  },
  treated: { all: ["treated"], of: (asked: Named) => ["treated", asked] },
  runs: {
    all: ["runs"],
    list: ["runs", "list"],
    findings: (id: string | undefined) => ["runs", "findings", id],
  },
  variants: {
    all: ["variants"],
    of: (run: string) => ["variants", run],
    slots: (run: string) => ["variants", run, "slots"],
    list: (run: string, slot: string, by: string) => ["variants", run, "list", slot, by],
  },
  proof: {
    all: ["proof"],
    places: ["proof", "places"],
    pictures: (slot: string | undefined) => ["proof", "pictures", slot],
    of: (asked: Named) => ["proof", asked, "one"],
    markup: (asked: Named) => ["proof", asked, "markup"],
    contrast: (asked: Named) => ["proof", asked, "contrast"],
  },
  packages: {
    all: ["packages"],
    list: ["packages", "list"],
    one: (id: string | undefined) => ["packages", "one", id],
    contents: (id: string) => ["packages", "contents", id],
    tried: (sources: readonly string[], slots: unknown, name: string) => [
      "framings",
      "ad-hoc",
      sources,
      slots,
      name,
    ],
    // Both change with the framing of a picture.
    foretold: (source: string, slots: unknown) => ["framings", "ad-hoc", source, slots],
  },
  targets: ["targets"],
  publications: {
    all: ["publications"],
    list: ["publications", "list"],
    one: (id: string) => ["publications", "one", id],
  },
  siteChecks: {
    all: ["siteChecks"],
    list: ["siteChecks", "list"],
    one: (id: string | undefined) => ["siteChecks", "one", id],
    changes: (id: string) => ["siteChecks", "changes", id],
    script: ["siteChecks", "script"],
  },
  space: { all: ["space"], parts: ["space", "parts"], bin: ["space", "bin"] },
} as const;
