// What the person at this browser likes: units and theme. Kept in the browser, never in a document.
import { reactive, watch } from "vue";

export interface Preferences {
  speed: "km/h" | "mph" | "m/s";
  torque: "N·m" | "kgf·cm" | "ozf·in";
  mass: "kg" | "lb";
  length: "mm" | "in";
  theme: "system" | "light" | "dark";
}

const KEY = "ypsidyne.preferences";
const USUAL: Preferences = { speed: "km/h", torque: "N·m", mass: "kg", length: "mm", theme: "system" };

function stored(): Partial<Preferences> {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? "{}") as Partial<Preferences>;
  } catch {
    return {};
  }
}

export const preferences = reactive<Preferences>({ ...USUAL, ...stored() });

const darkQuery = window.matchMedia("(prefers-color-scheme: dark)");

function applyTheme(): void {
  const dark = preferences.theme === "dark" || (preferences.theme === "system" && darkQuery.matches);
  document.documentElement.classList.toggle("dark", dark);
}

/** Applies the theme and keeps what changes. Called once at the start. */
export function usePreferences(): void {
  applyTheme();
  darkQuery.addEventListener("change", applyTheme);
  watch(preferences, () => {
    applyTheme();
    localStorage.setItem(KEY, JSON.stringify(preferences));
  });
  // Another tab may change them.
  window.addEventListener("storage", (event) => {
    if (event.key === KEY) Object.assign(preferences, stored());
  });
}
