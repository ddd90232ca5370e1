// The readings of one list of a sheet: those that stand, the one that is being typed, and what instruments read of it.
import { computed, nextTick, ref, watch } from "vue";
import type { Schemas } from "../api/client";
import { FIELDS } from "../api/fields.gen";
import type { FieldMeta } from "../api/fields";
import { draftEntry, keepEntry } from "../saving/drafts";
import { useInstruments } from "./instruments";
import { kindOf, type ReadingList } from "./kinds";
import { useSheet } from "./sheet";

export type Reading = number | Record<string, unknown>;

export const valueOf = (reading: Reading, key: string) =>
  (typeof reading === "number" ? reading : reading[key]) as number | string | null | undefined;
export const amount = (value: unknown) => (typeof value === "number" ? value : null);

/** The record of one reading, by the kind of sheet. */
const RECORDS: Record<string, string> = {
  locked_rotor: "LockedPoint",
  no_load_sweep: "SweepPoint",
  spin_test: "SpinPoint",
  pack_resistance: "PackPoint",
  capacity: "DischargePoint",
  coast_down: "CoastPoint",
  generator_test: "GeneratorPoint",
  identify: "UnknownMotor",
  heat_run: "HeatPoint",
  loaded_currents: "LoadedMotor",
  free_sheet: "FreeReading",
};
/** Which instrument reads it, and where it stands in what was read. */
const ROLE_OF: Record<Schemas["ReadingWanted"], Schemas["Role"]> = {
  voltage: "supply",
  current: "supply",
  meter_voltage: "meter",
  rpm: "tachometer",
  resistance: "meter",
  temperature: "thermometer",
};
const KEY_OF = {
  voltage: "voltage_v",
  current: "current_a",
  meter_voltage: "meter_v",
  rpm: "rpm",
  resistance: "resistance_ohm",
  temperature: "temperature_c",
} as const satisfies Record<Schemas["ReadingWanted"], keyof Schemas["Readings"]>;
const PLAIN: Record<string, { min: number; max: number }> = {
  resistance_ohm: { min: -10, max: 1e6 },
  voltage_v: { min: 0, max: 1000 },
  force_n: { min: 0, max: 1e5 },
  grade_percent: { min: 0, max: 100 },
};
/**
 * `kind` and `list` give the sheet's kind and the list; `focus` puts the focus on a column of the reading that is being typed.
 */
