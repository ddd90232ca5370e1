// The build on the bench: the document, its undo, its saving, its figures.
import { chemistry } from "../units/cells";
import { defineStore } from "pinia";
import { computed, ref, shallowRef, watch } from "vue";
import {
  api,
  type Build,
  type CaseEvaluation,
  type CaseName,
  type ProblemDocument,
  saying,
  type Workbench,
} from "../api/client";
import { again } from "../api/again";
import { type Aside, settingAside } from "./aside";
import { ifMatch, revisionOf } from "../api/tag";
import { valueAt, withValue } from "../lib/pointer";
import { type Draft, draftOf, dropDraft, keepDraft } from "./drafts";
import { useHistory } from "./history";
import { type Pinned, type Trial, viewOf } from "./view";

export type SaveState =
  { kind: "saved"; at: string } | { kind: "saving" } | { kind: "waiting" } | { kind: "failed"; why: string };

/** Someone else saved in between: both versions are kept until a person decides. */
export interface Conflict {
  theirs: Build;
  theirRevision: number;
}

/** Edits are sent this long after the last key. */
const SAVE_AFTER_MS = 300;
/** A save that failed is tried again after this. */
const RETRY_AFTER_MS = 3000;

export const CHARGES = [
  { word: "full", charge: 1 },
  { word: "half", charge: 0.5 },
  { word: "low", charge: 0.2 },
] as const;

