import createClient from "openapi-fetch";

import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Design = Schemas["JobOut"]["design"];
export type Finding = Schemas["Finding"];
export type Report = Schemas["ReportOut"];
export type Job = Schemas["JobOut"];
export type View = Schemas["View"];
export type State = Finding["state"];
export type Place = Finding["place"];
export type Mend = Schemas["Mend"];
export type ChangeIn = Pick<Schemas["ChangeIn"], "path" | "op"> & { value?: unknown };
export type Refusal = Schemas["Refusal"];

export const api = createClient<paths>({ baseUrl: "/" });

/** A request the server refused, with what to mend. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly refusal: Refusal,
  ) {
    super(refusal.message);
  }
}

/** No answer at all: the server is gone or the connection is. */
export class Offline extends Error {}

type Answer<T> = { data?: T; error?: unknown; response: Response };

function isRefusal(error: unknown): error is Refusal {
  return typeof error === "object" && error !== null && "message" in error;
}

/** The data of an answer, or the refusal thrown. */
export async function take<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch (error) {
    if (error instanceof DOMException && error.name === "AbortError") throw error;
    throw new Offline("The server does not answer. What you typed stays here; it is sent when the server is back.");
  }
  if (!answer.response.ok) {
    const refusal = isRefusal(answer.error) ? answer.error : { message: "The request failed.", problems: [] };
    throw new Refused(answer.response.status, refusal as Refusal);
  }
  return answer.data as T;
}

/** What a refusal says is to be mended, in a line. */
export function reasonOf(error: unknown): string {
  if (!(error instanceof Refused)) return error instanceof Error ? error.message : "This could not be saved.";
  return error.refusal.problems?.map((problem) => problem.message).join(" ") || error.message;
}
