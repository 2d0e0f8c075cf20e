import { type ChildProcess, spawn } from "node:child_process";
import { mkdtemp, readFile, rm } from "node:fs/promises";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, type Locator, type Page } from "@playwright/test";

const root = resolve(dirname(fileURLToPath(import.meta.url)), "../..");

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
    const app = new Pantomet(
      `http://127.0.0.1:${await freePort()}`,
      await mkdtemp(join(tmpdir(), "pantomet-e2e-")),
    );
    const options = library === "demo" ? ["--demo", join(root, "demo")] : [];
    if (watched) options.push("--watch", watched);
    app.server = spawn(
      "dotnet",
      [join(root, ".build/app/Pantomet.Server.dll"), "--data", app.data, "--urls", app.url, ...options],
      { stdio: ["ignore", "pipe", "inherit"] },
    );
    await new Promise<void>((ready, failed) => {
      app.server?.stdout?.on("data", (text: Buffer) => text.includes("Pantomet is ready") && ready());
      app.server?.on("exit", (code) => failed(new Error(`The server ended with ${code}.`)));
    });
    if (library === "destinations") await app.addDestinations();
    return app;
  }

  async stop(): Promise<void> {
    const ended = new Promise((done) => this.server?.on("exit", done));
    this.server?.kill();
    await ended;
    await rm(this.data, { recursive: true, force: true });
  }

  /** What the interface answers at a path. */
  async get(path: string): Promise<any> {
    return (await fetch(this.url + path)).json();
  }

  /** What the interface answers to JSON. */
  async send(method: string, path: string, body: unknown): Promise<any> {
    const headers = { "content-type": "application/json" };
    return (await fetch(this.url + path, { method, headers, body: JSON.stringify(body) })).json();
  }

  /** Takes a file in and gives its id. */
  async takeIn(name: string, bytes: Uint8Array): Promise<string> {
    const form = new FormData();
    form.append("files", new Blob([new Uint8Array(bytes)]), name);
    const [entry] = await (await fetch(`${this.url}/api/sources`, { method: "POST", body: form })).json();
    return entry.source.id;
  }

  /** Changes how a source is framed. */
  change(source: string, change: object): Promise<any> {
    return this.send("POST", `/api/framings/${source}/changes`, change);
  }

  private async addDestinations(): Promise<void> {
    const folder = join(root, "tests", "destinations");
    for (const name of (await readFile(join(folder, "order.txt"), "utf8")).split("\n").filter(Boolean)) {
      const body = await readFile(join(folder, name), "utf8");
      await this.send("POST", "/api/destinations", JSON.parse(body));
    }
  }
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
