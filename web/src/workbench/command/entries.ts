// What can be done by words: each with what it does, said before it is done. The list of keys is made from it.

export interface Command {
  /** What one types, and what is shown. */
  words: string;
  /** What it will do. */
  does: string;
  /** The key that does it too, or several with "or" between them. */
  keys?: string;
  /** Other words for it. */
  also?: string;
  /** Without it nothing is done by words: the line only tells a key. */
  act?: () => void | Promise<void>;
  /** What a key does, where that depends on which. */
  byKey?: (key: string) => void;
}

/** How well words match what is typed: 0 not at all, more is better. Every typed word begins a word of the command. */
export function matches(typed: string, { words, also = "" }: Command): number {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return 1;
  const whole = `${words} ${also}`.toLowerCase();
  const there = whole.split(/[\s,]+/);
  if (!wanted.every((word) => there.some((one) => one.startsWith(word)))) return 0;
  return 2 + (words.toLowerCase().startsWith(typed.toLowerCase().trim()) ? 2 : 0) - whole.length / 1000;
}
