import { useMutation, useQuery } from "@tanstack/react-query";
import { changed } from "../data/changed";
import { answer, api, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { isUnderWay } from "../instruments/jobs";
import { sayProblem } from "../shell/notices";

export type Target = Schemas["TargetAnswer"];
export type TargetRequest = Schemas["TargetRequest"];
export type Publication = Schemas["PublicationAnswer"];
export type PublicationDetails = Schemas["PublicationDetails"];

const lookEvery = 700;

/** Everything that can be published to. */
export function useTargets() {
  return useQuery({
    queryKey: keys.targets,
    queryFn: async () => (await answer(api.GET("/api/targets"))).items,
  });
}

/** Describes a target, or one anew. */
export function useSaveTarget() {
  return useMutation({
    mutationFn: ({ id, wanted }: { id: string | undefined; wanted: TargetRequest }) =>
      answer(
        id
          ? api.PUT("/api/targets/{id}", { params: { path: { id } }, body: wanted })
          : api.POST("/api/targets", { body: wanted }),
      ),
    onSuccess: () => changed("publications"),
  });
}

/** Forgets a target; what lies there stays. */
export function useDeleteTarget() {
  return useMutation({
    mutationFn: (id: string) => answer(api.DELETE("/api/targets/{id}", { params: { path: { id } } })),
    onSuccess: () => changed("publications"),
    onError: sayProblem,
  });
}

/** Tries whether a target answers. */
export function useCheckTarget() {
  return useMutation({
    mutationFn: (id: string) => answer(api.POST("/api/targets/{id}/check", { params: { path: { id } } })),
    onError: sayProblem,
  });
}

/** All publications, the newest first; looked at again while one is under way. */
export function usePublications() {
  return useQuery({
    queryKey: keys.publications.list,
    queryFn: async () => (await answer(api.GET("/api/publications"))).items,
    refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? lookEvery : false),
  });
}

/** One of them with its files; looked at again while it is under way. */
export function usePublication(id: string) {
  return useQuery({
    queryKey: keys.publications.one(id),
    queryFn: () => answer(api.GET("/api/publications/{id}", { params: { path: { id } } })),
    refetchInterval: (query) =>
      query.state.data && isUnderWay(query.state.data.publication) ? lookEvery : false,
  });
}

/** Publishes, or says what would be changed. */
export function usePublish() {
  return useMutation({
    mutationFn: (what: { target: string; destination: string; dryRun: boolean; takesOver?: boolean }) =>
      answer(api.POST("/api/publications", { body: { takesOver: false, ...what } })),
    onSuccess: () => changed("publications"),
    onError: sayProblem,
  });
}

/** Puts back what lay there before. */
export function usePutBack() {
  return useMutation({
    mutationFn: (id: string) =>
      answer(
        api.POST("/api/publications/{id}/put-back", { params: { path: { id } }, body: { dryRun: false } }),
      ),
    onSuccess: () => changed("publications"),
    onError: sayProblem,
  });
}
