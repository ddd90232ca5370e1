// Charts come after the fields of a step: made once, fetched when the first of them is wanted.
import { laterInRoom } from "../lib/later";

export const CurveChart = laterInRoom(() => import("./CurveChart.vue"), 325);
