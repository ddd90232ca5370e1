// What a person changes in the generated loom: where its boxes stand, and what else hangs in it.
import type { Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import type { Step } from "../router";

export type LoomPart = Schemas["LoomPart"];
export type LoomLead = Schemas["LoomLead"];

/** Boxes stand on a grid of this many units of the drawing. */
const GRID = 4;

/** Where the figures of a box are: a step, or a field of this one. */
export const PLACES: Record<LoomPart["kind"], { step: Step } | { field: string } | null> = {
  battery: { step: "battery" },
  board: { step: "battery" },
  charge_socket: { step: "battery" },
  controller: { step: "controller" },
  bare_switch: { step: "controller" },
  motor: { step: "motor" },
  fuse: { field: "fuse_a" },
  main_switch: { field: "main_switch" },
  alarm: { field: "alarm" },
  receiver: { field: "receiver" },
  servo: { field: "servos" },
  splitter: null,
  extra: null,
};

/** What runs from a box to something that is hung on it, where it is not battery current. */
const BY: Partial<Record<LoomPart["kind"], "signal" | "balance">> = {
  receiver: "signal",
  servo: "signal",
  alarm: "balance",
  charge_socket: "balance",
};

export function useLoomEdits() {
  const bench = useBench();
  const wiring = () => `${bench.optionPointer}/wiring`;
  const placed = () => bench.option?.wiring?.placed ?? [];
  const extras = () => bench.option?.wiring?.extras ?? [];

  /** Place among the extras of a box that was hung in by hand. */
  function extraOf(part: LoomPart): number {
    return part.kind === "extra" ? Number(part.key.split(":").at(-1)) - 1 : -1;
  }

  /** Puts a box somewhere; the corner is brought to the grid and to the paper. */
  function put(part: LoomPart, x: number, y: number): void {
    const onGrid = (value: number) => Math.min(1600, Math.max(0, GRID * Math.round(value / GRID)));
    const corner = { x: onGrid(x), y: onGrid(y) };
    const extra = extraOf(part);
    if (extra >= 0) {
      change(extra, corner);
      return;
    }
    const others = placed().filter((place) => place.part !== part.key);
    bench.set(`${wiring()}/placed`, [...others, { part: part.key, ...corner }], null);
  }

  /** Lets a box stand where the drawing puts it. */
  function putBack(part: LoomPart): void {
    const extra = extraOf(part);
    if (extra >= 0) change(extra, { x: undefined, y: undefined });
    else
      bench.set(
        `${wiring()}/placed`,
        placed().filter((place) => place.part !== part.key),
        null,
      );
  }

  /** Hangs something on a box; gives the key of the new one. */
  function hang(part: LoomPart): string {
    bench.set(
      `${wiring()}/extras`,
      [...extras(), { name: "light", on: part.key, by: BY[part.kind] ?? "supply" }],
      null,
    );
    return `extra::${extras().length}`;
  }

  function change(extra: number, to: object): void {
    bench.set(
      `${wiring()}/extras`,
      extras().map((other, place) => (place === extra ? { ...other, ...to } : other)),
      null,
    );
  }

  function takeOut(part: LoomPart): void {
    bench.set(`${wiring()}/extras/${extraOf(part)}`, undefined, null);
  }

  return { extras, extraOf, put, putBack, hang, takeOut };
}
