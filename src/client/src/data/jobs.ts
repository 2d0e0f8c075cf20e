import { useMutation } from "@tanstack/react-query";
import { sayProblem } from "../shell/notices";
import { changed, type Subject } from "./changed";
import { answer, api } from "./client";

/** Holds a job up, lets it go on, or ends it; what is finished of it stays. */
export function useJobControl(subject: Subject) {
  return useMutation({
    mutationFn: ({ id, to }: { id: string; to: "pause" | "resume" | "cancel" }) => {
      const params = { path: { id } };
      if (to === "pause") return answer(api.POST("/api/jobs/{id}/pause", { params }));
      if (to === "resume") return answer(api.POST("/api/jobs/{id}/resume", { params }));
      return answer(api.POST("/api/jobs/{id}/cancel", { params }));
    },
    onSuccess: () => changed(subject),
    onError: sayProblem,
  });
}
