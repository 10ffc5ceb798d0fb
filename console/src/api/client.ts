import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Job = Schemas["JobView"];
/** A job's story carries the job's own facts beside it. */
export type JobStory = Schemas["JobStory"] & Job;
export type Rule = Schemas["RuleView"];
export type Status = Schemas["Status"];
export type Source = Schemas["SourceView"];
export type Today = Schemas["Today"];
export type Session = Schemas["SessionView"];

/** Why the service refused a call, in its own words. Status 0: it could not be reached. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    words: string,
    readonly parameter?: string,
  ) {
    super(words);
  }
}

/** The console's base address, which the service wrote into the document. */
export const base = new URL(document.baseURI);

let forgeryToken = "";

/** What each change has to carry, as proof that it comes from this console. */
export function prove(token: string | undefined) {
  forgeryToken = token ?? "";
}

/** The current token, for calls that report progress. */
export function proof() {
  return forgeryToken;
}

type Confirmation = () => Promise<boolean>;
let confirmIdentity: Confirmation | undefined;

/** Says how somebody is asked to confirm who they are, for a call that needs a fresh sign-in. */
export function onConfirmation(ask: Confirmation | undefined) {
  confirmIdentity = ask;
}

async function needsConfirmation(response: Response) {
  if (response.status !== 403) return false;
  const problem = (await response.clone().json().catch(() => ({}))) as { code?: string };
  return problem.code === "fresh-sign-in-needed";
}

/** Sends a request; one that needs a fresh sign-in is sent again once somebody has confirmed who they are. */
async function send(request: Request) {
  const again = request.method === "GET" ? undefined : request.clone();
  const response = await fetch(request);
  if (again === undefined || confirmIdentity === undefined || !(await needsConfirmation(response))) return response;
  return (await confirmIdentity()) ? fetch(again) : response;
}

export const api = createClient<paths>({
  baseUrl: base.href.replace(/\/$/, ""),
  fetch: async (request) => {
    if (request.method !== "GET") {
      request.headers.set("X-Lectomen-Console", forgeryToken);
    }
    try {
      return await send(request);
    } catch {
      throw new Problem(0, "away", "The service does not answer.");
    }
  },
});

/** The answer of a call, or its problem as an exception. */
export async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await call;
  if (response.ok) {
    return data as T;
  }
  const details = (typeof error === "object" && error !== null ? error : {}) as Record<string, unknown>;
  const words = typeof details.detail === "string" ? details.detail : `The service answered with ${response.status}.`;
  const code = typeof details.code === "string" ? details.code : "";
  const parameter = typeof details.parameter === "string" ? details.parameter : undefined;
  if (parameter === undefined) {
    throw new Problem(response.status, code, words);
  }
  throw new Problem(response.status, code, words, parameter);
}
