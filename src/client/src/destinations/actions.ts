import { changed } from "../data/changed";
import { answer, api, type Destination, over, RequestProblem, type Slot, versioned } from "../data/client";
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

/** A first slot whose widths are computed from how wide a page shows the picture. */
export const slotOfLayout = (destination: Destination, all: readonly Destination[]): Slot => ({
  ...newSlot(destination, all, "picture"),
  sizes: { layout: { rows: [{ from: 0, width: "100vw" }], ladder: { best: { files: 5 } } } },
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

const pathOf = (id: string) => ({ params: { path: { id } } });

/** Looks at the destinations again when a change is done, and when it is refused: then somebody else has changed them. */
async function looked<T>(change: Promise<T>): Promise<T> {
  try {
    return await change;
  } finally {
    await changed("destinations");
  }
}

const post = (document: Destination): Promise<{ data: Destination; version: string }> =>
  looked(versioned(api.POST("/api/destinations", { body: document })));

async function remove(id: string, version: string | undefined): Promise<void> {
  await looked(answer(api.DELETE("/api/destinations/{id}", { ...pathOf(id), headers: over(version) })));
}

async function replace(document: Destination, version: string): Promise<string> {
  const init = { ...pathOf(document.id), body: document, headers: over(version) };
  return (await looked(versioned(api.PUT("/api/destinations/{id}", init)))).version;
}

async function order(ids: readonly string[]): Promise<void> {
  await looked(answer(api.PUT("/api/destination-order", { body: { ids: [...ids] } })));
}

/** A destination that comes in, as a step: taking it back takes away the version that came in, and no other. */
function coming(label: string, come: () => Promise<{ data: Destination; version: string }>) {
  let there: { data: Destination; version: string } | undefined;
  return {
    label,
    undo: async () => {
      if (there) await remove(there.data.id, there.version);
    },
    redo: async () => {
      there = there ? await post(there.data) : await come();
      return there.data;
    },
  };
}

/** Adds a destination; can be undone. */
export const addDestination = (document: Destination, label = "new destination"): Promise<Destination> =>
  history.do(coming(label, () => post(document)));

/** Stores a document over the version that it was made from; a colleague's save in between stays, and is said. */
export function changeDestination(before: Destination, version: string, after: Destination, label: string) {
  let known = version;
  const put = async (document: Destination) => {
    known = await replace(document, known);
  };
  return history.do({ label, undo: () => put(before), redo: () => put(after) });
}

/** Deletes a destination; can be undone. */
export function deleteDestination(document: Destination, version: string): Promise<void> {
  const draft = drafts.of(document.id);
  let known = version;
  return history.do({
    label: `deleting ${document.name}`,
    undo: async () => {
      known = (await post(document)).version;
      if (draft) drafts.put(document.id, draft);
    },
    redo: async () => {
      await remove(document.id, known);
      drafts.drop(document.id);
    },
  });
}

/** Puts destinations in another order; can be undone. */
export const orderDestinations = (before: readonly string[], after: readonly string[]): Promise<void> =>
  history.do({ label: "order of destinations", undo: () => order(before), redo: () => order(after) });

/** Takes a document in as it was exported, from text that is not trusted; can be undone. */
export const importDestination = (text: string, all: readonly Destination[]): Promise<Destination> =>
  history.do(
    coming("importing a destination", async () => {
      try {
        const added = await versioned(
          api.POST("/api/destinations", {
            body: text as never,
            bodySerializer: (raw) => raw as unknown as string,
            headers: { "Content-Type": "application/json" },
          }),
        );
        await changed("destinations");
        return added;
      } catch (problem) {
        if (!(problem instanceof RequestProblem) || problem.type !== "/problems/taken") throw problem;
        // It is here already, or a part of it: it comes in beside it, under other ids.
        return post(copyOf(JSON.parse(text) as Destination, all));
      }
    }),
  );
