import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { isUnderWay } from "../instruments/jobs";

export type Package = Schemas["PackageAnswer"];

const lookEvery = 700;

/** All packages, the newest first; looked at again while one is being made. */
export function usePackages() {
  return useQuery({
    queryKey: keys.packages.list,
    queryFn: async () => (await answer(api.GET("/api/packages"))).items,
    refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? lookEvery : false),
  });
}
