// Lists of numbers as people write them: "12-20, 24", "30-72/2".

export type Listed = { kind: "list"; values: number[] } | { kind: "wrong"; why: string };

const MOST = 400;

/** Whole numbers between `least` and `most`, each once, rising. An empty text is an empty list. */
export function wholeNumbers(text: string, least: number, most: number): Listed {
  const found = new Set<number>();
  for (const piece of text.split(/[,;\s]+/u).filter(Boolean)) {
    const match = /^(\d+)(?:[-–](\d+)(?:\/(\d+))?)?$/u.exec(piece);
    if (!match) {
      return { kind: "wrong", why: `“${piece}” is no number or range; 14, 12-20 or 30-72/2 would do` };
    }
    const from = Number(match[1]);
    const to = match[2] === undefined ? from : Number(match[2]);
    const step = match[3] === undefined ? 1 : Number(match[3]);
    if (from < least || to > most || to < from || step < 1) {
      return {
        kind: "wrong",
        why: `“${piece}” is out of range; rising numbers from ${least} to ${most} would do`,
      };
    }
    for (let value = from; value <= to; value += step) found.add(value);
  }
  if (found.size > MOST)
    return { kind: "wrong", why: `${found.size} numbers are too many; ${MOST} would do` };
  return { kind: "list", values: [...found].sort((a, b) => a - b) };
}

/** A count with its thousands apart. */
export const whole = (count: number) => Math.round(count).toLocaleString("en").replaceAll(",", "\u202f");
