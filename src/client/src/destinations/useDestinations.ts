import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { answer, api, type Destination, type Schemas, type Slot } from "../api/client";

/** A slot and where it belongs; its path is how people say both: "Windowbox · story". */
export type Place = { destination: Destination; slot: Slot; path: string };

/** All destinations, in their order. */
export function useDestinations() {
  return useQuery({
    queryKey: ["destinations"],
    queryFn: async () => (await answer(api.GET("/api/destinations"))).items,
    staleTime: 60_000,
  });
}

/** Every slot by its id, once destinations are there. */
export function usePlaces(): Map<string, Place> | undefined {
  const { data } = useDestinations();
  return useMemo(
    () =>
      data &&
      new Map(
        data.flatMap((destination) =>
          destination.slots.map((slot) => [
            slot.id,
            { destination, slot, path: `${destination.name} · ${slot.name}` },
          ]),
        ),
      ),
    [data],
  );
}

/** The sizes that each slot makes, by slot. */
export function useDrawings(): Map<string, Schemas["SlotDrawing"]> | undefined {
  const query = useQuery({
    queryKey: ["destinations", "drawings"],
    queryFn: async () => (await answer(api.GET("/api/drawings"))).items,
    staleTime: 60_000,
  });
  return useMemo(
    () => query.data && new Map(query.data.map((drawing) => [drawing.slot, drawing])),
    [query.data],
  );
}
