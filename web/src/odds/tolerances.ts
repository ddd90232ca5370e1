// How far figures usually are off, as this person sees it. Kept in the browser.
import { reactive, watch } from "vue";
import type { Schemas } from "../api/client";
import { FIELDS } from "../api/fields.gen";

type Tolerances = Required<Schemas["Tolerances"]>;

/** The usual ones, from the core. */
export const USUAL_TOLERANCES = Object.fromEntries(
  Object.entries(FIELDS.Tolerances ?? {}).map(([key, { fallback }]) => [key, fallback]),
) as unknown as Tolerances;

const KEY = "ypsidyne.tolerances";

function stored(): Partial<Tolerances> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Tolerances>;
  } catch {
    return {};
  }
}

export const tolerances = reactive({ ...USUAL_TOLERANCES, ...stored() });
watch(tolerances, () => localStorage.setItem(KEY, JSON.stringify(tolerances)));
