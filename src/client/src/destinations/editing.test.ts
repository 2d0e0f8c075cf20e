import { describe, expect, it, vi } from "vitest";
import type { Destination, Slot } from "../data/client";

vi.stubGlobal("localStorage", { getItem: () => null, setItem: () => undefined });
const { copyOf, copyOfSlot, newSlot, slug } = await import("./actions");
const { numberOf, shownNumber } = await import("./fields");
const { sentenceOf } = await import("./coverage");
const { sentence } = await import("./SaveBar");
const { inMode, modeOf } = await import("./ShapeEditor");
const { gathered } = await import("./VisitsChart");
const { ticksTo } = await import("./WidthPlot");

const slot = (id: string): Slot => ({
  id,
  name: "hero",
  shape: "2:1",
  sizes: { widths: [800] },
  formats: ["jpeg"],
});
const site: Destination = {
  format: "pantomet-destination-1",
  id: "site",
  name: "Site",
  kind: "site",
  slots: [slot("site.hero"), slot("elsewhere.hero")],
};

describe("ids", () => {
  it("are made of names, and stay free of each other", () => {
    expect(slug("Café & Kites — No. 9")).toBe("cafe-kites-no-9");
    expect(slug("凧")).toBe("slot");
    const copy = copyOf(site, [site]);
    expect([copy.id, ...copy.slots.map((one) => one.id)]).toEqual([
      "site-copy",
      "site-copy.hero",
      "site-copy.hero-2",
    ]);
    expect(copyOf(site, [site, copy]).id).toBe("site-copy-2");
    expect(copyOfSlot(slot("site.hero"), site, [site]).id).toBe("site.hero-copy");
    expect(newSlot({ ...site, slots: [slot("site.new-slot")] }, [site]).id).toBe("site.new-slot-2");
  });
});

describe("numbers", () => {
  it("are sent as numbers where they are, and as they were typed where they are not", () => {
    expect(numberOf("60", 1000)).toBe(60_000);
    expect(numberOf("12.5", 0.01)).toBe(0.125);
    expect(numberOf("lots", 1)).toBe("lots");
    expect(numberOf("  ", 1)).toBeUndefined();
  });

  it("are shown in their unit, whatever the document says", () => {
    expect(shownNumber(60_000, 1000)).toBe("60");
    expect(shownNumber(0.07, 0.01)).toBe("7");
    expect(shownNumber("lots", 1000)).toBe("lots");
    expect(shownNumber(undefined, 1)).toBe("");
  });
});

describe("shapes", () => {
  it("are told apart by how they are written", () => {
    expect(["16:9", "851x315", "4:5..16:9", "free"].map(modeOf)).toEqual([
      "ratio",
      "pixels",
      "range",
      "free",
    ]);
  });

  it("take sizes with them that do not contradict them", () => {
    expect(inMode(slot("a"), "pixels")).not.toHaveProperty("sizes");
    const exact = { ...slot("a"), shape: "851x315" };
    delete (exact as Partial<Slot>).sizes;
    expect(inMode(exact, "ratio").sizes).toEqual({ widths: [851] });
    const multiples = { ...exact, sizes: { multiples: { factors: [1, 2] } } };
    expect(inMode(multiples, "free").sizes).toEqual({ widths: [851] });
  });
});

describe("sentences", () => {
  it("say what becomes of files", () => {
    expect(sentence({ staleFiles: 12, staleSources: 4, parentlessFiles: 0 })).toBe(
      "12 files of 4 sources become stale.",
    );
    expect(sentence({ staleFiles: 1, staleSources: 1, parentlessFiles: 3 })).toBe(
      "1 file of 1 source becomes stale. 3 files lose their slot.",
    );
    expect(sentence({ staleFiles: 0, staleSources: 0, parentlessFiles: 0 })).toBe("No file becomes stale.");
  });

  it("say how far pixels reach", () => {
    const coverage = { state: "partly", possible: 1, wanted: 2, shortByPx: 260, firstShort: null } as const;
    expect(sentenceOf({ ...coverage, largest: { width: 1000, height: 500 } })).toBe(
      "short by 260 px, up to 1,000 px wide",
    );
    expect(sentenceOf({ ...coverage, state: "tooSmall", largest: null })).toBe("short by 260 px");
  });
});

describe("charts", () => {
  it("have about four round marks", () => {
    expect(ticksTo(346)).toEqual([100, 200, 300]);
    expect(ticksTo(2074)).toEqual([1000, 2000]);
    expect(ticksTo(0.5)).toEqual([]);
  });

  it("gather visits into bars without losing any", () => {
    const visits = Array.from({ length: 1000 }, (_, index) => [index + 1, 0.001]);
    const bars = gathered(visits, 1000, 20);
    expect(bars.length).toBeLessThanOrEqual(20);
    expect(bars.reduce((sum, bar) => sum + bar.share, 0)).toBeCloseTo(1);
    expect(bars.at(-1)?.px).toBe(1000);
  });
});
