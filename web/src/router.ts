import { afterwards } from "./shared/lib/later";
import { createRouter, createWebHistory } from "vue-router";

/** The steps of the chain, then what is done with whole options. */
export const STEPS = [
  "job",
  "motor",
  "gearing",
  "battery",
  "controller",
  "wiring",
  "search",
  "options",
  "parts",
  "odds",
  "run",
  "sheet",
  "log",
] as const;
/** The key that opens a step: its number, and a letter beyond the tenth. */
export function stepKey(index: number): string {
  return index < 10 ? String((index + 1) % 10) : ("rbl"[index - 10] ?? "");
}
export type Step = (typeof STEPS)[number];

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: ({ hash }) => (hash ? { el: hash, top: 60 } : undefined),
  routes: [
    { path: "/", name: "builds", component: afterwards(() => import("./builds/BuildsView.vue")) },
    {
      path: `/builds/:id/:step(${STEPS.join("|")})?`,
      name: "bench",
      component: afterwards(() => import("./workbench/BenchView.vue")),
      props: true,
    },
    { path: "/log", name: "log", component: afterwards(() => import("./logbook/LogView.vue")) },
    { path: "/shelf", name: "shelf", component: afterwards(() => import("./shelf/ShelfView.vue")) },
    { path: "/bench", name: "sheets", component: afterwards(() => import("./measure/SheetsView.vue")) },
    {
      path: "/bench/:id",
      name: "sheet",
      component: afterwards(() => import("./measure/SheetView.vue")),
      props: true,
    },
    { path: "/model", name: "model", component: afterwards(() => import("./builds/ModelView.vue")) },
    { path: "/:rest(.*)", redirect: "/" },
  ],
});
