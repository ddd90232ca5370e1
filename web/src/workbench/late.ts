// The parts of the workbench that come when they are wanted: made once, however often the workbench is opened.
import type { Component } from "vue";
import { later, patiently } from "../shared/lib/later";
import { STEPS, type Step } from "../router";

/** The step that is opened is fetched with the build; the others, and dialogs, when they are wanted. */
const FETCH: Record<Step, () => Promise<{ default: Component }>> = {
  job: () => import("../job/JobPanel.vue"),
  motor: () => import("../motor/MotorPanel.vue"),
  gearing: () => import("../gearing/GearingPanel.vue"),
  battery: () => import("../battery/BatteryPanel.vue"),
  controller: () => import("../controller/ControllerPanel.vue"),
  wiring: () => import("../wiring/WiringPanel.vue"),
  search: () => import("../search/SearchPanel.vue"),
  options: () => import("../options/OptionsPanel.vue"),
  parts: () => import("../parts/PartsPanel.vue"),
  odds: () => import("../odds/OddsPanel.vue"),
  run: () => import("../run/RunPanel.vue"),
  sheet: () => import("../sheet/SheetPanel.vue"),
  log: () => import("../logbook/LogPanel.vue"),
};
export const PANELS = Object.fromEntries(STEPS.map((name) => [name, later(FETCH[name])])) as Record<
  Step,
  Component
>;
export const ConflictDialog = later(() => import("./ConflictDialog.vue"));
export const SumDialog = later(() => import("./SumDialog.vue"));
export const HistoryDialog = later(() => import("./HistoryDialog.vue"));
export const CommandField = later(() => import("./command/CommandField.vue"));
export const KeysDialog = later(() => import("./KeysDialog.vue"));

/** Fetches a step while its build is fetched. */
export const fetchPanel = (step: Step) => patiently(FETCH[step]);
