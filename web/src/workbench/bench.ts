// The build on the bench: the document, its undo, its saving, its figures.
import { chemistry } from "../units/cells";
import { readerUnits } from "../units/reader";
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
import { ifMatch } from "../api/tag";
import { valueAt, withValue } from "../shared/lib/pointer";
import { type Place, REFUSED_AFTER_MS, useSaver } from "../saving/saver";
import { useHistory } from "./history";
import { type Pinned, type Trial, viewOf } from "./view";

const BUILDS: Place<Build> = {
  kind: "build",
  read: (id) => api.GET("/api/builds/{id}", { params: { path: { id } } }),
  write: (id, revision, body, keepalive) =>
    api.PUT("/api/builds/{id}", { params: ifMatch(id, revision), body, keepalive }),
};

export interface Refusal {
  pointer: string;
  detail: string;
}

export const CHARGES = [
  { word: "full", charge: 1 },
  { word: "half", charge: 0.5 },
  { word: "low", charge: 0.2 },
] as const;

export const useBench = defineStore("bench", () => {
  const history = useHistory<Build>();
  const saver = useSaver(BUILDS, (before) => history.note(before, null));
  const { id, document } = saver;

  const optionIndex = ref(0);
  const driveName = ref("");
  const caseName = ref<CaseName>("target");
  const charge = ref<number>(0.5);
  const openCheck = ref<string | null>(null);

  const figures = shallowRef<Workbench | null>(null);
  const figuresProblem = ref<string | null>(null);
  /** What the figures are refused for, place by place; empty while they are not, or while one is still typing. */
  const refusals = shallowRef<Refusal[]>([]);
  /** The last document that was accepted. */
  const accepted = shallowRef<Build | null>(null);
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

  /** While it is held, what is pinned stands there in place of the figures of now. */
  const blinking = ref(false);
  const current = computed(() => viewOf(figures.value, optionIndex.value, drive.value?.drive));
  const view = computed(() =>
    blinking.value && pinned.value
      ? viewOf(pinned.value.figures, pinned.value.optionIndex, drive.value?.drive)
      : current.value,
  );
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

  /** What the part of a step does here, in one sentence. */
  function says(step: string): string {
    const told = blinking.value && pinned.value ? pinned.value.figures : figures.value;
    const all = told?.sentences.filter((sentence) => sentence.step === step) ?? [];
    return all.find((one) => one.drive === null || one.drive === drive.value?.drive)?.says ?? "";
  }

  function caseAt(name: CaseName, at: number): CaseEvaluation | undefined {
    return view.value.caseAt(name, at);
  }

  // ---- opening

  async function open(wanted: string): Promise<void> {
    if (id.value !== wanted) reset();
    await saver.open(wanted);
  }

  function reset(): void {
    saver.leave();
    figures.value = null;
    figuresProblem.value = null;
    refusals.value = [];
    accepted.value = null;
    clearTimeout(telling);
    staleSince.value = null;
    optionIndex.value = 0;
    driveName.value = "";
    caseName.value = "target";
    charge.value = 0.5;
    openCheck.value = null;
    trying.value = null;
    pinned.value = null;
    blinking.value = false;
    history.clear();
    kept.clear();
  }

  // Whatever document is shown now, the option and the drive that are looked at are among its own.
  watch(
    document,
    (now) => {
      if (!now) return;
      if (!now.options[optionIndex.value]) optionIndex.value = Math.max(0, now.options.length - 1);
      const drives = now.options[optionIndex.value]?.drives ?? [];
      if (!drives.some((candidate) => candidate.drive === driveName.value)) {
        driveName.value = drives[0]?.drive ?? "";
      }
    },
    { flush: "sync" },
  );

  // ---- editing

  /** Replaces the document. Edits in a row with the same tag are one undo step. */
  function edit(next: Build, tag: string | null = null): void {
    if (!document.value || next === document.value) return;
    trying.value = null;
    history.note(document.value, tag);
    saver.take(next);
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
    saver.take(before);
    stepped.value = { word: "Undone", from: now, to: before };
  }

  function redo(): void {
    trying.value = null;
    const [now, after] = [document.value, document.value && history.redo(document.value)];
    if (!now || !after) return;
    saver.take(after);
    stepped.value = { word: "Done again", from: now, to: after };
  }

  // ---- figures: the latest document wins, the last good figures stay

  let telling: ReturnType<typeof setTimeout> | undefined;
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
        refusals.value = [];
        accepted.value = asked;
        clearTimeout(telling);
        staleSince.value = null;
      } else {
        staleSince.value ??= new Date();
        const error = reply?.error as ProblemDocument | undefined;
        // Whoever is still typing is not told what is wrong with half a figure.
        clearTimeout(telling);
        telling = setTimeout(() => {
          figuresProblem.value = saying(error);
          refusals.value = error?.errors ?? [];
        }, REFUSED_AFTER_MS);
      }
    } while (changed);
    computing = false;
  }

  watch([shown, optionIndex, readerUnits], () => void evaluate());
  // What is looked at belongs to one option and drive.
  watch([optionIndex, driveName], () => look(null));
  watch(driveFigures, (now) => {
    // A drive without a hill has no climb to show.
    if (now && !now.cases.some((candidate) => candidate.case === caseName.value)) caseName.value = "target";
  });

  return {
    id,
    document,
    revision: saver.revision,
    missing: saver.missing,
    orphan: saver.orphan,
    gone: saver.gone,
    saveState: saver.state,
    conflict: saver.conflict,
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
    refusals,
    accepted,
    staleSince,
    stepped,
    setAside,
    shown,
    trying,
    pinned,
    blinking,
    current,
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
    says,
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
    flush: saver.flush,
    settle: saver.settle,
    adopted: saver.adopted,
  };
});
