// One saver for every document that is edited in the page: one request at a time, the latest document wins, what is
// typed is kept in the browser until the server has it, and two windows never overwrite each other unasked.
import { ref, shallowRef, type ShallowRef } from "vue";
import { again } from "../api/again";
import { type Reply, saying } from "../api/client";
import { ask } from "../api/reach";
import { isVisitor } from "../api/session";
import { revisionOf } from "../api/tag";
import { differences } from "../shared/lib/pointer";
import { type Draft, draftOf, dropDraft, keepDraft } from "./drafts";
import { fingerprint } from "./fingerprint";

/** Where documents of one kind are kept. */
export interface Place<T> {
  kind: "build" | "sheet";
  read: (id: string) => Promise<Reply<T>>;
  write: (id: string, revision: number, body: T, keepalive: boolean) => Promise<Reply<Saved>>;
}

interface Saved {
  revision: number;
  saved_at: string;
}

export type SaveState =
  | { kind: "saved"; at: string }
  | { kind: "saving" }
  | { kind: "waiting" }
  | { kind: "failed"; why: string }
  /** A visitor's: it stays in this window. */
  | { kind: "tried" };

/** What the header says of it, in a word or two. */
export const SAVE_WORDS: Record<SaveState["kind"], string> = {
  saved: "saved",
  saving: "saving",
  waiting: "saving",
  failed: "not saved",
  tried: "not kept",
};

/** Someone else saved in between: both versions are kept until a person decides. */
export interface Conflict<T> {
  theirs: T;
  theirRevision: number;
}

/** Edits are sent this long after the last key. */
const SAVE_AFTER_MS = 300;
/** Browsers keep no more than 64 KiB of a request alive when the page goes. */
const MOST_KEPT_ALIVE = 60_000;
/** What is refused is told when the typing has rested so long. */
export const REFUSED_AFTER_MS = 1200;
/** So many unanswered requests are remembered. */
const MOST_SENT = 200;

/**
 * Opens, keeps and saves the document that is worked on.
 * `replacing` is told the document that gives way to one from elsewhere, before it does.
 */
