// What all plots share: the frame of one or more panels over one axis, where one reads, and what stretch is drawn.
import { useElementSize } from "@vueuse/core";
import { bisector } from "d3-array";
import { line } from "d3-shape";
import { computed, ref, type ComputedRef, type Ref } from "vue";
import { type Ruler, ruler } from "./ruler";

export type Point = readonly [x: number, y: number];

/** The axis that all panels of a plot share. */
export interface PlotAxis {
  /** "motor rpm", "time, min". */
  name: string;
  span: [number, number];
  /** Whether the axis ends at round numbers. */
  round?: boolean;
  /** A tick in words; the figure itself where it is left out. */
  say?: (value: number) => string;
  /** What one of the unit of its ticks is, in the values that are plotted. */
  factor?: number;
  /** Pixels between two ticks, about. */
  pace?: number;
}

export interface PlotPanel {
  key: string;
  /** Stands over the panel. */
  name?: string;
  height: number;
  span: [number, number];
  round?: boolean;
  say?: (value: number) => string;
  /** What one of the unit of its ticks is, in the values that are plotted. */
  factor?: number;
  pace?: number;
}

export interface PanelFrame extends PlotPanel {
  top: number;
  y: Ruler;
}

export interface Frame {
  width: number;
  height: number;
  left: number;
  right: number;
  top: number;
  /** Under the last panel. */
  bottom: number;
  x: Ruler;
  panels: PanelFrame[];
}

export interface PlotOptions {
  axis: () => PlotAxis;
  panels: () => PlotPanel[];
  /** Between two panels, px. */
  gap?: number;
  /** Room between the last panel and the ticks, px. */
  foot?: number;
  margin?: Partial<Margin>;
  /** Values along the axis that can be read one after another by keys, ascending. */
  stops?: () => number[];
  /** Where one reads, in values of the axis: the plot's own where it is left out. */
  cursor?: Ref<number | null>;
  /** The stretch that is drawn; null for all. A plot without it cannot be zoomed. */
  stretch?: Ref<[number, number] | null>;
}

interface Margin {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const MARGIN: Margin = { left: 50, right: 16, top: 22, bottom: 34 };
const LEAST_WIDTH = 80;

export interface Plot {
  /** Takes the element whose width the plot has. */
  attach: (element: unknown) => void;
  frame: ComputedRef<Frame>;
  axis: ComputedRef<PlotAxis>;
  cursor: Ref<number | null>;
  stops: ComputedRef<number[]>;
  stretch: Ref<[number, number] | null> | undefined;
  /** Nearer (below 1) or wider (above) around a value of the axis. */
  zoom: (factor: number, around?: number) => void;
  /** A panel by its key. */
  panel: (key: string) => PanelFrame;
}

export function usePlot(options: PlotOptions): Plot {
  const box = ref<HTMLElement>();
  const { width } = useElementSize(box, { width: 1000, height: 0 });
  const margin = { ...MARGIN, ...options.margin };
  const axis = computed(options.axis);
  const cursor = options.cursor ?? ref<number | null>(null);
  const stops = computed(() => options.stops?.() ?? []);

  const frame = computed<Frame>(() => {
    const right = margin.left + Math.max(LEAST_WIDTH, width.value - margin.left - margin.right);
    const { span, round, factor = 1, pace = 90 } = axis.value;
    const stretch = options.stretch?.value ?? null;
    const shown = stretch ?? span;
    const x = ruler(shown, [margin.left, right], {
      wanted: (right - margin.left) / pace,
      round: stretch === null && (round ?? true),
      factor,
    });
    let top = margin.top;
    const panels = options.panels().map((panel) => {
      const own = top;
      top += panel.height + (options.gap ?? 20);
      const y = ruler(panel.span, [own + panel.height, own], {
        wanted: panel.height / (panel.pace ?? 48),
        round: panel.round ?? true,
        factor: panel.factor ?? 1,
      });
      return { ...panel, top: own, y };
    });
    const last = panels.at(-1);
    const bottom = last ? last.top + last.height : margin.top;
    return {
      width: right + margin.right,
      height: bottom + (options.foot ?? 0) + margin.bottom,
      left: margin.left,
      right,
      top: margin.top,
      bottom,
      x,
      panels,
    };
  });

  function zoom(factor: number, around?: number): void {
    const { stretch } = options;
    if (!stretch) return;
    const [from, to] = stretch.value ?? axis.value.span;
    const [first, last] = axis.value.span;
    const at = cursor.value;
    const middle = around ?? (at !== null && at >= from && at <= to ? at : (from + to) / 2);
    const next: [number, number] = [
      Math.max(first, middle - (middle - from) * factor),
      Math.min(last, middle + (to - middle) * factor),
    ];
    stretch.value = next[0] <= first && next[1] >= last ? null : next;
  }

  function panel(key: string): PanelFrame {
    const found = frame.value.panels.find((one) => one.key === key);
    if (!found) throw new Error(`the plot has no panel ${key}`);
    return found;
  }

  function attach(element: unknown): void {
    box.value = element instanceof HTMLElement ? element : undefined;
  }

  return { attach, frame, axis, cursor, stops, stretch: options.stretch, zoom, panel };
}

/** A line through points; where a value is not finite it has a gap. */
export function linePath(points: Iterable<Point>, x: Ruler, y: Ruler): string {
  const draw = line<Point>()
    .defined(([, value]) => Number.isFinite(value))
    .x(([at]) => x.at(at))
    .y(([, value]) => y.at(value))
    .digits(1);
  return draw(points) ?? "";
}

/** The area between a line and zero. */
export function areaPath(points: readonly Point[], x: Ruler, y: Ruler): string {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last) return "";
  const zero = y.at(0).toFixed(1);
  return `${linePath(points, x, y)}L${x.at(last[0]).toFixed(1)},${zero}L${x.at(first[0]).toFixed(1)},${zero}Z`;
}

const byPlace = bisector<Point, number>(([at]) => at);

/** The value of a line of ascending points at a place between them; null beyond its ends. */
export function valueAt(points: readonly Point[], place: number): number | null {
  const after = byPlace.left(points, place);
  const [b, a] = [points[after], points[Math.max(0, after - 1)]];
  if (!a || !b || place < (points[0]?.[0] ?? 0)) return null;
  const span = b[0] - a[0];
  return span > 0 ? a[1] + ((place - a[0]) / span) * (b[1] - a[1]) : b[1];
}
