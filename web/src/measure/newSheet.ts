// A new bench sheet: made from anywhere, of a kind, about something.
import { api } from "../api/client";
import { asMeasurement } from "./sheet";
import { kindOf } from "./kinds";

export interface About {
  label?: string;
  buildId?: string | null;
  /** Fields that are known already. */
  known?: object;
}

/** Makes the sheet; without an answer where there is no such kind. */
export async function newSheet(kind: string, about: About = {}) {
  const known = kindOf(kind);
  if (!known) return undefined;
  const body = {
    format: "ypsidyne.measurement/1",
    kind,
    ...known.start,
    ...(about.label && { label: about.label }),
    ...(about.buildId && { build_id: about.buildId }),
    at: new Date().toISOString(),
    ...about.known,
  };
  return api.POST("/api/sheets", { body: asMeasurement(body) }).catch(() => undefined);
}
