import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { changed } from "../../data/changed";
import { answer, api, RequestProblem, type Schemas, type Slot } from "../../data/client";
import { keys } from "../../data/keys";
import { isUnderWay } from "../../instruments/jobs";
import { sayProblem } from "../../shell/notices";

export type AdHocPlan = Schemas["AdHocPlanAnswer"];
export type AdHocFile = Schemas["AdHocFileAnswer"];

const plannedAtOnce = 500;
const lookEvery = 300;

/** What would come of pictures, and how their files would be called; of very many, of the first ones. */
export function useAdHocPlans(sources: readonly string[], slots: readonly Slot[], name: string) {
  const asked = sources.slice(0, plannedAtOnce);
  return useQuery({
    queryKey: keys.packages.tried(asked, slots, name),
    queryFn: async ({ signal }) =>
      (
        await answer(
          api.POST("/api/packages/try", {
            body: { sources: asked, adHoc: { slots: [...slots], name } },
            signal,
          }),
        )
      ).items,
    enabled: slots.length > 0 && asked.length > 0,
    placeholderData: (before) => before,
  });
}

/** The files of one picture, really made: what they come to is known to the byte, and they are there for the package. */
export function useAdHocFiles(source: string, slots: readonly Slot[], isSeen: boolean) {
  return useQuery({
    queryKey: keys.packages.foretold(source, slots),
    queryFn: async ({ signal }) =>
      (
        await answer(
          api.POST("/api/packages/try/files", {
            body: { sources: [source], adHoc: { slots: [...slots], name: null } },
            signal,
          }),
        )
      ).items,
    enabled: isSeen && slots.length > 0,
    staleTime: 60_000,
  });
}

/** Makes the files and their ZIP, and hands it to the browser's downloads when it is ready. */
export function useMakeFiles(onReady: () => void) {
  const [id, setId] = useState<string>();
  const asked = useMutation({
    mutationFn: (what: { sources: readonly string[]; slots: readonly Slot[]; name: string }) =>
      answer(
        api.POST("/api/packages", {
          body: {
            onlyChanged: false,
            sources: [...what.sources],
            adHoc: { slots: [...what.slots], name: what.name },
          },
        }),
      ),
    onSuccess: (made) => {
      setId(made.id);
      void changed("packages");
    },
    onError: sayProblem,
  });
  const job = useQuery({
    queryKey: keys.packages.one(id),
    queryFn: () => answer(api.GET("/api/packages/{id}", { params: { path: { id: id ?? "" } } })),
    enabled: id !== undefined,
    refetchInterval: (query) => (!query.state.data || isUnderWay(query.state.data) ? lookEvery : false),
  });
  const { data } = job;
  useEffect(() => {
    if (!id || !data || isUnderWay(data)) return;
    setId(undefined);
    void changed("packages");
    if (data.state === "done") {
      download(`/api/packages/${data.id}/file`);
      onReady();
    } else if (data.state === "failed") sayProblem(new RequestProblem(data.problem));
  }, [id, data, onReady]);
  return {
    make: asked.mutate,
    isMaking: asked.isPending || id !== undefined,
    progress: id && data ? data : undefined,
    cancel: () =>
      id &&
      answer(api.POST("/api/jobs/{id}/cancel", { params: { path: { id } } })).then(
        () => changed("packages"),
        sayProblem,
      ),
  };
}

function download(href: string): void {
  const link = document.createElement("a");
  link.href = href;
  link.download = "";
  document.body.append(link);
  link.click();
  link.remove();
}
