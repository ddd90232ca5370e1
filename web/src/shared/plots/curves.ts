// What a chart of curves draws.
import type { Point } from "./plot";

export interface Curve {
  name: string;
  points: Point[];
  style: "strong" | "accent" | "dashed";
}

export interface ChartMark {
  name: string;
  x: number;
  y: number;
  open: boolean;
  bad?: boolean;
  /** Drawn as something that can be dragged instead. */
  handled?: boolean;
}

/** A word at a place of a line. */
export interface ChartLabel {
  text: string;
  x: number;
  y: number;
}
