import { useMutation, useQuery } from "@tanstack/react-query";
import { changed } from "../data/changed";
import { answer, api } from "../data/client";
import { keys } from "../data/keys";
import { sayProblem } from "../shell/notices";

/** The destinations that this server delivers. */
export function useDeliveries() {
  return useQuery({
    queryKey: keys.deliveries,
    queryFn: async () => (await answer(api.GET("/api/delivery"))).items,
  });
}

/** Begins or ends the delivery of one. */
export function useSetDelivery() {
  return useMutation({
    mutationFn: ({ id, published }: { id: string; published: boolean }) =>
      answer(
        api.PUT("/api/delivery/{destinationId}", {
          params: { path: { destinationId: id } },
          body: { published },
        }),
      ),
    onSuccess: () => changed("deliveries"),
    onError: sayProblem,
  });
}
