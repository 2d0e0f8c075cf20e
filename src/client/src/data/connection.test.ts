import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { Connection } from "./connection";
import { RepeatableRequest, transportOver } from "./transport";

let isThere = true;
let connection: Connection;
let sent: Request[] = [];

const server = async (request: Request): Promise<Response> => {
  sent.push(request);
  if (!isThere) throw new TypeError("Failed to fetch");
  return Response.json({ said: await request.text() });
};
const transport = (send = server) => transportOver(connection, send as typeof fetch);
const change = (init: RequestInit = {}) =>
  new RepeatableRequest("http://kites.test/api/sources/1", { method: "PATCH", body: "a text", ...init });

describe("the connection", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    [isThere, sent] = [true, []];
    connection = new Connection(async () => {
      if (!isThere) throw new TypeError("Failed to fetch");
      return "";
    });
  });
  afterEach(() => vi.useRealTimers());

  it("sends what it could not send when the server is back, as the same change", async () => {
    isThere = false;
    const answer = transport()(change());
    await vi.advanceTimersByTimeAsync(20_000);
    expect([connection.state().isUp, sent.length]).toEqual([false, 1]);
    isThere = true;
    await vi.advanceTimersByTimeAsync(8_000);
    expect(await (await answer).json()).toEqual({ said: "a text" });
    expect(connection.state().isUp).toBe(true);
    expect(new Set(sent.map((one) => one.headers.get("Idempotency-Key"))).size).toBe(1);
  });

  it("sends at once, as long as it can: the page may be about to go", async () => {
    void transport()(change());
    await Promise.resolve();
    await Promise.resolve();
    expect(sent).toHaveLength(1);
  });

  it("names two changes by two keys, and a question by none", async () => {
    await Promise.all([transport()(change()), transport()(change())]);
    await transport()(new RepeatableRequest("http://kites.test/api/sources"));
    await transport()(new RepeatableRequest("http://kites.test/api/framings/1/try", { method: "POST" }));
    const [first, second, question, tried] = sent.map((one) => one.headers.get("Idempotency-Key"));
    expect(first).not.toBe(second);
    expect([question, tried]).toEqual([null, null]);
  });

  it("holds everything back while the server is away, and lets go of what nobody waits for", async () => {
    isThere = false;
    void transport()(change()).catch(() => undefined);
    await vi.advanceTimersByTimeAsync(0);
    const stop = new AbortController();
    const asked = transport()(change({ signal: stop.signal }));
    const refused = expect(asked).rejects.toThrow("aborted");
    await vi.advanceTimersByTimeAsync(0);
    expect(sent).toHaveLength(1);
    stop.abort();
    await refused;
  });

  it("takes what stands before the server for a server that is away, and the server's own refusal for an answer", async () => {
    const answers = [
      new Response("<html>", { status: 502 }),
      Response.json({ detail: "The disk is full." }, { status: 503 }),
    ];
    const answer = transport(async () => answers.shift() as Response)(change());
    await vi.advanceTimersByTimeAsync(1_000);
    expect((await answer).status).toBe(503);
  });

  it("asks again for an answer that broke off, and for one that hangs when the server was away", async () => {
    let times = 0;
    const broken = async (request: Request) =>
      ++times === 1
        ? new Response(new ReadableStream({ start: (stream) => stream.error(new TypeError("network")) }))
        : server(request);
    const answer = transport(broken)(change());
    await vi.advanceTimersByTimeAsync(1_000);
    expect((await answer).ok).toBe(true);

    times = 0;
    const hanging = (request: Request) => (++times > 1 ? server(request) : new Promise<Response>(() => {}));
    const late = transport(hanging)(change());
    await vi.advanceTimersByTimeAsync(0);
    isThere = false;
    await connection.look();
    isThere = true;
    await connection.look();
    expect((await late).ok).toBe(true);
  });

  it("tells what the server says of its own state", async () => {
    connection = new Connection(async () => "The disk of the server is full.");
    await connection.look();
    expect(connection.state()).toMatchObject({ isUp: true, trouble: "The disk of the server is full." });
  });
});
