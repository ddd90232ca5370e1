// What is made new of what was typed: mine beside theirs, what was typed when the document was gone; and back out of the bin.

/** A store of a document that is saved as it is edited. */
interface Kept<T> {
  readonly document: T | null;
  settle: (keep: "mine" | "theirs") => void;
  adopted: () => void;
  flush: () => Promise<unknown>;
}

interface Own<T> {
  kept: Kept<T>;
  nameOf: (document: T) => string;
  /** Stores it under a name; null where that did not work, which is said. */
  asNew: (document: T, name: string) => Promise<string | null>;
  /** Takes what is open out of the bin; false where that did not work, which is said. */
  restore: () => Promise<boolean>;
  open: (id: string) => unknown;
}

export function useAsNew<T>({ kept, nameOf, asNew, restore, open }: Own<T>) {
  /** Ends a conflict. Of both, mine becomes a document of its own; theirs stays where it is. */
  async function settle(keep: "mine" | "theirs" | "both"): Promise<void> {
    const mine = kept.document;
    if (keep !== "both" || !mine) {
      kept.settle(keep === "both" ? "mine" : keep);
      return;
    }
    const id = await asNew(mine, `${nameOf(mine)}, mine`);
    if (id === null) return;
    kept.settle("theirs");
    await open(id);
  }

  /** What was typed into a document that is gone goes on as a new one. */
  async function keepAsNew(typed: T | null, name: string): Promise<void> {
    const id = typed && (await asNew(typed, name));
    if (!id) return;
    kept.adopted();
    await open(id);
  }

  async function unbin(): Promise<void> {
    if (await restore()) await kept.flush();
  }

  return { settle, keepAsNew, unbin };
}
