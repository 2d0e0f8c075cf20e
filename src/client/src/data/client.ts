import createClient from "openapi-fetch";
import type { components, paths } from "../api/schema";
import { RepeatableRequest, transport } from "./transport";

export type Schemas = components["schemas"];
export type Source = Schemas["SourceAnswer"];
export type Destination = Schemas["DestinationDocument"];
export type Slot = Schemas["SlotDocument"];
export type Plan = Schemas["PlanAnswer"];
export type PairingPlan = Schemas["PairingAnswer"];
export type Standing = Schemas["PairingState"];
export type Run = Schemas["RunAnswer"];
export type Variant = Schemas["VariantAnswer"];
export type Finding = Schemas["Finding"];
export type Rect = Schemas["PixelRect"];
export type Point = Schemas["PixelPoint"];
export type Turn = Schemas["Rotation"];
export type Framing = Schemas["FramingAnswer"];
export type FramedPlace = Schemas["PlaceAnswer"];
export type Remedy = Schemas["Remedy"];
export type Size = Schemas["PixelSize"];

export const api = createClient<paths>({
  baseUrl: "",
  Request: RepeatableRequest,
  fetch: (request) => transport(request as RepeatableRequest),
});

/** What went wrong, in the server's own sentence (RFC 9457). */
export class RequestProblem extends Error {
  readonly field: string | undefined;
  readonly status: number | undefined;
  readonly type: string | undefined;

  constructor(sentence: string, told: { field?: string; status?: number; type?: string } = {}) {
    super(sentence);
    this.field = told.field;
    this.status = told.status;
    this.type = told.type;
  }
}

type Result<T> = { data?: T; error?: unknown; response: Response };

/** The answer, or a problem that can be shown as it stands. While the server is away, it waits. */
export async function answer<T>(request: Promise<Result<T>>): Promise<T> {
  const result = await request;
  if (result.response.ok) return result.data as T;
  throw problemOf(result.response, result.error);
}

/** The answer, with the version that it is of: what is changed from it names that. */
export async function versioned<T>(request: Promise<Result<T>>): Promise<{ data: T; version: string }> {
  const result = await request;
  const data = await answer(Promise.resolve(result));
  return { data, version: result.response.headers.get("ETag")?.replaceAll('"', "") ?? "" };
}

/** Only over this version; whatever is there, where none is named. */
export const over = (version: string | undefined): Record<string, string> =>
  version ? { "If-Match": `"${version}"` } : {};

/** What an answer that is not a good one says. */
export function problemOf(response: Response, body: unknown): RequestProblem {
  const problem = body as { detail?: string; field?: string; type?: string } | undefined;
  return new RequestProblem(problem?.detail ?? `The server answered ${response.status}.`, {
    ...problem,
    status: response.status,
  });
}
