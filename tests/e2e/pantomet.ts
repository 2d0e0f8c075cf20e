import { type ChildProcess, spawn } from "node:child_process";
import { cp, mkdtemp, readFile, rm } from "node:fs/promises";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, type Locator, type Page } from "@playwright/test";
import type { AnySchemaObject } from "ajv/dist/2020.js";
import type { components } from "../../src/client/src/api/schema.d.ts";

const root = resolve(dirname(fileURLToPath(import.meta.url)), "../..");

const built = join(root, ".build/app/Pantomet.Server.dll");
const demoLibrary = join(root, ".build/demo-library");

/** What the interface says of what it answers, by the name that it has there. */
export type Answers = components["schemas"];

/** A picture of the demo. */
export const demo = (name: string): string => join(root, "demo", "sources", name);

/** The built server on a data folder of its own. */
export class Pantomet {
  readonly url: string;
  private readonly data: string;
  private server: ChildProcess | undefined;

  private constructor(url: string, data: string) {
    this.url = url;
    this.data = data;
  }

  /** Starts a server; with the demo's sources and destinations, or with its destinations alone. It may watch a folder. */
  static async start(library: "demo" | "destinations" | "empty", watched?: string): Promise<Pantomet> {
    const data = await mkdtemp(join(tmpdir(), "pantomet-e2e-"));
    if (library === "demo") await cp(demoLibrary, data, { recursive: true });
    const app = await Pantomet.on(data, watched ? ["--watch", watched] : []);
    if (library === "destinations") await app.addDestinations();
    return app;
  }

  /** Makes the library of the demo that the journeys copy: its pictures are taken in once for all of them. */
  static async makeDemo(): Promise<void> {
    await rm(demoLibrary, { recursive: true, force: true });
    const app = await Pantomet.on(demoLibrary, ["--demo", join(root, "demo")]);
    await app.end();
  }

  private static async on(data: string, options: string[]): Promise<Pantomet> {
    const app = new Pantomet(`http://127.0.0.1:${await freePort()}`, data);
    app.server = spawn("dotnet", [built, "--data", data, "--urls", app.url, ...options], {
      stdio: ["ignore", "pipe", "inherit"],
    });
    await new Promise<void>((ready, failed) => {
      app.server?.stdout?.on("data", (text: Buffer) => text.includes("Pantomet is ready") && ready());
      app.server?.on("exit", (code) => failed(new Error(`The server ended with ${code}.`)));
    });
    return app;
  }

  /** Ends the server; what it holds is gone. */
  async stop(): Promise<void> {
    await this.end();
    await rm(this.data, { recursive: true, force: true });
  }

  /** What the interface answers at a path; whoever asks names what that is. */
  async get<Name extends keyof Answers>(path: string): Promise<Answers[Name]> {
    return (await fetch(this.url + path)).json();
  }

  /** What the interface answers to JSON; whoever sends names what that is. */
  async send<Name extends keyof Answers>(
    method: string,
    path: string,
    body: unknown,
  ): Promise<Answers[Name]> {
    const headers = { "content-type": "application/json" };
    return (await fetch(this.url + path, { method, headers, body: JSON.stringify(body) })).json();
  }

  /** A schema that the server publishes. */
  async schema(name: string): Promise<AnySchemaObject> {
    return (await fetch(`${this.url}/schemas/${name}`)).json();
  }

  /** The pictures whose names, files or texts have these words; all of them without any. */
  async sources(search = ""): Promise<Answers["SourceAnswer"][]> {
    return (await this.get<"SourcePage">(`/api/sources?limit=200&search=${search}`)).items;
  }

  /** The picture of this name, or the first that it leads to. */
  async source(stem: string): Promise<Answers["SourceAnswer"]> {
    const found = await this.sources(stem);
    return found.find((one) => one.stem === stem) ?? first(found);
  }

  /** A destination as it is stored. */
  destination(id: string): Promise<Answers["DestinationDocument"]> {
    return this.get<"DestinationDocument">(`/api/destinations/${id}`);
  }

  /** Stores a destination over whatever is there. */
  async replace(destination: Answers["DestinationDocument"]): Promise<void> {
    await this.send<"DestinationDocument">("PUT", `/api/destinations/${destination.id}`, destination);
  }

  /** Lets the files of a slot have so many bytes and no more, whatever it demanded before. */
  async limit(slot: string, mostBytes: number): Promise<void> {
    const destination = await this.destination(slot.slice(0, slot.lastIndexOf(".")));
    const slots = destination.slots.map((one) => (one.id === slot ? { ...one, limits: { mostBytes } } : one));
    await this.replace({ ...destination, slots });
  }

  /** How a source is framed. */
  framing(source: string): Promise<Answers["FramingAnswer"]> {
    return this.get<"FramingAnswer">(`/api/framings/${source}`);
  }

  /** Renders these, waits for the end, and gives what came of each. */
  async render(sources: string[], slots: string[]): Promise<Answers["VariantAnswer"][]> {
    const { id } = await this.send<"RunAnswer">("POST", "/api/runs", { sources, slots });
    await expect
      .poll(async () => (await this.get<"RunAnswer">(`/api/runs/${id}`)).state, { timeout: 60_000 })
      .toBe("done");
    return (await this.get<"VariantPage">(`/api/variants?run=${id}`)).items;
  }

  /** Takes pictures of the demo in and gives their ids. */
  takeInDemo(...names: string[]): Promise<string[]> {
    return Promise.all(names.map(async (name) => this.takeIn(name, await readFile(demo(name)))));
  }

  /** Takes a file in and gives its id. */
  async takeIn(name: string, bytes: Uint8Array): Promise<string> {
    const form = new FormData();
    form.append("files", new Blob([new Uint8Array(bytes)]), name);
    const [entry]: Answers["IntakeAnswer"][] = await (
      await fetch(`${this.url}/api/sources`, { method: "POST", body: form })
    ).json();
    if (!entry?.source) throw new Error(`${name} was not taken in.`);
    return entry.source.id;
  }

  /** Changes how a source is framed. */
  change(source: string, change: object): Promise<Answers["FramingAnswer"]> {
    return this.send<"FramingAnswer">("POST", `/api/framings/${source}/changes`, change);
  }

  private async end(): Promise<void> {
    const ended = new Promise((done) => this.server?.on("exit", done));
    this.server?.kill();
    await ended;
  }

  private async addDestinations(): Promise<void> {
    const folder = join(root, "tests", "destinations");
    for (const name of (await readFile(join(folder, "order.txt"), "utf8")).split("\n").filter(Boolean)) {
      const body = await readFile(join(folder, name), "utf8");
      await this.send<"DestinationDocument">("POST", "/api/destinations", JSON.parse(body));
    }
  }
}

/** The first of them, which must be there. */
export function first<One>(all: readonly One[]): One {
  return sure(all[0]);
}

/** What must be there. */
export function sure<Value>(value: Value | null | undefined): Value {
  if (value === null || value === undefined) throw new Error("There is nothing.");
  return value;
}

function freePort(): Promise<number> {
  return new Promise((found) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const address = probe.address();
      probe.close(() => found(typeof address === "object" && address ? address.port : 0));
    });
  });
}

/** Goes by its key from place to place until one is framed. One at a time: a page may follow a key later than the next one comes. */
export async function stepTo(page: Page, place: Locator): Promise<void> {
  while ((await place.getAttribute("aria-current")) !== "true") {
    const before = page.url();
    await page.keyboard.press("n");
    await expect(page).not.toHaveURL(before);
  }
}
