import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Job = Schemas["Job"];
export type Call = Schemas["Call"];
export type Advice = Schemas["Advice"];
export type Answer = Schemas["Answer"];
export type Box = Schemas["Box"];
export type Drawing = Schemas["Drawing"];
export type Stop = Schemas["Stop"];
export type Found = Schemas["Found"];
export type Reason = Schemas["Reason"];
export type Power = Schemas["Power"];
export type Rewire = Schemas["Rewire"];
export type Step = Schemas["Step"];
export type Trade = Schemas["Trade"];
export type Wire = Schemas["Wire"];
export type CallForm = Schemas["CallForm"];
type Instead = paths["/jobs/{id}/instead"]["get"]["responses"]["200"]["content"]["application/json"];
export type Act = Instead["acts"][number]["acts"][number];
export type KnownHouse = paths["/houses/{id}"]["get"]["responses"]["200"]["content"]["application/json"];
export type Settings = paths["/settings"]["get"]["responses"]["200"]["content"]["application/json"];
export type Photograph =
  paths["/jobs/{id}/photographs"]["get"]["responses"]["200"]["content"]["application/json"][number];
export type DrawBox = paths["/boxes"]["post"]["requestBody"]["content"]["application/json"];
export type OpenCall = paths["/jobs"]["post"]["requestBody"]["content"]["application/json"];

/** Where a device that is not paired is sent. */
const PAIR = "/pair";

/** An answer that takes longer comes with the same request sent again, which counts once. */
async function patiently(request: Request): Promise<Response> {
  for (;;) {
    const response = await globalThis.fetch(request.clone());
    if (response.status === 401 && location.pathname !== PAIR) location.assign(PAIR);
    if (response.status !== 202) return response;
    await new Promise((wake) => setTimeout(wake, Number(response.headers.get("Retry-After") ?? 1) * 1000));
  }
}

export const api = createClient<paths>({ baseUrl: `${location.origin}/api`, fetch: patiently });

/** What the server said went wrong, in words a person can act on. */
export class Problem extends Error {
  constructor(
    message: string,
    /** Where to fetch what could not be shown. */
    readonly file?: string,
  ) {
    super(message);
  }
}

/** The server was not reached, or could not store anything just now; the same request may be sent again. */
export class Unreachable extends Problem {}

/** Answers that say "not now": not paired (any more), too many requests, disk full, read-only or locked. */
const NOT_NOW = [401, 429, 503, 507];

/** The job has changed since it was shown. */
export class Stale extends Problem {}

/** The body of a response, or a Problem. */
export async function body<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const result = await call.catch(() => {
    throw new Unreachable("The server cannot be reached. Nothing that was written down is lost; try again.");
  });
  if (result.data !== undefined) return result.data;
  const problem = result.error as { detail?: string; file?: string } | undefined;
  const words = problem?.detail ?? "The server gave no answer. Try again.";
  const { status } = result.response;
  if (NOT_NOW.includes(status)) throw new Unreachable(words);
  throw status === 409 ? new Stale(words) : new Problem(words, problem?.file);
}