export function useReadings(kind: () => string, list: () => ReadingList, focus: (column: number) => void) {
  const sheet = useSheet();
  const plain = computed(() => list().columns[0]?.key === "");
  /** Whether a reading of this kind can say that the supply was in its limit. */
  const marksLimit = computed(() => "limited" in (FIELDS[RECORDS[kind()] ?? ""] ?? {}));
  const wasLimited = (reading: Reading) => typeof reading === "object" && reading.limited === true;
  const metas = computed<FieldMeta[]>(() =>
    list().columns.map(({ key, label, unit }) => {
      if (plain.value) return { label, help: "", required: true, ...PLAIN[unit] };
      const known = FIELDS[RECORDS[kind()] ?? ""]?.[key];
      return known ?? { label, help: "", required: false, min: -1e9, max: 1e9 };
    }),
  );

  const readings = computed(() => (sheet.get(`/${list().key}`) as Reading[] | undefined) ?? []);
  const nameOf = (place: number) => `${list().key}/${place}`;
  const pointerOf = (place: number, key: string) => `/${nameOf(place)}${key ? `/${key}` : ""}`;

  function change(place: number, column: number, value: unknown): void {
    const { key } = list().columns[column] ?? { key: "" };
    const empty = value === null || value === "";
    // A figure that must be there keeps what stood there until another is typed.
    if (empty && metas.value[column]?.required) return;
    sheet.set(pointerOf(place, key), empty ? undefined : value);
  }

  // ---- the reading that is being typed

  /** The half-typed reading is kept in the browser: it is no part of the sheet before it is whole. */
  const entry = computed(() => `${sheet.id} ${list().key}`);
  const kept = () => draftEntry(entry.value, list().columns.length) ?? list().columns.map(() => null);
  const fresh = ref<(number | string | null)[]>(kept());
  watch(fresh, (now) => keepEntry(entry.value, now), { deep: true });
  // Another list, or other columns, have a reading of their own.
  watch([entry, () => list().columns.length], () => (fresh.value = kept()), { flush: "sync" });
  const lacking = ref<string | null>(null);

  /** Places of the columns that are needed and empty. */
  const missing = () =>
    list().columns.flatMap((_, at) =>
      metas.value[at]?.required && (fresh.value[at] ?? "") === "" ? [at] : [],
    );

  function add(): void {
    // The clock knows the time of a reading that is typed now.
    fresh.value.forEach((value, at) => {
      if (sources.value[at] === "clock" && (value ?? "") === "") fresh.value[at] = sinceFirst();
    });
    const lacks = missing();
    if (lacks.length > 0) {
      lacking.value = `${lacks.map((at) => list().columns[at]?.label).join(" and ")} is needed`;
      return;
    }
    lacking.value = null;
    const given = list().columns.map(({ key }, at) => [key, fresh.value[at]] as const);
    const reading = plain.value
      ? (fresh.value[0] as number)
      : {
          ...Object.fromEntries(given.filter(([, value]) => value !== null && value !== "")),
          ...(limited.value && marksLimit.value && { limited: true }),
        };
    limited.value = false;
    sheet.set(`/${list().key}`, [...readings.value, reading], null);
    fresh.value = list().columns.map(() => null);
    void nextTick(() => focus(0));
  }

  // ---- read by the instruments

  const instruments = useInstruments();
  /** What reads each column: each instrument is enough for its own. */
  const sources = computed(() => {
    const reads = kindOf(kind())?.reads ?? {};
    return list().columns.map(({ key }) => {
      const wanted = reads[key];
      return wanted && (wanted === "clock" || instruments.has(ROLE_OF[wanted])) ? wanted : null;
    });
  });
  const readable = computed(() => sources.value.some((source) => source !== null && source !== "clock"));
  const busy = ref(false);
  /** The moment that the clock of this list counts from, kept with the sheet while the browser is open. */
  const clock = () => `clock of ${entry.value}`;

  function sinceFirst(): number {
    const now = Date.now();
    const last = readings.value.at(-1);
    const first = sessionStorage.getItem(clock());
    if (first !== null && readings.value.length > 0) return Math.round((now - Number(first)) / 1000);
    // A list that was begun by hand goes on from its last reading.
    const from = last === undefined ? 0 : Number(valueOf(last, "t_s") ?? 0);
    sessionStorage.setItem(clock(), String(now - 1000 * from));
    return from;
  }

  /** What came with the reading that is being typed: it was taken in the current limit. */
  const limited = ref(false);

  /** One reading of every column that an instrument reads, added at once where nothing is left to type. */
  async function readIn(): Promise<void> {
    if (busy.value || !readable.value) return;
    busy.value = true;
    if (instruments.simulated && kind() === "winding_resistance") {
      // What hands do at a real bench: hold the leads together, or turn the rotor a little.
      const leads = list().key === "lead_readings_ohm";
      await instruments.simulate({
        leads_shorted: leads,
        ...(!leads && { turn_deg: 20 + Math.random() * 320 }),
      });
    }
    const read = await instruments.read(
      sources.value.flatMap((source) => (source === null || source === "clock" ? [] : [source])),
    );
    busy.value = false;
    if (!read) return;
    fresh.value = sources.value.map((source, at) => {
      if (source === null) return fresh.value[at] ?? null;
      return source === "clock" ? sinceFirst() : read[KEY_OF[source]];
    });
    limited.value = read.limited === true;
    if (missing().length === 0) add();
    else void nextTick(() => focus(missing()[0] ?? 0));
  }

  return {
    metas,
    readings,
    nameOf,
    wasLimited,
    change,
    fresh,
    lacking,
    missing,
    add,
    sources,
    readable,
    busy,
    readIn,
  };
}
