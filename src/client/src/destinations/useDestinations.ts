import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { answer, api, type Destination, type Schemas, type Slot } from "../data/client";
import { keys } from "../data/keys";

/** A slot and where it belongs; its path is how people say both: "Windowbox · story". */
export type Place = { destination: Destination; version: string; slot: Slot; path: string };

/** What is known of a destination beyond its document. */
export type Standing = Schemas["DestinationStanding"];

/** All destinations, in their order, and how each stands. */
export function useDestinationPage() {
  return useQuery({
    queryKey: keys.destinations,
    queryFn: () => answer(api.GET("/api/destinations")),
    staleTime: 60_000,
  });
}

/** All destinations, in their order. */
export function useDestinations() {
  const query = useDestinationPage();
  return { ...query, data: query.data?.items };
}

/** Ready examples of destinations; they ship with the program, and stay as they are. */
export function useExamples(isWanted: boolean) {
  return useQuery({
    queryKey: keys.examples,
    queryFn: () => answer(api.GET("/api/examples")),
    staleTime: Number.POSITIVE_INFINITY,
    enabled: isWanted,
  });
}

/** Every slot by its id, once destinations are there. */
export function usePlaces(): Map<string, Place> | undefined {
  const { data } = useDestinationPage();
  return useMemo(
    () =>
      data &&
      new Map(
        data.items.flatMap((destination, at) =>
          destination.slots.map((slot) => [
            slot.id,
            {
              destination,
              version: data.standings[at]?.version ?? "",
              slot,
              path: `${destination.name} · ${slot.name}`,
            },
          ]),
        ),
      ),
    [data],
  );
}
