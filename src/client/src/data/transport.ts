import { type Connection, connection } from "./connection";

// What stands between us and the server says so for a server that is away; the server itself says more.
const away = [502, 503, 504];
const isAway = (response: Response) =>
  away.includes(response.status) && !response.headers.get("Content-Type")?.includes("json");

// They change nothing, however they are sent, and may be asked as often as somebody moves the hand.
const questions = /\/(try|try\/files|drafts|consequences|known|review|contact-sheet)(\?|$)/;

/** A request that remembers what it sends: a body can be read once only. */
export class RepeatableRequest extends Request {
  readonly content: BodyInit | null;

  constructor(input: RequestInfo | URL, init?: RequestInit) {
    super(input, init);
    this.content = init?.body ?? null;
  }
}

const optionsOf = ({ method, headers, keepalive, cache, signal }: Request): RequestInit => ({
  method,
  headers,
  keepalive,
  cache,
  signal,
});

/**
 * Sends requests, and sends them again when the connection was lost meanwhile, as soon as the server is back. A change that was done,
 * although its answer did not arrive, is not done twice: the server knows it by its Idempotency-Key.
 * @param connection that is looked after
 * @param send one request, once
 */
export const transportOver =
  (connection: Connection, send: typeof fetch = (request) => fetch(request)) =>
  async (request: RepeatableRequest): Promise<Response> => {
    const isQuestion = request.method === "GET" || questions.test(request.url);
    if (!isQuestion) request.headers.set("Idempotency-Key", crypto.randomUUID());
    // The first time as it stands and at once: the page may be about to go.
    let next: Request = request;
    while (true) {
      await connection.back(request.signal);
      try {
        const response = await orLost(send(next), connection.untilLost);
        if (!isAway(response)) {
          // Read here, so that an answer that breaks off is asked for again.
          const answer =
            response.status === 204 ? null : await orLost(response.arrayBuffer(), connection.untilLost);
          return new Response(answer, response);
        }
      } catch (problem) {
        if (request.signal.aborted) throw problem;
      }
      connection.lost();
      next = new Request(request.url, { ...optionsOf(request), body: request.content });
    }
  };

// What hangs when the connection is lost gets no answer any more.
const orLost = <T>(work: Promise<T>, lost: AbortSignal): Promise<T> =>
  new Promise((done, failed) => {
    const give = () => failed(lost.reason);
    lost.addEventListener("abort", give);
    work.then(done, failed).finally(() => lost.removeEventListener("abort", give));
  });

export const transport = transportOver(connection);
