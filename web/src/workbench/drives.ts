// Drives and options as wholes: what one edit changes in several places of the document at once.
import type { Build, OptionSheet, Schemas } from "../api/client";
import { freshName } from "../shared/lib/names";
import { useBench } from "./bench";

type JobDrive = Build["job"]["drives"][number];
type Load = Schemas["Load"];

export function useDrives() {
  const bench = useBench();

  function change(build: Build, jobDrives: JobDrive[], option: (sheet: OptionSheet) => OptionSheet): void {
    bench.edit({ ...build, job: { ...build.job, drives: jobDrives }, options: build.options.map(option) });
  }

  return {
    /** Another load on a drive; wheels get a diameter where something rolls. */
    setLoad(index: number, load: Load): void {
      const build = bench.document;
      const drive = build?.job.drives[index];
      if (!build || !drive) return;
      const jobDrives = build.job.drives.map((other, place) =>
        place === index ? { ...other, load } : other,
      );
      change(build, jobDrives, (sheet) => ({
        ...sheet,
        drives: sheet.drives.map((served) =>
          served.drive === drive.name && load.kind === "vehicle" && served.output?.wheel_diameter_m == null
            ? { ...served, output: { ...served.output, wheel_diameter_m: 0.2 } }
            : served,
        ),
      }));
    },

    /** A new name, also where options and leads refer to the drive. */
    rename(index: number, typed: string): void {
      const build = bench.document;
      const old = build?.job.drives[index]?.name;
      const others = build?.job.drives.filter((_, place) => place !== index).map(({ name }) => name) ?? [];
      if (!build || old === undefined || !typed.trim() || typed.trim() === old) return;
      const name = freshName(typed.trim().slice(0, 60), others);
      bench.driveName = name;
      change(
        build,
        build.job.drives.map((drive, place) => (place === index ? { ...drive, name } : drive)),
        (sheet) => ({
          ...sheet,
          drives: sheet.drives.map((drive) => (drive.drive === old ? { ...drive, drive: name } : drive)),
          wiring: {
            ...sheet.wiring,
            runs: sheet.wiring?.runs?.map((run) =>
              run.circuit === `motor:${old}` ? { ...run, circuit: `motor:${name}` } : run,
            ),
          },
        }),
      );
    },

    /** One more drive, as a copy of the one in view; load and parts are then edited. */
    add(): void {
      const build = bench.document;
      const from = bench.jobDrive;
      if (!build || !from) return;
      const name = freshName(
        "drive",
        build.job.drives.map((drive) => drive.name),
      );
      change(build, [...build.job.drives, { ...from, name }], (sheet) => {
        const parts = sheet.drives.find((drive) => drive.drive === from.name);
        return parts ? { ...sheet, drives: [...sheet.drives, { ...parts, drive: name }] } : sheet;
      });
      bench.driveName = name;
    },

    /** Takes a drive out, with its parts and leads in every option. */
    remove(index: number): void {
      const build = bench.document;
      const gone = build?.job.drives[index]?.name;
      if (!build || build.job.drives.length < 2) return;
      change(
        build,
        build.job.drives.filter((_, place) => place !== index),
        (sheet) => ({
          ...sheet,
          drives: sheet.drives.filter((drive) => drive.drive !== gone),
          wiring: {
            ...sheet.wiring,
            runs: sheet.wiring?.runs?.filter((run) => run.circuit !== `motor:${gone}`),
          },
        }),
      );
    },

    /** One more option, as a copy of the one in view. */
    addOption(): void {
      const build = bench.document;
      const from = bench.option;
      if (!build || !from) return;
      const name = freshName(
        `${from.name}, changed`,
        build.options.map((option) => option.name),
      );
      bench.edit({ ...build, options: [...build.options, { ...from, name }] });
      bench.optionIndex = build.options.length;
    },

    renameOption(index: number, typed: string): void {
      const build = bench.document;
      const old = build?.options[index]?.name;
      const others = build?.options.filter((_, place) => place !== index).map(({ name }) => name) ?? [];
      if (!build || !typed.trim() || typed.trim() === old) return;
      const name = freshName(typed.trim().slice(0, 110), others);
      bench.edit({
        ...build,
        chosen: build.chosen === old ? name : build.chosen,
        // What was decided goes by the new name too.
        ...(build.decided && {
          decided: {
            ...build.decided,
            option: build.decided.option === old ? name : build.decided.option,
            options: build.decided.options.map((then) => (then.name === old ? { ...then, name } : then)),
          },
        }),
        options: build.options.map((option, place) => (place === index ? { ...option, name } : option)),
      });
    },

    removeOption(index: number): void {
      const build = bench.document;
      if (!build || build.options.length < 2) return;
      const gone = build.options[index]?.name;
      const { chosen, decided, ...rest } = build;
      bench.edit({
        ...rest,
        ...(chosen === gone ? {} : { chosen, ...(decided && { decided }) }),
        options: build.options.filter((_, place) => place !== index),
      });
      bench.optionIndex = Math.min(bench.optionIndex, build.options.length - 2);
    },
  };
}
