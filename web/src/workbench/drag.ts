// A figure of the build that is dragged on a picture: live through the core, one undo, and what was as a ghost.
import { ref } from "vue";
import { displayUnit } from "../units/quantity";
import { quantityOf } from "../units/units";
import { useBench } from "./bench";

/** A dragged figure goes no finer than this many places, as one would type it in the unit that is shown. */
const PLACES = 3;

export function useDrag() {
  const bench = useBench();
  /** What stood there when the drag began, by its place in the document. */
  let before: Map<string, unknown> | null = null;
  /** Whether something is being dragged: pictures then keep their ghost. */
  const dragging = ref(false);

  function begin(...pointers: string[]): void {
    bench.seal();
    before = new Map(pointers.map((pointer) => [pointer, bench.get(pointer)]));
    dragging.value = true;
  }

  /** Takes a value within its bounds, rounded as one types. */
  function take(pointer: string, value: number, [least, most]: [number, number], whole = false): void {
    const inside = Math.min(Math.max(value, least), most);
    const { factor } = displayUnit(quantityOf(pointer.split("/").at(-1) ?? ""), inside);
    const rounded = whole ? Math.round(inside) : Number((inside / factor).toPrecision(PLACES)) * factor;
    bench.set(pointer, rounded, "drag");
  }

  function end(keep: boolean): void {
    if (!keep) before?.forEach((value, pointer) => bench.set(pointer, value, "drag"));
    before = null;
    dragging.value = false;
    bench.seal();
  }

  return { begin, take, end, dragging };
}
