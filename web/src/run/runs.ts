// The runs of the build on the bench: the course that is taken, what came of it in one or more options, the moment that is
// looked at, runs that are kept.
import { defineStore } from "pinia";
import { computed, ref, shallowRef } from "vue";
import { api, type Build, saying, type Schemas } from "../api/client";
import { ask } from "../api/reach";
import { simulate, type RunProgress, type Simulated } from "./stream";

export type Course = Schemas["Course"];
export type RunLine = Schemas["RunLine"];
export type DriveRun = Schemas["DriveRun"];

/** A run that is drawn. */
export interface ShownRun {
  key: string;
  title: string;
  simulated: Simulated;
  /** Id where it is a kept one. */
  kept: string | null;
}

/** A course of one option as a simulation document. */
export function simulationOf(build: Build, option: string, course: Course): Schemas["Simulation"] {
  const [lead, ...others] = course.parts;
  return {
    format: "ypsidyne.simulation/1",
    build,
    option,
    drive: lead?.drive,
    mode: lead?.mode,
    others,
    state_of_charge: course.state_of_charge ?? 1,
    repeat: course.repeat ?? false,
    stop_voltage_cutback: course.stop_voltage_cutback ?? true,
    ...(course.until_s == null ? {} : { until_s: course.until_s }),
  } as Schemas["Simulation"];
}

/** What a drive of a run did: the one that is named, or the one that leads. */
export function driveRun(simulated: Simulated, drive: string | undefined): DriveRun {
  return simulated.others.find((other) => other.drive === drive) ?? simulated;
}

export const useRuns = defineStore("runs", () => {
  const build = ref<string | null>(null);
  const kept = shallowRef<RunLine[]>([]);
  const fresh = shallowRef<ShownRun[]>([]);
  const opened = shallowRef<ShownRun[]>([]);
  const progress = ref<RunProgress | null>(null);
  const running = ref(false);
  const stopped = ref(false);
  const problem = ref<string | null>(null);
  /** A run that is computed again to be kept; dropped, the server stops it. */
  const keeping = shallowRef<AbortController | null>(null);
  /** The moment that is looked at, s. */
  const cursor = ref<number | null>(null);
  /** The stretch that is drawn, s; null for all of it. */
  const stretch = ref<[number, number] | null>(null);
  /** Whether the step that shows runs is open: then the power path follows. */
  const active = ref(false);

  const shown = computed(() => [...fresh.value, ...opened.value]);
  const first = computed(() => shown.value[0] ?? null);

  let request: AbortController | undefined;
  /** The run that streams just now, by which the server stops it. */
  let begun: string | undefined;

  async function load(id: string): Promise<void> {
    if (build.value !== id) leave();
    build.value = id;
    const reply = await ask(
      () => api.GET("/api/builds/{id}/runs", { params: { path: { id } } }),
      () => build.value === id,
    );
    if (build.value === id && reply?.data) kept.value = reply.data;
  }

  /** Drops what runs: its answer is waited for no longer. */
  function hangUp(): void {
    request?.abort();
    request = undefined;
    running.value = false;
    progress.value = null;
  }

  function leave(): void {
    hangUp();
    build.value = null;
    kept.value = [];
    fresh.value = [];
    opened.value = [];
    stopped.value = false;
    problem.value = null;
    cursor.value = null;
    stretch.value = null;
  }

  /** Runs a course in some options of a build, one after the other. The runs of before stay until the new ones are there. */
  async function run(document: Build, options: number[], course: Course): Promise<void> {
    request?.abort();
    const mine = new AbortController();
    request = mine;
    running.value = true;
    stopped.value = false;
    progress.value = null;
    begun = undefined;
    const done: ShownRun[] = [];
    try {
      for (const index of options) {
        const option = document.options[index];
        if (!option) continue;
        const simulated = await simulate(simulationOf(document, option.name, course), mine.signal, {
          begun: (id) => {
            if (request === mine) begun = id;
          },
          progress: (told) => {
            if (request === mine) progress.value = told;
          },
        });
        done.push({ key: option.name, title: option.name, simulated, kept: null });
        if (simulated.ended_by === "stopped") break;
      }
      if (request !== mine) return;
      fresh.value = done;
      problem.value = null;
      const end = done[0]?.simulated.summary.t_s ?? 0;
      if (cursor.value !== null && cursor.value > end) cursor.value = end;
      if (stretch.value && stretch.value[1] > end) stretch.value = null;
    } catch (error) {
      if (request === mine && !mine.signal.aborted) {
        problem.value = error instanceof TypeError ? saying(undefined) : (error as Error).message;
      }
    } finally {
      if (request === mine) {
        running.value = false;
        progress.value = null;
      }
    }
  }

  /** Stops what runs: the server answers with what there is until then. */
  async function stop(): Promise<void> {
    if (!running.value) return;
    stopped.value = true;
    const reply = begun
      ? await api.POST("/api/simulate/{id}/stop", { params: { path: { id: begun } } }).catch(() => undefined)
      : undefined;
    // It ended by itself meanwhile, or cannot be reached: then there is nothing to wait for.
    if (!reply?.response.ok && running.value) hangUp();
  }

  async function keep(title: string, document: Build, option: string, course: Course): Promise<void> {
    const id = build.value;
    if (!id || keeping.value) return;
    const mine = new AbortController();
    keeping.value = mine;
    const reply = await api
      .POST("/api/builds/{id}/runs", {
        params: { path: { id } },
        body: { title, simulation: simulationOf(document, option, course) },
        signal: mine.signal,
      })
      .catch(() => undefined);
    keeping.value = null;
    if (mine.signal.aborted) return;
    if (!reply?.data) problem.value = saying(reply?.error);
    else if (build.value === id) kept.value = [reply.data, ...kept.value];
  }

  /** Draws a kept run beside the others, or takes it off. */
  async function toggle(line: RunLine): Promise<void> {
    if (opened.value.some((run) => run.kept === line.id)) {
      opened.value = opened.value.filter((run) => run.kept !== line.id);
      return;
    }
    const of = build.value;
    const reply = await ask(
      () => api.GET("/api/runs/{id}", { params: { path: { id: line.id } } }),
      () => build.value === of,
    );
    if (!reply?.data) problem.value = saying(reply?.error);
    else if (build.value) {
      const run = { key: line.id, title: line.title, simulated: reply.data, kept: line.id };
      opened.value = [...opened.value, run];
    }
  }

  async function forget(line: RunLine): Promise<void> {
    const reply = await api
      .DELETE("/api/runs/{id}", { params: { path: { id: line.id } } })
      .catch(() => undefined);
    if (!reply?.response.ok) {
      problem.value = saying(reply?.error);
      return;
    }
    kept.value = kept.value.filter((other) => other.id !== line.id);
    opened.value = opened.value.filter((run) => run.kept !== line.id);
  }

  return {
    build,
    kept,
    fresh,
    opened,
    shown,
    first,
    progress,
    running,
    stopped,
    keeping,
    problem,
    cursor,
    stretch,
    active,
    load,
    leave,
    run,
    stop,
    keep,
    toggle,
    forget,
  };
});
