import type { QueryClient } from "@tanstack/react-query";
import { answer, api, type Destination, RequestProblem, type Slot } from "../api/client";
import { refreshPlans } from "../api/refresh";
import { history } from "../shell/history";
import { drafts } from "./drafts";

/** Lower-case words joined by hyphens, for an id. */
export const slug = (name: string): string =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "")
    .slice(0, 50) || "slot";

/** The id itself, or with the first free number from 2 behind it. */
export function freeId(wanted: string, taken: ReadonlySet<string>): string {
  let id = wanted;
  for (let number = 2; taken.has(id); number++) id = `${wanted}-${number}`;
  return id;
}

const slotIdsOf = (all: readonly Destination[]): Set<string> =>
  new Set(all.flatMap((one) => one.slots.map((slot) => slot.id)));

/** A first slot, to be changed into what is wanted. */
export const newSlot = (destination: Destination, all: readonly Destination[], name = "new slot"): Slot => ({
  id: freeId(
    `${destination.id}.${slug(name)}`,
    new Set([...slotIdsOf(all), ...destination.slots.map((slot) => slot.id)]),
  ),
  name,
  shape: "3:2",
  sizes: { widths: [1600, 800] },
  formats: ["avif", "webp", "jpeg"],
  deliver: "each",
});

/** The same slot once more. */
export const copyOfSlot = (slot: Slot, destination: Destination, all: readonly Destination[]): Slot => ({
  ...slot,
  id: freeId(`${slot.id}-copy`, new Set([...slotIdsOf(all), ...destination.slots.map((one) => one.id)])),
  name: `${slot.name} copy`.slice(0, 80),
});

/** The same destination under other ids, so that both can be there. */
export function copyOf(
  destination: Destination,
  all: readonly Destination[],
  name = `${destination.name} copy`,
): Destination {
  const id = freeId(slug(name), new Set(all.map((one) => one.id)));
  const taken = slotIdsOf(all);
  const slots = destination.slots.map((slot) => {
    const own = slot.id.startsWith(`${destination.id}.`)
      ? slot.id.slice(destination.id.length + 1)
      : slug(slot.name);
    const free = freeId(`${id}.${own}`, taken);
    taken.add(free);
    return { ...slot, id: free };
  });
  return { ...destination, id, name: name.slice(0, 80), slots };
}

/** What can be done with whole destinations; each can be undone. */
export function destinationActions(queries: QueryClient) {
  const refresh = () =>
    Promise.all([queries.invalidateQueries({ queryKey: ["destinations"] }), refreshPlans(queries)]);
  const post = async (document: Destination) => {
    const added = await answer(api.POST("/api/destinations", { body: document }));
    await refresh();
    return added;
  };
  const remove = async (id: string) => {
    await answer(api.DELETE("/api/destinations/{id}", { params: { path: { id } } }));
    await refresh();
  };
  const replace = async (document: Destination) => {
    await answer(
      api.PUT("/api/destinations/{id}", { params: { path: { id: document.id } }, body: document }),
    );
    await refresh();
  };
  const order = async (ids: readonly string[]) => {
    await answer(api.PUT("/api/destination-order", { body: { ids: [...ids] } }));
    await refresh();
  };
  return {
    add: (document: Destination, label = "new destination") =>
      history.do({ label, undo: () => remove(document.id), redo: () => post(document) }),

    /** Stores a document over the one that is there. */
    async change(before: Destination, after: Destination, label: string) {
      await history.do({ label, undo: () => replace(before), redo: () => replace(after) });
      return () => replace(before);
    },

    delete(document: Destination) {
      const draft = drafts.of(document.id);
      return history.do({
        label: `deleting ${document.name}`,
        undo: async () => {
          await post(document);
          if (draft) drafts.put(document.id, draft);
        },
        redo: async () => {
          await remove(document.id);
          drafts.drop(document.id);
        },
      });
    },

    order: (before: readonly string[], after: readonly string[]) =>
      history.do({ label: "order of destinations", undo: () => order(before), redo: () => order(after) }),

    /** Takes a document in as it was exported, from text that is not trusted. */
    async import(text: string, all: readonly Destination[]) {
      const send = (body: string) =>
        answer(
          api.POST("/api/destinations", {
            body: body as never,
            bodySerializer: (raw) => raw as unknown as string,
            headers: { "Content-Type": "application/json" },
          }),
        );
      let added: Destination;
      try {
        added = await send(text);
      } catch (problem) {
        if (!(problem instanceof RequestProblem) || problem.type !== "/problems/taken") throw problem;
        // It is here already, or a part of it: it comes in beside it, under other ids.
        const read = JSON.parse(text) as Destination;
        added = await answer(api.POST("/api/destinations", { body: copyOf(read, all) }));
      }
      await refresh();
      const document = added;
      history.add({
        label: `importing ${document.name}`,
        undo: () => remove(document.id),
        redo: () => post(document),
      });
      return document;
    },
  };
}
