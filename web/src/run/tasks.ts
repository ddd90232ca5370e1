// What a drive may be asked to do, and where each task starts.
import type { Build, Schemas } from "../api/client";
import { useBench } from "../workbench/bench";
import type { Course } from "./runs";

export type Mode = Schemas["Mode"];
export type CoursePart = Schemas["CoursePart"];
export type Point = Schemas["CoursePoint"];
export type ModeKind = Mode["kind"];

export const MODE_WORDS: Record<ModeKind, string> = {
  hold: "holds one speed",
  profile: "follows a course",
  launch: "full throttle from rest",
  shots: "throws",
};

type Load = Schemas["Load"];

export const travels = (load: Load | undefined) => load?.kind === "vehicle" || load?.kind === "hoist";

/** Tasks that suit a drive. */
export function modesOf(build: Build, option: number, drive: string): ModeKind[] {
  const load = build.job.drives.find(({ name }) => name === drive)?.load;
  if (load?.kind === "generator") return ["hold"];
  const served = build.options[option]?.drives.find((candidate) => candidate.drive === drive);
  const kinds: ModeKind[] = served?.controller ? ["hold", "profile", "launch"] : ["launch"];
  return load?.kind === "flywheel" && load.projectile ? ["shots", ...kinds] : kinds;
}

/** The speed a drive must reach, as a course says it. */
export function useTargets() {
  const bench = useBench();
  return (drive: string): { key: "speed_m_s" | "output_rpm"; value: number } => {
    const load = bench.shown?.job.drives.find(({ name }) => name === drive)?.load;
    if (load?.kind === "vehicle") return { key: "speed_m_s", value: load.target_speed_m_s };
    if (load?.kind === "hoist") return { key: "speed_m_s", value: load.lift_speed_m_s };
    const figures = bench.optionFigures?.drives.find((found) => found.drive === drive);
    return { key: "output_rpm", value: Math.round(figures?.required.output_rpm ?? 1000) };
  };
}

/** A task to start from. */
export function freshMode(kind: ModeKind, target: { key: string; value: number }): Mode {
  switch (kind) {
    case "launch":
      return { kind: "launch" };
    case "hold":
      return { kind: "hold" };
    case "shots":
      return { kind: "shots", shots: 8, bursts: 1 };
    case "profile":
      return {
        kind: "profile",
        points: [
          { t_s: 0, [target.key]: 0 },
          { t_s: 5, [target.key]: target.value },
          { t_s: 65, [target.key]: target.value },
          { t_s: 70, [target.key]: 0 },
        ],
      };
  }
}

/** Whether a course runs in an option: each of its drives is there and suits its task. */
export function suits(build: Build, option: number, course: Course): boolean {
  return course.parts.every(({ drive, mode }) => modesOf(build, option, drive).includes(mode.kind));
}