export const useBench = defineStore("bench", () => {
  const id = ref<string | null>(null);
  const document = shallowRef<Build | null>(null);
  const revision = ref(0);
  const missing = ref<string | null>(null);
  const saveState = ref<SaveState>({ kind: "saved", at: "" });
  const conflict = shallowRef<Conflict | null>(null);
  const history = useHistory<Build>();

  const optionIndex = ref(0);
  const driveName = ref("");
  const caseName = ref<CaseName>("target");
  const charge = ref<number>(0.5);
  const openCheck = ref<string | null>(null);

  const figures = shallowRef<Workbench | null>(null);
  const figuresProblem = ref<string | null>(null);
  /** Since when the figures are not those of the document; null while they are. */
  const staleSince = ref<Date | null>(null);

  /** A candidate that is looked at: everything follows it, nothing is stored before it is kept. */
  const trying = shallowRef<Trial | null>(null);
  /** The baseline that differences are shown against. */
  const pinned = shallowRef<Pinned | null>(null);

  /** The document with the candidate put in. */
  const shown = computed(() => {
    const [build, trial] = [document.value, trying.value];
    return build && trial ? withValue(build, trial.pointer, trial.value) : build;
  });
  const option = computed(() => shown.value?.options[optionIndex.value]);
  const optionPointer = computed(() => `/options/${optionIndex.value}`);
  const driveIndex = computed(() => {
    const drives = option.value?.drives ?? [];
    return Math.max(
      0,
      drives.findIndex((drive) => drive.drive === driveName.value),
    );
  });
  const drive = computed(() => option.value?.drives[driveIndex.value]);
  const drivePointer = computed(() => `${optionPointer.value}/drives/${driveIndex.value}`);
  const jobDriveIndex = computed(() => {
    const name = drive.value?.drive;
    return Math.max(0, shown.value?.job.drives.findIndex((candidate) => candidate.name === name) ?? 0);
  });
  const jobDrive = computed(() => shown.value?.job.drives[jobDriveIndex.value]);

  const view = computed(() => viewOf(figures.value, optionIndex.value, drive.value?.drive));
  const pinnedView = computed(() =>
    pinned.value ? viewOf(pinned.value.figures, pinned.value.optionIndex, drive.value?.drive) : null,
  );
  const optionFigures = computed(() => view.value.option);
  watch(
    () => optionFigures.value?.supply.cell_nominal_v ?? null,
    (volts) => {
      chemistry.cellNominalV = volts;
    },
  );
  watch(
    () => option.value?.battery.capacity_ah ?? null,
    (capacity) => {
      chemistry.capacityAh = capacity;
    },
  );
  const driveFigures = computed(() => view.value.drive);
  const caseFigures = computed<CaseEvaluation | undefined>(() => caseAt(caseName.value, charge.value));
  const envelope = computed(() => view.value.envelopeAt(charge.value));

  function caseAt(name: CaseName, at: number): CaseEvaluation | undefined {
    return view.value.caseAt(name, at);
  }

  // ---- opening

  async function open(wanted: string): Promise<void> {
    if (id.value !== wanted) reset();
    id.value = wanted;
    missing.value = null;
    const reply = await api.GET("/api/builds/{id}", { params: { path: { id: wanted } } });
    if (id.value !== wanted) return;
    if (!reply.data) {
      missing.value = saying(reply.error);
      return;
    }
    revision.value = revisionOf(reply.response);
    document.value = reply.data;
    if (!reply.data.options[optionIndex.value]) optionIndex.value = 0;
    keepDriveKnown();
    saveState.value = { kind: "saved", at: new Date().toISOString() };
    const draft = draftOf(wanted);
    if (draft) takeUpDraft(wanted, draft);
  }

  /** An edit that never reached the server: put back on top, or asked about when someone else saved since. */
  function takeUpDraft(build: string, draft: Draft): void {
    const [mine, theirs] = [draft.document, document.value];
    if (!theirs || JSON.stringify(mine) === JSON.stringify(theirs)) return dropDraft(build);
    const onTop = draft.revision === revision.value || JSON.stringify(draft.sent) === JSON.stringify(theirs);
    if (!onTop) {
      conflict.value = { theirs, theirRevision: revision.value };
      document.value = mine;
      return;
    }
    history.note(theirs, null);
    document.value = mine;
    scheduleSave();
  }

  function reset(): void {
    sendLast();
    id.value = null;
    document.value = null;
    figures.value = null;
    figuresProblem.value = null;
    staleSince.value = null;
    conflict.value = null;
    optionIndex.value = 0;
    driveName.value = "";
    caseName.value = "target";
    charge.value = 0.5;
    openCheck.value = null;
    trying.value = null;
    pinned.value = null;
    history.clear();
    kept.clear();
  }

  function keepDriveKnown(): void {
    const drives = option.value?.drives ?? [];
    if (!drives.some((candidate) => candidate.drive === driveName.value)) {
      driveName.value = drives[0]?.drive ?? "";
    }
  }

  // ---- editing

  /** Replaces the document. Edits in a row with the same tag are one undo step. */
  function edit(next: Build, tag: string | null = null): void {
    if (!document.value || next === document.value) return;
    trying.value = null;
    history.note(document.value, tag);
    apply(next);
  }

  /** Looks at a candidate, or at none. */
  function look(trial: Trial | null): void {
    trying.value = trial;
  }

  /** Keeps the candidate that is looked at. */
  function keep(): void {
    if (trying.value && shown.value) edit(shown.value);
  }

  /** Holds the present figures as the baseline, or lets it go. */
  function pin(): void {
    const [now, name] = [figures.value, option.value?.name];
    if (pinned.value) pinned.value = null;
    else if (now && name !== undefined) {
      const what = trying.value ? `${name} with ${trying.value.label}` : name;
      pinned.value = { name: what, figures: now, optionIndex: optionIndex.value };
    }
  }

  function apply(next: Build): void {
    document.value = next;
    if (!next.options[optionIndex.value]) optionIndex.value = next.options.length - 1;
    keepDriveKnown();
    if (id.value) keepDraft(id.value, { revision: revision.value, document: next, sent: inFlight });
    scheduleSave();
  }

  /** What was set aside of this build: another one has its own. */
  const kept: Aside = new Map();
  /** Places of what the last edit set aside, to be told. */
  const setAside = shallowRef<string[] | null>(null);

  /** Sets one value; undefined takes it away. What then no longer applies is set aside with it, as one step. */
  function set(pointer: string, value: unknown, tag: string | null = pointer): void {
    if (!shown.value || valueAt(shown.value, pointer) === value) return;
    const { next, aside } = settingAside(kept, shown.value, pointer, value);
    edit(next, tag);
    if (aside.length > 0) setAside.value = aside;
  }

  function get(pointer: string): unknown {
    return shown.value ? valueAt(shown.value, pointer) : undefined;
  }

  /** The last step through the history, to be told and shown. */
  const stepped = shallowRef<{ word: string; from: Build; to: Build } | null>(null);

  function undo(): void {
    trying.value = null;
    const [now, before] = [document.value, document.value && history.undo(document.value)];
    if (!now || !before) return;
    apply(before);
    stepped.value = { word: "Undone", from: now, to: before };
  }

  function redo(): void {
    trying.value = null;
    const [now, after] = [document.value, document.value && history.redo(document.value)];
    if (!now || !after) return;
    apply(after);
    stepped.value = { word: "Done again", from: now, to: after };
  }

  // ---- saving: one request at a time, the latest document wins

  let timer: ReturnType<typeof setTimeout> | undefined;
  let running: Promise<void> | undefined;
  let inFlight: Build | undefined;
  /** The newest revision known of each build, also of one that was just left. */
  const known = new Map<string, number>();

  function scheduleSave(after = SAVE_AFTER_MS): void {
    if (conflict.value) return;
    saveState.value = { kind: "waiting" };
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), after);
  }

  async function flush(): Promise<void> {
    clearTimeout(timer);
    await running;
    if (saveState.value.kind !== "waiting" && saveState.value.kind !== "failed") return;
    running = save();
    await running;
    running = undefined;
  }

  async function save(): Promise<void> {
    const [build, sent] = [id.value, document.value];
    if (!build || !sent || conflict.value) return;
    saveState.value = { kind: "saving" };
    inFlight = sent;
    const reply = await put(build, sent, revision.value);
    inFlight = undefined;
    if (reply?.data) known.set(build, reply.data.revision);
    if (id.value !== build) return;
    if (!reply) {
      failed(saying(undefined));
    } else if (reply.data) {
      revision.value = reply.data.revision;
      if (document.value === sent) {
        dropDraft(build);
        saveState.value = { kind: "saved", at: reply.data.saved_at };
      } else {
        scheduleSave();
      }
      channel.postMessage({ build, revision: reply.data.revision });
    } else if (reply.response.status === 412) {
      await meet(build, sent);
    } else {
      failed(saying(reply.error));
    }
  }

  function put(build: string, body: Build, from: number) {
    const params = ifMatch(build, from);
    // Kept alive when the page goes; the draft in the browser covers what even that does not reach.
    // Browsers keep no more than 64 KiB alive.
    const keepalive = JSON.stringify(body).length < 60_000;
    return api.PUT("/api/builds/{id}", { params, body, keepalive }).catch(() => undefined);
  }

  /** What is not saved yet when the build or the page is left. */
  function sendLast(): void {
    const [build, last] = [id.value, document.value];
    clearTimeout(timer);
    if (!build || !last || saveState.value.kind === "saved" || conflict.value || inFlight === last) return;
    const send = async () => {
      const reply = await put(build, last, known.get(build) ?? 0);
      if (reply?.data) dropDraft(build);
    };
    known.set(build, Math.max(known.get(build) ?? 0, revision.value));
    void (running ? running.then(send) : send());
  }

  function failed(why: string): void {
    saveState.value = { kind: "failed", why };
    clearTimeout(timer);
    timer = setTimeout(() => void flush(), RETRY_AFTER_MS);
  }

  // ---- two windows

  const channel = new BroadcastChannel("ypsidyne.builds");
  channel.onmessage = (message: MessageEvent<{ build: string; revision: number }>) => {
    if (message.data.build === id.value && message.data.revision > revision.value) void catchUp();
  };

  /** Someone saved: take it over when nothing of ours is open, else ask. */
  async function catchUp(): Promise<void> {
    const [build, standing] = [id.value, document.value];
    if (!build || conflict.value) return;
    if (saveState.value.kind !== "saved") return flush();
    const reply = await api
      .GET("/api/builds/{id}", { params: { path: { id: build } } })
      .catch(() => undefined);
    if (!reply?.data || id.value !== build) return;
    const theirs = revisionOf(reply.response);
    if (theirs <= revision.value) return;
    // An edit made while this was on its way is not overwritten: its own save meets theirs, and a person decides.
    if (document.value !== standing) return flush();
    if (document.value) history.note(document.value, null);
    revision.value = theirs;
    document.value = reply.data;
    keepDriveKnown();
  }

  async function meet(build: string, mine: Build): Promise<void> {
    const reply = await api
      .GET("/api/builds/{id}", { params: { path: { id: build } } })
      .catch(() => undefined);
    if (!reply?.data) return failed(saying(reply?.error));
    if (id.value !== build) return;
    const theirRevision = revisionOf(reply.response);
    if (JSON.stringify(reply.data) === JSON.stringify(mine)) {
      revision.value = theirRevision;
      return scheduleSave(0);
    }
    conflict.value = { theirs: reply.data, theirRevision };
    saveState.value = { kind: "failed", why: "Changed in another window too." };
  }

  /** Ends a conflict. The version that gives way stays in the history of the build. */
  function settle(keep: "mine" | "theirs"): void {
    const open = conflict.value;
    if (!open || !document.value) return;
    conflict.value = null;
    revision.value = open.theirRevision;
    if (keep === "mine") {
      scheduleSave(0);
    } else {
      history.note(document.value, null);
      document.value = open.theirs;
      keepDriveKnown();
      if (id.value) dropDraft(id.value);
      saveState.value = { kind: "saved", at: new Date().toISOString() };
    }
  }

  window.addEventListener("focus", () => void catchUp());
  window.addEventListener("pagehide", sendLast);

  // ---- figures: the latest document wins, the last good figures stay

  let computing = false;
  let changed = false;
  const retry = again(() => void evaluate());

  async function evaluate(): Promise<void> {
    if (computing) {
      changed = true;
      return;
    }
    computing = true;
    do {
      changed = false;
      const [build, asked, index] = [id.value, shown.value, optionIndex.value];
      if (!asked) break;
      const reply = await api
        .POST("/api/workbench", { params: { query: { option: index } }, body: asked })
        .catch(() => undefined);
      if (id.value !== build) continue;
      retry.went(reply?.response ?? null);
      if (reply?.data) {
        figures.value = reply.data;
        figuresProblem.value = null;
        staleSince.value = null;
      } else {
        staleSince.value ??= new Date();
        figuresProblem.value = saying(reply?.error as ProblemDocument | undefined);
      }
    } while (changed);
    computing = false;
  }

  watch([shown, optionIndex], () => void evaluate());
  // What is looked at belongs to one option and drive.
  watch([optionIndex, driveName], () => look(null));
  watch(driveFigures, (now) => {
    // A drive without a hill has no climb to show.
    if (now && !now.cases.some((candidate) => candidate.case === caseName.value)) caseName.value = "target";
  });

  return {
    id,
    document,
    revision,
    missing,
    saveState,
    conflict,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    seal: history.seal,
    earliest: history.earliest,
    optionIndex,
    driveName,
    caseName,
    charge,
    openCheck,
    figures,
    figuresProblem,
    staleSince,
    stepped,
    setAside,
    shown,
    trying,
    pinned,
    view,
    pinnedView,
    option,
    optionPointer,
    drive,
    driveIndex,
    drivePointer,
    jobDrive,
    jobDriveIndex,
    optionFigures,
    driveFigures,
    caseFigures,
    envelope,
    caseAt,
    open,
    reset,
    edit,
    look,
    keep,
    pin,
    set,
    get,
    undo,
    redo,
    flush,
    settle,
  };
});
