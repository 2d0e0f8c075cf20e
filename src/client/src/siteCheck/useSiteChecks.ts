import { useMutation, useQuery } from "@tanstack/react-query";
import { changed } from "../data/changed";
import { answer, api, problemOf, RequestProblem, type Schemas } from "../data/client";
import { keys } from "../data/keys";
import { isUnderWay } from "../instruments/jobs";
import { some } from "../instruments/numbers";
import { say, sayProblem } from "../shell/notices";
import type { Placed } from "../sources/droppedFiles";

export type SiteCheck = Schemas["SiteCheckAnswer"];
export type SitePicture = Schemas["SitePictureAnswer"];
export type SitePage = Schemas["SitePageAnswer"];

const lookEvery = 1000;
// What is looked at again is all of it.
const lookSeldom = 5000;
const many = 500;

/** Checks, the newest first. */
export function useSiteChecks() {
  return useQuery({
    queryKey: keys.siteChecks.list,
    queryFn: async () => (await answer(api.GET("/api/site-checks"))).items,
    refetchInterval: (query) => (query.state.data?.some(isUnderWay) ? lookEvery : false),
  });
}

/** A check with everything that was found; looked at again while it goes on. */
export function useSiteCheck(id: string | undefined) {
  return useQuery({
    queryKey: keys.siteChecks.one(id),
    queryFn: () => answer(api.GET("/api/site-checks/{id}", { params: { path: { id: id ?? "" } } })),
    enabled: id !== undefined,
    refetchInterval: ({ state }) =>
      state.data && isUnderWay(state.data)
        ? state.data.pictures.length > many
          ? lookSeldom
          : lookEvery
        : false,
  });
}

/** What became of a site since the check before. */
export function useCheckChanges(id: string) {
  return useQuery({
    queryKey: keys.siteChecks.changes(id),
    queryFn: () => answer(api.GET("/api/site-checks/{id}/changes", { params: { path: { id } } })),
  });
}

/** The line for a browser's console. */
export function useMeasuringScript() {
  return useQuery({
    queryKey: keys.siteChecks.script,
    queryFn: async () => (await answer(api.GET("/api/site-checks/script"))).line,
    staleTime: Number.POSITIVE_INFINITY,
  });
}

// What a check reads; anything else of a site's folder need not be sent.
const wanted =
  /\.(html?|xhtml|css|jpe?g|jpe|jfif|png|webp|avif|gif|tiff?|svg|hei[cf]|psd|bmp|jxl|har|json|zip)$/i;

/** Sends a site, and asks for its check. */
export function useStartCheck(onProgress: (share: number | undefined) => void) {
  return useMutation({
    mutationFn: (files: readonly Placed[]) => {
      const sent = files.filter(({ path }) => files.length === 1 || wanted.test(path));
      if (sent.length === 0)
        return Promise.reject(
          new RequestProblem(
            "There is no page, style sheet, picture or record in there. Drop a site's folder or ZIP, or what a browser saved of it.",
          ),
        );
      return send(sent, onProgress);
    },
    onSuccess: () => changed("siteChecks"),
    onError: sayProblem,
    onSettled: () => onProgress(undefined),
  });
}

// fetch cannot say how much has been sent.
function send(files: readonly Placed[], onProgress: (share: number) => void): Promise<{ id: string }> {
  return new Promise((done, failed) => {
    const request = new XMLHttpRequest();
    const body = new FormData();
    for (const { file, path } of files) body.append("files", file, path);
    request.responseType = "json";
    request.upload.onprogress = (event) => onProgress(event.loaded / event.total);
    request.onload = () =>
      request.status === 202
        ? done(request.response)
        : failed(
            new RequestProblem(
              request.response?.detail ?? `The server answered ${request.status}. Send it again.`,
            ),
          );
    request.onerror = () =>
      failed(new RequestProblem("The connection was lost. Nothing was checked; send it again."));
    request.open("POST", "/api/site-checks");
    request.send(body);
  });
}

/** Has pages fetched, and asks for their check. */
export function useFetchCheck() {
  return useMutation({
    mutationFn: async (addresses: readonly string[]) => {
      const response = await fetch("/api/site-checks", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ addresses }),
      });
      const body = await response.json();
      if (!response.ok) throw problemOf(response, body);
      return body as { id: string };
    },
    onSuccess: () => changed("siteChecks"),
    onError: sayProblem,
  });
}

/** Checks the site that ships. */
export function useDemoCheck() {
  return useMutation({
    mutationFn: () => answer(api.POST("/api/site-checks/demo")),
    onSuccess: () => changed("siteChecks"),
    onError: sayProblem,
  });
}

/** Deletes a check. */
export function useDeleteCheck() {
  return useMutation({
    mutationFn: (id: string) => answer(api.DELETE("/api/site-checks/{id}", { params: { path: { id } } })),
    onSuccess: () => changed("siteChecks"),
    onError: sayProblem,
  });
}

/** Makes slots of the places in which pictures are shown, with the pictures as sources. */
export function useMakeSlots(check: string) {
  return useMutation({
    mutationFn: (pictures: readonly number[]) =>
      answer(
        api.POST("/api/site-checks/{id}/slots", {
          params: { path: { id: check } },
          body: { pictures: [...pictures] },
        }),
      ),
    onSuccess: ({ slots }) => {
      say(`${some(slots.length, "slot")} made. Say here what else they demand.`);
      return changed("destinations", "sources");
    },
    onError: sayProblem,
  });
}

/** Takes pictures of a site in as sources. */
export function useTakePictures(check: string) {
  return useMutation({
    mutationFn: (pictures: readonly number[]) =>
      answer(
        api.POST("/api/site-checks/{id}/sources", {
          params: { path: { id: check } },
          body: { pictures: [...pictures] },
        }),
      ),
    onSuccess: ({ items }) => {
      const refused = items.filter((one) => one.problem);
      const taken = new Set(items.map((one) => one.source).filter(Boolean)).size;
      if (taken > 0) say(`${taken} ${taken === 1 ? "picture is" : "pictures are"} among the sources.`);
      if (refused[0]) sayProblem(refused[0].problem ?? "");
      return changed("sources");
    },
    onError: sayProblem,
  });
}
