import { createRouter, createWebHistory } from "vue-router";
import BuildsView from "./views/BuildsView.vue";

export const STEPS = ["job", "motor", "gearing", "battery", "controller", "wiring"] as const;
export type Step = (typeof STEPS)[number];

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: "/", name: "builds", component: BuildsView },
    {
      path: `/builds/:id/:step(${STEPS.join("|")})?`,
      name: "bench",
      component: () => import("./views/BenchView.vue"),
      props: true,
    },
    { path: "/shelf", name: "shelf", component: () => import("./shelf/ShelfView.vue") },
    { path: "/:rest(.*)", redirect: "/" },
  ],
});