export function useSaver<T extends object>(place: Place<T>, replacing: (before: T) => void) {
  const id = ref<string | null>(null);
  const document: ShallowRef<T | null> = shallowRef<T | null>(null);
  const revision = ref(0);
  const missing = ref<string | null>(null);
  /** Whether the server has it no more, or only in the bin: then what is typed here has nowhere to go. */
  const gone = ref(false);
  /** What was typed into a document that is gone altogether. */
  const orphan: ShallowRef<T | null> = shallowRef<T | null>(null);
  const state = ref<SaveState>({ kind: "saved", at: "" });
  const conflict: ShallowRef<Conflict<T> | null> = shallowRef<Conflict<T> | null>(null);

  let timer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | undefined;
  let inFlight: T | undefined;
  /** Fingerprints of what was sent since the last answer: it may have arrived all the same. */
  let sentSince: string[] = [];
  /** The newest revision known of each document, also of one that was just left. */
  const known = new Map<string, number>();
  /** The document of each that the server took last. */
  const delivered = new Map<string, T>();
  const retry = again(() => void flush());
  const retryOpen = again(() => {
    if (id.value && !document.value) void open(id.value);
  });

  const read = (wanted: string) => place.read(wanted).catch(() => undefined);
  const same = (one: unknown, two: unknown) => differences(one, two).length === 0;

  // ---- opening and leaving

  async function open(wanted: string): Promise<void> {
    if (id.value !== wanted) leave();
    id.value = wanted;
    const [reply, draft] = await Promise.all([read(wanted), draftOf<T>(place.kind, wanted)]);
    if (id.value !== wanted) return;
    retryOpen.went(reply?.response ?? null);
    if (!reply?.data) {
      missing.value = saying(reply?.error);
      orphan.value = reply?.response.status === 404 ? (draft?.document ?? null) : null;
      return;
    }
    missing.value = null;
    revision.value = revisionOf(reply.response);
    document.value = reply.data;
    state.value = { kind: "saved", at: new Date().toISOString() };
    if (draft) takeUp(wanted, draft);
  }

  /** An edit that never reached the server: put back on top, or asked about when someone else saved since. */
  function takeUp(wanted: string, draft: Draft<T>): void {
    const [mine, theirs] = [draft.document, document.value];
    if (!theirs || same(mine, theirs)) return dropDraft(place.kind, wanted);
    // Its last request may still be on its way from the page that went.
    sentSince = [...draft.sent, fingerprint(mine)];
    const onTop = draft.revision === revision.value || draft.sent.includes(fingerprint(theirs));
    if (!onTop) {
      conflict.value = { theirs, theirRevision: revision.value };
      document.value = mine;
      return;
    }
    replacing(theirs);
    document.value = mine;
    schedule();
  }

  function leave(): void {
    const left = unsaved();
    retry.stop();
    retryOpen.stop();
    id.value = null;
    document.value = null;
    orphan.value = null;
    gone.value = false;
    missing.value = null;
    conflict.value = null;
    sentSince = [];
    state.value = { kind: "saved", at: "" };
    if (left) void deliver(left);
  }

  /** What was typed into a document that is gone is a new one now. */
  function adopted(): void {
    if (id.value) dropDraft(place.kind, id.value);
    orphan.value = null;
    state.value = { kind: "saved", at: "" };
  }

  // ---- saving

  /** Takes an edit: kept in the browser at once, sent a moment later. */
  function take(next: T): void {
    document.value = next;
    if (isVisitor.value) {
      state.value = { kind: "tried" };
      return;
    }
    if (id.value) {
      const draft = { revision: revision.value, document: next, sent: sentSince, at: Date.now() };
      keepDraft(place.kind, id.value, draft);
    }
    schedule();
  }

  function schedule(after = SAVE_AFTER_MS): void {
    if (conflict.value) return;
    state.value = { kind: "waiting" };
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), after);
  }

  /** Sends what is not saved yet, and waits for it. */
  async function flush(): Promise<void> {
    clearTimeout(timer);
    while (running) await running;
    if (conflict.value || (state.value.kind !== "waiting" && state.value.kind !== "failed")) return;
    running = save();
    await running;
    running = undefined;
  }

  async function save(): Promise<void> {
    const [wanted, sent] = [id.value, document.value];
    if (!wanted || !sent) return;
    state.value = { kind: "saving" };
    inFlight = sent;
    const mark = fingerprint(sent);
    if (!sentSince.includes(mark)) sentSince = [...sentSince.slice(-MOST_SENT), mark];
    const reply = await write(wanted, revision.value, sent).catch(() => undefined);
    inFlight = undefined;
    if (reply?.data) {
      known.set(wanted, reply.data.revision);
      delivered.set(wanted, sent);
    }
    if (id.value !== wanted) return;
    if (reply?.response.status === 412) return meet(wanted, sent);
    retry.went(reply?.response ?? null);
    gone.value = reply?.response.status === 404;
    if (!reply?.data) return failed(saying(reply?.error), reply?.response.status === 422);
    revision.value = reply.data.revision;
    sentSince = [];
    if (document.value === sent) {
      dropDraft(place.kind, wanted);
      state.value = { kind: "saved", at: reply.data.saved_at };
    } else {
      take(document.value ?? sent);
    }
    channel.postMessage({ kind: place.kind, id: wanted, revision: reply.data.revision });
  }

  /** Says that it is not saved: at once, or where half a figure was refused, when the typing has rested. */
  function failed(why: string, refused: boolean): void {
    state.value = { kind: "waiting" };
    const say = () => {
      state.value = { kind: "failed", why };
    };
    clearTimeout(timer);
    if (refused) timer = setTimeout(say, REFUSED_AFTER_MS);
    else say();
  }

  function write(wanted: string, from: number, body: T) {
    const keepalive = JSON.stringify(body).length < MOST_KEPT_ALIVE;
    return place.write(wanted, from, body, keepalive);
  }

  /** What is not saved yet, with what it is saved over. */
  function unsaved(): { wanted: string; last: T } | null {
    const [wanted, last] = [id.value, document.value];
    clearTimeout(timer);
    if (!wanted || !last || state.value.kind === "saved" || conflict.value) return null;
    known.set(wanted, Math.max(known.get(wanted) ?? 0, revision.value));
    return { wanted, last };
  }

  /** Sends what a document that was left still holds, until it arrives; opened again meanwhile, its draft is taken up there. */
  async function deliver({ wanted, last }: { wanted: string; last: T }): Promise<void> {
    await running;
    if (delivered.get(wanted) !== last) {
      const reply = await ask(
        () => write(wanted, known.get(wanted) ?? 0, last),
        () => id.value !== wanted,
      );
      if (!reply?.data) return;
      known.set(wanted, reply.data.revision);
    }
    dropDraft(place.kind, wanted);
  }

  /** The page goes: sent once more, kept alive; the draft covers what even this does not reach. */
  function sendLast(): void {
    const left = unsaved();
    if (!left || inFlight === left.last) return;
    void write(left.wanted, revision.value, left.last).catch(() => undefined);
  }

  // ---- two windows

  const channel = new BroadcastChannel("ypsidyne.documents");
  channel.onmessage = (message: MessageEvent<{ kind: string; id: string; revision: number }>) => {
    const theirs = message.data;
    if (theirs.kind === place.kind && theirs.id === id.value && theirs.revision > revision.value)
      void catchUp();
  };

  /** Someone saved: take it over when nothing of ours is open, else ask. */
  async function catchUp(): Promise<void> {
    const [wanted, standing] = [id.value, document.value];
    if (!wanted || !standing || conflict.value) return;
    if (state.value.kind !== "saved") return flush();
    const reply = await read(wanted);
    if (!reply?.data || id.value !== wanted) return;
    const theirs = revisionOf(reply.response);
    if (theirs <= revision.value) return;
    // An edit made while this was on its way is not overwritten: its own save meets theirs, and a person decides.
    if (document.value !== standing) return flush();
    replacing(standing);
    revision.value = theirs;
    document.value = reply.data;
  }

  async function meet(wanted: string, mine: T): Promise<void> {
    const reply = await read(wanted);
    if (id.value !== wanted) return;
    if (!reply?.data) {
      retry.went(reply?.response ?? null);
      state.value = { kind: "failed", why: saying(reply?.error) };
      return;
    }
    const theirRevision = revisionOf(reply.response);
    // What stands there came from here, though its answer was lost: this goes on top.
    if (same(reply.data, mine) || sentSince.includes(fingerprint(reply.data))) {
      revision.value = theirRevision;
      return schedule(0);
    }
    conflict.value = { theirs: reply.data, theirRevision };
    state.value = { kind: "failed", why: "Changed in another window too." };
  }

  /** Ends a conflict. The version that gives way is a step of the undo. */
  function settle(keep: "mine" | "theirs"): void {
    const [open, mine] = [conflict.value, document.value];
    if (!open || !mine) return;
    conflict.value = null;
    revision.value = open.theirRevision;
    if (keep === "mine") {
      replacing(open.theirs);
      take(mine);
      return;
    }
    replacing(mine);
    document.value = open.theirs;
    if (id.value) dropDraft(place.kind, id.value);
    state.value = { kind: "saved", at: new Date().toISOString() };
  }

  window.addEventListener("focus", () => void catchUp());
  window.addEventListener("pagehide", sendLast);
  window.document.addEventListener("visibilitychange", () => {
    if (window.document.visibilityState === "hidden") void flush();
    else void catchUp();
  });

  return {
    id,
    document,
    revision,
    missing,
    orphan,
    gone,
    state,
    conflict,
    open,
    leave,
    adopted,
    take,
    flush,
    settle,
  };
}
