import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

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

export const api = createClient<paths>({ baseUrl: "" });

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

/** The answer, or a problem that can be shown as it stands. */
export async function answer<T>(
  request: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result: { data?: T; error?: unknown; response: Response };
  try {
    result = await request;
  } catch {
    throw new RequestProblem("The server does not answer. What you see is kept; try again when it is back.");
  }
  if (result.response.ok) return result.data as T;
  const problem = result.error as { detail?: string; field?: string; type?: string } | undefined;
  throw new RequestProblem(problem?.detail ?? `The server answered ${result.response.status}.`, {
    ...problem,
    status: result.response.status,
  });
}
