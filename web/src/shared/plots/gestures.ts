// What hands do on a plot: point or touch to read, drag or pinch to zoom, keys for all of it.
import { useEventListener } from "@vueuse/core";
import { ref, type Ref } from "vue";
import { rowAt } from "../lib/rows";
import type { Plot } from "./plot";

/** Shorter drags are clicks. */
const LEAST_DRAG_PX = 10;
/** Keys go through a plot in so many steps; with Shift in fewer. */
const STEPS = 100;
const LEAPS = 10;
/** Nearer with each notch of the wheel. */
const NOTCH = 0.8;

export function useGestures(plot: Plot, svg: Ref<SVGSVGElement | undefined>) {
  /** What is being drawn over with a mouse, px. */
  const dragged = ref<[number, number] | null>(null);
  const touches = new Map<number, number>();
  let pressed: number | null = null;
  let spread = 0;
  const reads = () => plot.stops.value.length > 0;

  const pixel = (event: MouseEvent) => event.clientX - (svg.value?.getBoundingClientRect().left ?? 0);
  const inside = (at: number) => Math.min(Math.max(at, plot.frame.value.left), plot.frame.value.right);

  function read(at: number): void {
    const [first, last] = [plot.stops.value[0], plot.stops.value.at(-1)];
    if (first === undefined || last === undefined) return;
    plot.cursor.value = Math.min(Math.max(plot.frame.value.x.back(inside(at)), first), last);
  }

  const apart = () => {
    const [a, b] = [...touches.values()];
    return a === undefined || b === undefined ? 0 : Math.abs(a - b);
  };

  function down(event: PointerEvent): void {
    if (!reads()) return;
    const at = pixel(event);
    if (event.pointerType === "touch") {
      touches.set(event.pointerId, at);
      spread = apart();
      if (touches.size === 1) read(at);
      return;
    }
    read(at);
    if (!plot.stretch || event.button !== 0) return;
    pressed = at;
    svg.value?.setPointerCapture(event.pointerId);
  }

  function move(event: PointerEvent): void {
    if (!reads()) return;
    const at = pixel(event);
    if (touches.has(event.pointerId)) touches.set(event.pointerId, at);
    if (touches.size === 2) {
      const now = apart();
      const [a = 0, b = 0] = [...touches.values()];
      if (spread > 0 && now > 0) plot.zoom(spread / now, plot.frame.value.x.back(inside((a + b) / 2)));
      spread = now;
    } else if (pressed === null) read(at);
    else dragged.value = [inside(pressed), inside(at)];
  }

  function up(event: PointerEvent): void {
    touches.delete(event.pointerId);
    spread = apart();
    const over = dragged.value;
    pressed = null;
    dragged.value = null;
    if (!over || !plot.stretch || Math.abs(over[1] - over[0]) < LEAST_DRAG_PX) return;
    const [a, b] = [plot.frame.value.x.back(over[0]), plot.frame.value.x.back(over[1])];
    plot.stretch.value = [Math.min(a, b), Math.max(a, b)];
  }

  function cancel(event: PointerEvent): void {
    touches.delete(event.pointerId);
    pressed = null;
    dragged.value = null;
  }

  /** The wheel scrolls the page; with Ctrl, or as a pinch on a pad, it zooms. */
  useEventListener(
    svg,
    "wheel",
    (event: WheelEvent) => {
      if (!plot.stretch || !event.ctrlKey) return;
      event.preventDefault();
      plot.zoom(event.deltaY < 0 ? NOTCH : 1 / NOTCH, plot.frame.value.x.back(inside(pixel(event))));
    },
    { passive: false },
  );

  function key(event: KeyboardEvent): void {
    const stops = plot.stops.value;
    if (stops.length === 0 || event.target !== event.currentTarget) return;
    const step = Math.max(1, Math.round(stops.length / (event.shiftKey ? LEAPS : STEPS)));
    const here = plot.cursor.value === null ? 0 : rowAt(stops, plot.cursor.value);
    const to: Record<string, number> = {
      ArrowLeft: here - step,
      ArrowRight: here + step,
      Home: 0,
      End: stops.length - 1,
    };
    const target = to[event.key];
    if (target !== undefined) {
      plot.cursor.value = stops[Math.min(Math.max(target, 0), stops.length - 1)] ?? null;
    } else if (plot.stretch && (event.key === "+" || event.key === "=")) plot.zoom(0.5);
    else if (plot.stretch && event.key === "-") plot.zoom(2);
    else if (event.key === "Escape" && plot.stretch?.value) plot.stretch.value = null;
    else if (event.key === "Escape" && plot.cursor.value !== null) plot.cursor.value = null;
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  /** What is zoomed follows a moment that others follow too; the rest is read only while one points or stands in it. */
  function leave(event: Event): void {
    if (!plot.stretch && (event as PointerEvent).pointerType !== "touch") plot.cursor.value = null;
  }

  const whole = () => plot.stretch && (plot.stretch.value = null);
  return { dragged, down, move, up, cancel, leave, key, whole };
}
