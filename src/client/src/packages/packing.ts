import { useMutation, useQuery } from "@tanstack/react-query";
import { changed } from "../data/changed";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { useDestinations } from "../destinations/useDestinations";
import { sayProblem } from "../shell/notices";
import type { Package } from "./usePackages";

export type PackageContents = Schemas["PackageContents"];

const asked: Record<Package["scope"], string> = {
  everything: "all that is finished",
  run: "a run",
  selection: "a selection",
  site: "better files for a site",
};

/** What a finished package holds and what it does not. It is never changed. */
export function usePackageContents(one: Package) {
  return useQuery({
    queryKey: keys.packages.contents(one.id),
    queryFn: () => answer(api.GET("/api/packages/{id}/contents", { params: { path: { id: one.id } } })),
    enabled: one.state === "done",
    staleTime: 60_000,
  });
}

/** Makes a package of what is said, or of all that is finished. */
export function useMakePackage() {
  return useMutation({
    mutationFn: (what: Partial<Schemas["PackageSelection"]>) =>
      answer(api.POST("/api/packages", { body: { onlyChanged: false, ...what } })),
    onSuccess: () => changed("packages"),
    onError: sayProblem,
  });
}

/** What a package was asked for, in words. */
export function useScopeWords(): (one: Package) => string {
  const { data: destinations } = useDestinations();
  return (one) => {
    const name = destinations?.find(({ id }) => id === one.destination)?.name ?? one.destination;
    return `${one.onlyChanged ? "what changed" : asked[one.scope]}${name ? ` for ${name}` : ""}`;
  };
}
