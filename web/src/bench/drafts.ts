// What is typed but not yet stored lives in the browser too, so that a closed lid loses nothing.
import type { Build } from "../api/client";

export interface Draft {
  /** Revision the edit started from. */
  revision: number;
  document: Build;
  /** What was on its way to the server when this was typed: if that arrived, this goes on top of it. */
  sent?: Build;
}

const key = (id: string) => `ypsidyne.draft.${id}`;

export function keepDraft(id: string, draft: Draft): void {
  try {
    localStorage.setItem(key(id), JSON.stringify(draft));
  } catch {
    // The browser's store is full or closed: the server still gets the edit a moment later.
  }
}

export function dropDraft(id: string): void {
  localStorage.removeItem(key(id));
}

export function draftOf(id: string): Draft | undefined {
  try {
    const text = localStorage.getItem(key(id));
    return text ? (JSON.parse(text) as Draft) : undefined;
  } catch {
    return undefined;
  }
}
