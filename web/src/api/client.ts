// The one way to the server. Types come from the server's own description.
import createClient from "openapi-fetch";
import { keysAsLabels, pointerInWords } from "../shared/lib/places";
import { reaching } from "./reach";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Build = Schemas["Build"];
export type OptionSheet = Schemas["OptionSheet"];
export type OptionEvaluation = Schemas["OptionEvaluation"];
export type DriveEvaluation = Schemas["DriveEvaluation"];
export type CaseEvaluation = Schemas["CaseEvaluation"];
export type CaseName = Schemas["Case"];
export type Check = Schemas["Check"];
export type Verdict = Schemas["Verdict"];
export type Envelope = Schemas["Envelope"];
export type Workbench = Schemas["Workbench"];
export type ProblemDocument = Schemas["ProblemDocument"];
export type BuildLine = Schemas["BuildLine"];

export const api = createClient<paths>({ baseUrl: location.origin, fetch: reaching });

/** What the server answered: data, or what it refuses. */
export interface Reply<T> {
  data?: T;
  error?: ProblemDocument | undefined;
  response: Response;
}

/** What a failed request says to a person. */
export function saying(problem: ProblemDocument | undefined): string {
  if (!problem) return "The server does not answer. Nothing typed is lost; it is tried again.";
  const first = problem.errors?.[0];
  return first
    ? `${problem.title}: ${pointerInWords(first.pointer)}: ${keysAsLabels(first.detail)}`
    : problem.detail || problem.title;
}
