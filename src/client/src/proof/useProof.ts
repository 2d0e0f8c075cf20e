import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import type { View } from "./view";

export type Proof = Schemas["ProofAnswer"];
export type ModelPage = Schemas["ModelPage"];

/** A picture in a slot. */
export type Spot = { source: string; slot: string };

export const pages: readonly (readonly [ModelPage, string])[] = [
  ["article", "Article"],
  ["productList", "Product list"],
  ["product", "Product page"],
  ["header", "Header with text over it"],
  ["twoColumns", "Two columns"],
  ["frame", "Frame of a network"],
  ["newsletter", "Newsletter column"],
];

export const kinds = [
  ["html", "HTML"],
  ["css", "CSS"],
  ["json", "JSON"],
  ["preload", "Preload"],
  ["meta", "Link card"],
  ["addresses", "Addresses"],
] as const;
export type Kind = (typeof kinds)[number][0];

export const placeholders = [
  ["none", "No placeholder"],
  ["colour", "Main colour first"],
  ["blurred", "Blurred picture first"],
] as const;
export type PlaceholderKind = (typeof placeholders)[number][0];

/** What is tried on a page. */
export type Trial = {
  headline: string;
  paragraph: string;
  text: string;
  overlay: string;
  opacity: number;
  ground: string;
};
export const untried: Trial = {
  headline: "",
  paragraph: "",
  text: "#ffffff",
  overlay: "#000000",
  opacity: 0,
  ground: "#ffffff",
};

/** The slots that pictures are made for, with how many there are. */
export function useProofPlaces() {
  return useQuery({
    queryKey: keys.proof.places,
    queryFn: async () => (await answer(api.GET("/api/proof/places"))).items,
  });
}

/** The pictures that a slot has files of. */
export function useProofPictures(slot: string | undefined) {
  return useQuery({
    queryKey: keys.proof.pictures(slot),
    queryFn: async () =>
      (await answer(api.GET("/api/proof/pictures", { params: { query: { slot: slot ?? "" } } }))).items,
    enabled: slot !== undefined,
  });
}

/** Which file a browser takes in a window, and what all devices get. */
export function useProof(spot: Spot | undefined, view: View, page: ModelPage | undefined) {
  return useQuery({
    queryKey: keys.proof.of({ ...spot, ...view, page }),
    queryFn: () =>
      answer(
        api.GET("/api/proof", {
          params: { query: { source: "", slot: "", ...spot, ...view, ...(page && { page }) } },
        }),
      ),
    enabled: spot !== undefined,
    placeholderData: (before, query) =>
      (query?.queryKey[1] as Spot | undefined)?.source === spot?.source &&
      (query?.queryKey[1] as Spot | undefined)?.slot === spot?.slot
        ? keepPreviousData(before)
        : undefined,
  });
}

/** The markup of a picture in a slot. */
export function useMarkup(spot: Spot, kind: Kind, placeholder: PlaceholderKind) {
  return useQuery({
    queryKey: keys.proof.markup({ ...spot, kind, placeholder }),
    queryFn: () => markupOf(spot, kind, placeholder),
    placeholderData: keepPreviousData,
  });
}

/** The same, asked for once. */
export const markupOf = (spot: Spot, kind: Kind, placeholder: PlaceholderKind): Promise<string> =>
  answer(
    api.GET("/api/markup", { params: { query: { ...spot, kind, placeholder } }, parseAs: "text" }),
  ) as Promise<string>;

/** Where on the picture a text stands, as fractions of it. */
export type Part = { x: number; y: number; width: number; height: number };

/** How well the text over a picture can be read. */
export function useContrast(variant: string | undefined, part: Part | undefined, trial: Trial) {
  const { text, overlay, opacity } = trial;
  return useQuery({
    queryKey: keys.proof.contrast({ variant, part, text, overlay, opacity }),
    queryFn: () =>
      answer(
        api.GET("/api/proof/contrast", {
          params: {
            query: {
              variant: variant ?? "",
              ...(part ?? { x: 0, y: 0, width: 1, height: 1 }),
              text,
              overlay,
              opacity,
            },
          },
        }),
      ),
    enabled: variant !== undefined && part !== undefined,
    placeholderData: keepPreviousData,
  });
}

/** Where a model page is, as a screen of a density would show it. */
export function pagePath(spot: Spot, page: ModelPage, view: View, trial: Trial): string {
  const query = new URLSearchParams({
    ...spot,
    page,
    // What the address says anew, the browser chooses anew.
    viewport: `${view.viewport}`,
    timesDenser: `${Math.round((view.density / window.devicePixelRatio) * 1e4) / 1e4}`,
    text: trial.text,
    overlay: trial.overlay,
    opacity: `${trial.opacity}`,
    ground: trial.ground,
    headline: trial.headline,
    paragraph: trial.paragraph,
  });
  return `/api/proof/page?${query}`;
}
