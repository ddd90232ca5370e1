// Words beside points, placed so that they cover neither each other nor the lines.

export interface Wanted {
  text: string;
  /** The point it belongs to, px. */
  x: number;
  y: number;
}

export interface Placed extends Wanted {
  /** Where its base line begins, px. */
  left: number;
  base: number;
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const SIZE = 12;
const RISE = 9;
const FALL = 3;
let measure: CanvasRenderingContext2D | null | undefined;

/** How wide a word is in the face of the drawing, px. */
function widthOf(text: string): number {
  measure ??= document.createElement("canvas").getContext("2d");
  if (!measure) return text.length * 0.55 * SIZE;
  measure.font = `${SIZE}px ${getComputedStyle(document.body).fontFamily}`;
  return measure.measureText(text).width;
}

/** Places round a point, the best first: the direction and how far, px. */
const PLACES: [side: -1 | 0 | 1, rise: number][] = [
  [1, -7],
  [1, 4],
  [1, 15],
  [-1, -7],
  [-1, 4],
  [-1, 15],
  [0, -11],
  [0, 20],
  [1, -20],
  [-1, -20],
  [1, 28],
  [-1, 28],
];
const AWAY = 8;

const shared = (a: Box, b: Box) =>
  Math.max(0, Math.min(a.right, b.right) - Math.max(a.left, b.left)) *
  Math.max(0, Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top));

const beyond = (box: Box, room: Box) =>
  Math.max(0, room.left - box.left) +
  Math.max(0, box.right - room.right) +
  Math.max(0, room.top - box.top) +
  Math.max(0, box.bottom - room.bottom);

/** Costs of a place: out of the drawing is worst, over a word next, over a point of a line least. */
const OUT = 400;
const OVER_WORD = 6;
const OVER_LINE = 25;
const LATER = 3;

/** Each word at the place round its point where it covers least. `lines` are points of what is drawn, px. */
export function placed(
  wanted: readonly Wanted[],
  room: Box,
  lines: readonly (readonly [number, number])[],
): Placed[] {
  const taken: Box[] = wanted.map(({ x, y }) => ({ left: x - 5, right: x + 5, top: y - 5, bottom: y + 5 }));
  return wanted.map((word) => {
    const width = widthOf(word.text);
    const tries = PLACES.map(([side, rise], order) => {
      const left = word.x + (side === 0 ? -width / 2 : side > 0 ? AWAY : -AWAY - width);
      const base = word.y + rise;
      const box = { left, right: left + width, top: base - RISE, bottom: base + FALL };
      const words = taken.reduce((sum, other) => sum + shared(box, other), 0);
      const crossed = lines.filter(
        ([x, y]) => x > box.left && x < box.right && y > box.top && y < box.bottom,
      ).length;
      const cost = OUT * beyond(box, room) + OVER_WORD * words + OVER_LINE * crossed + LATER * order;
      return { left, base, box, cost };
    });
    const best = tries.reduce((found, one) => (one.cost < found.cost ? one : found));
    taken.push(best.box);
    return { ...word, left: best.left, base: best.base };
  });
}
