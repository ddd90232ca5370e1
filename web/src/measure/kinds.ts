// The sheets of the bench in the order one works: what each needs, how it is done, what is typed into it.
import type { Schemas } from "../api/client";

export interface ReadingList {
  key: string;
  title: string;
  /** Keys of one reading, in the order they are typed; a single empty key for a plain number. */
  columns: {
    key: string;
    label: string;
    /** Key whose unit is meant. */ unit: string;
    text?: boolean;
    flag?: boolean;
  }[];
  /** What to do between two readings. */
  hint?: string;
}

export interface SheetKind {
  kind: string;
  title: string;
  answers: string;
  needs: string[];
  steps: string[];
  caution?: string;
  /** The things on the bench, joined from left to right, and by how many leads. */
  scene: { things: string[]; leads: number };
  fields: { key: string; label: string; help?: string }[];
  lists: ReadingList[];
  start: Record<string, unknown>;
  /** What an instrument reads of a column, by its key; the clock counts from the first reading. */
  reads?: Record<string, Schemas["ReadingWanted"] | "clock">;
  /** A chemistry or a way of wiring to choose. */
  choice?: { key: string; label: string };
}

const LITHIUM =
  "A pack can give hundreds of amps into a short: fuse near the pack, something that does not burn under it, somebody there.";

export const KINDS: SheetKind[] = [
  {
    kind: "winding_resistance",
    title: "Winding resistance",
    answers: "ohms of the winding, and the current when it is held still",
    needs: ["a meter that shows tenths of an ohm", "a mark on the shaft"],
    steps: [
      "Nothing but the meter is connected.",
      "Hold the two leads of the meter together and read them, three times.",
      "Read the motor; turn the rotor a little and read again, five times or more. Three leads: between any two.",
    ],
    scene: { things: ["meter Ω", "motor"], leads: 2 },
    fields: [
      { key: "supply_v", label: "Volts it will run on" },
      { key: "temperature_c", label: "Winding temperature" },
      { key: "meter_step_ohm", label: "Step of the meter" },
    ],
    lists: [
      {
        key: "lead_readings_ohm",
        title: "Leads held together",
        columns: [{ key: "", label: "leads", unit: "resistance_ohm" }],
      },
      {
        key: "motor_readings_ohm",
        title: "Winding",
        columns: [{ key: "", label: "winding", unit: "resistance_ohm" }],
        hint: "turn the rotor a little before the next",
      },
    ],
    start: { motor_readings_ohm: [] },
    reads: { "": "resistance" },
  },
  {
    kind: "locked_rotor",
    title: "Held still",
    answers: "ohms where a meter is too coarse, and what the brushes take",
    needs: ["a supply with a current limit", "a clamp for the shaft", "two meters, or the supply's own"],
    steps: [
      "Clamp the shaft so that it cannot turn. Start at the lowest voltage.",
      "Switch on for two seconds, read volts at the motor and amps, switch off.",
      "Let it cool; four steps or more, each a little higher.",
    ],
    caution:
      "A motor that is held still turns everything into heat: two seconds, then off. Keep fingers off the clamp.",
    scene: { things: ["supply", "A", "motor, clamped"], leads: 2 },
    fields: [
      { key: "supply_v", label: "Volts it will run on" },
      { key: "temperature_c", label: "Winding temperature" },
    ],
    lists: [
      {
        key: "points",
        title: "Steps",
        columns: [
          { key: "voltage_v", label: "volts at the motor", unit: "voltage_v" },
          { key: "current_a", label: "amps", unit: "current_a" },
        ],
        hint: "off, and let it cool",
      },
    ],
    start: { points: [] },
    reads: { voltage_v: "voltage", current_a: "current" },
  },
  {
    kind: "no_load_sweep",
    title: "Speed without load",
    answers: "Kv, friction, no-load current",
    needs: ["a supply", "a meter for amps", "a tachometer"],
    steps: [
      "Nothing on the shaft; the motor held down.",
      "Set a voltage, wait until the speed is steady, read volts at the motor, amps and rpm.",
      "Four voltages or more, from a quarter to the whole; one alone does, with a wider error.",
    ],
    caution: "A free rotor runs fast: eye protection, nothing loose near it.",
    scene: { things: ["supply", "A", "motor", "tachometer"], leads: 2 },
    fields: [
      { key: "resistance_ohm", label: "Winding resistance" },
      { key: "brush_drop_v", label: "Brush drop" },
      { key: "shaft", label: "Which shaft is the speed read at?" },
      { key: "gear_ratio", label: "Its gearbox, 1 to" },
    ],
    lists: [
      {
        key: "points",
        title: "Points",
        columns: [
          { key: "voltage_v", label: "volts", unit: "voltage_v" },
          { key: "current_a", label: "amps", unit: "current_a" },
          { key: "rpm", label: "rpm", unit: "target_rpm" },
        ],
        hint: "wait until the speed is steady",
      },
    ],
    start: { resistance_ohm: 0.1, points: [] },
    reads: { voltage_v: "voltage", current_a: "current", rpm: "rpm" },
  },
  {
    kind: "spin_test",
    title: "Spun by a drill",
    answers: "Kv from the volts it gives; what it would be as a generator",
    needs: ["a drill with a known speed, or a tachometer", "a meter for volts"],
    steps: [
      "The motor's leads open, only the meter on them. Three leads: the meter on any two, set to alternating volts.",
      "Turn it at a steady speed, read rpm and volts.",
      "Three speeds or more.",
    ],
    caution: "Clamp the motor, no loose sleeves. A high-voltage motor gives volts that can hurt.",
    scene: { things: ["drill", "motor", "meter V"], leads: 2 },
    fields: [
      { key: "shaft", label: "Which shaft is turned?" },
      { key: "gear_ratio", label: "Its gearbox, 1 to" },
    ],
    choice: { key: "wiring", label: "Leads" },
    lists: [
      {
        key: "points",
        title: "Points",
        columns: [
          { key: "rpm", label: "rpm", unit: "target_rpm" },
          { key: "voltage_v", label: "volts", unit: "voltage_v" },
        ],
      },
    ],
    start: { wiring: "brushed", points: [] },
    reads: { rpm: "rpm", voltage_v: "meter_voltage" },
  },
  {
    kind: "identify",
    title: "Which motor is it",
    answers: "which of the shelf's motors an unknown one is, and how sure that is",
    needs: ["a supply and a tachometer", "a meter, a scale", "the same propeller for all, or none"],
    steps: [
      "Run each unknown motor at the same voltage, free or with the same propeller.",
      "Write down what can be read of it; leave the rest empty.",
      "Pick the motors of the shelf that it may be.",
    ],
    caution: "A propeller cuts: guard it, stand out of its plane.",
    scene: { things: ["supply", "A", "unknown", "tachometer"], leads: 2 },
    fields: [],
    lists: [
      {
        key: "unknowns",
        title: "Unknown motors",
        columns: [
          { key: "label", label: "name", unit: "", text: true },
          { key: "voltage_v", label: "volts", unit: "voltage_v" },
          { key: "current_a", label: "amps", unit: "current_a" },
          { key: "rpm", label: "rpm", unit: "target_rpm" },
          { key: "resistance_ohm", label: "ohms", unit: "resistance_ohm" },
          { key: "mass_kg", label: "weighs", unit: "mass_kg" },
        ],
      },
    ],
    start: { unknowns: [], candidates: [] },
    reads: { voltage_v: "voltage", current_a: "current", rpm: "rpm", resistance_ohm: "resistance" },
  },
  {
    kind: "loaded_currents",
    title: "Currents under load",
    answers: "which of alike motors drags or is weak; how unlike ones compare; what they take together",
    needs: ["a supply", "a meter for amps", "the same load for each"],
    steps: [
      "Say whether the motors are meant to be alike: only alike ones are judged by each other.",
      "Put the same load on each motor, one after the other: the same wheel on the same ground, the same propeller.",
      "Read the amps once it runs steadily.",
    ],
    caution:
      "Clamp the motor before it has a propeller or a wheel on it. A propeller cuts: guard it, stand out of its plane.",
    scene: { things: ["supply", "A", "motor", "load"], leads: 2 },
    choice: { key: "motors_are", label: "The motors are meant to be" },
    fields: [
      { key: "supply_v", label: "Supply" },
      { key: "pack_ah", label: "Pack they are to run on" },
    ],
    lists: [
      {
        key: "readings",
        title: "Motors",
        columns: [
          { key: "label", label: "name", unit: "", text: true },
          { key: "current_a", label: "amps", unit: "current_a" },
        ],
      },
    ],
    start: { readings: [] },
    reads: { current_a: "current" },
  },
  {
    kind: "cell_voltages",
    title: "Cells at rest",
    answers: "charge left, imbalance, where alarm and stop stand",
    needs: ["a meter or a cell checker", "an hour of rest"],
    steps: [
      "Let the pack rest for an hour.",
      "Read every cell at the balance lead, or the whole pack divided by its cells.",
    ],
    caution:
      "Do not short the balance lead. A cell that is puffed, hot or far too low is not charged: follow the maker and local rules.",
    scene: { things: ["pack", "meter V"], leads: 2 },
    choice: { key: "chemistry", label: "Chemistry" },
    fields: [
      { key: "cutoff_v_per_cell", label: "Stop voltage per cell" },
      { key: "pack_v", label: "Or the whole pack" },
      { key: "cells_series", label: "of so many cells" },
    ],
    lists: [{ key: "voltages_v", title: "Cells", columns: [{ key: "", label: "cell", unit: "voltage_v" }] }],
    start: { chemistry: "lipo", voltages_v: [] },
    reads: { "": "meter_voltage" },
  },
  {
    kind: "pack_resistance",
    title: "Pack resistance",
    answers: "ohms of a cell, and so the sag",
    needs: ["two loads that differ much: lamps, heaters, a motor", "meters for amps and volts"],
    steps: [
      "Read the pack at rest: amps 0.",
      "Put a load on for five seconds, read amps and volts at the pack, take it off.",
      "Three loads or more.",
    ],
    caution: LITHIUM,
    scene: { things: ["pack", "fuse", "A", "load"], leads: 2 },
    fields: [
      { key: "cells_series", label: "Cells in series" },
      { key: "packs_parallel", label: "Packs in parallel" },
    ],
    lists: [
      {
        key: "points",
        title: "Points",
        columns: [
          { key: "current_a", label: "amps", unit: "current_a" },
          { key: "voltage_v", label: "volts at the pack", unit: "voltage_v" },
        ],
        hint: "load off for a minute",
      },
    ],
    start: { cells_series: 6, points: [] },
    reads: { voltage_v: "meter_voltage" },
  },
  {
    kind: "capacity",
    title: "Capacity",
    answers: "amp-hours it really holds",
    needs: ["a load of about a fifth of the capacity", "meters, a clock", "the stop voltage"],
    steps: [
      "Charge it full and let it rest.",
      "Switch the load on, note the time, amps and volts now and then.",
      "Stop at the stop voltage, not below.",
    ],
    caution: LITHIUM,
    scene: { things: ["pack", "fuse", "A", "load"], leads: 2 },
    fields: [{ key: "rated_ah", label: "Written on it" }],
    lists: [
      {
        key: "points",
        title: "Moments",
        columns: [
          { key: "t_s", label: "time", unit: "t_s" },
          { key: "current_a", label: "amps", unit: "current_a" },
          { key: "voltage_v", label: "volts", unit: "voltage_v" },
        ],
      },
    ],
    start: { points: [] },
    reads: { t_s: "clock", voltage_v: "meter_voltage" },
  },
  {
    kind: "coast_down",
    title: "Rolling out",
    answers: "rolling resistance and drag",
    needs: ["a level way without wind", "a speed reading or a film", "the drive off or disconnected"],
    steps: [
      "Bring it up to speed, take the drive off.",
      "Read time and speed while it rolls out, six times or more, from fast to slow.",
      "Both ways, as two sheets, and take the mean.",
    ],
    caution: "Off public roads, with brakes and a free way ahead; helmet on.",
    scene: { things: ["fast", "rolling free", "slow"], leads: 1 },
    fields: [
      { key: "mass_kg", label: "Machine and rider" },
      { key: "rotating_mass_kg", label: "Turning mass" },
    ],
    lists: [
      {
        key: "points",
        title: "Points",
        columns: [
          { key: "t_s", label: "time", unit: "t_s" },
          { key: "speed_m_s", label: "speed", unit: "speed_m_s" },
        ],
      },
    ],
    start: { mass_kg: 90, points: [] },
  },
  {
    kind: "pull_test",
    title: "Luggage scale",
    answers: "mass on the wheels and rolling resistance without riding",
    needs: ["a luggage scale", "level ground, or a slope"],
    steps: [
      "Lift one axle after the other with the scale, or give the mass.",
      "Pull it at a steady walking pace on the level, three times.",
      "Or find the slope it just rolls down steadily.",
    ],
    scene: { things: ["hand", "scale N", "machine"], leads: 1 },
    fields: [{ key: "mass_kg", label: "Mass, if known" }],
    lists: [
      {
        key: "wheel_loads_n",
        title: "Weight on each axle",
        columns: [{ key: "", label: "axle", unit: "force_n" }],
      },
      { key: "pull_n", title: "Pull on the level", columns: [{ key: "", label: "pull", unit: "force_n" }] },
      {
        key: "rolling_grade_percent",
        title: "Grade it just rolls down",
        columns: [{ key: "", label: "grade", unit: "grade_percent" }],
      },
    ],
    start: {},
  },
  {
    kind: "generator_test",
    title: "As a generator",
    answers: "volts and watts at each load, and the load that takes the most",
    needs: ["a drive with a known speed", "resistors or lamps", "a meter for volts"],
    steps: [
      "Drive it at a steady speed.",
      "Put on one load after the other, from light to heavy; read rpm and volts.",
      "With a torque arm or a drill of known watts the efficiency comes too.",
    ],
    caution: "Resistors get hot. When the load falls off, speed and volts jump.",
    scene: { things: ["drive", "generator", "load Ω"], leads: 2 },
    fields: [
      { key: "bridge_drop_v", label: "Lost at the bridge" },
      { key: "winding_ohm", label: "Winding, by meter" },
    ],
    lists: [
      {
        key: "points",
        title: "Loads",
        columns: [
          { key: "rpm", label: "rpm", unit: "target_rpm" },
          { key: "load_ohm", label: "load", unit: "resistance_ohm" },
          { key: "voltage_v", label: "volts", unit: "voltage_v" },
          { key: "torque_nm", label: "torque", unit: "torque_nm" },
          { key: "drive_power_w", label: "or drill watts", unit: "drive_power_w" },
        ],
      },
    ],
    start: { points: [] },
    reads: { rpm: "rpm", voltage_v: "meter_voltage" },
  },
  {
    kind: "heat_run",
    title: "Heat run",
    answers: "where each temperature is going, and whether to go on",
    needs: ["a thermometer that can be aimed or stuck on", "a clock"],
    steps: [
      "Run it gently for a short stage, stop, read motor, controller and battery at once.",
      "Three readings or more, then look whether to go on.",
    ],
    caution: "Hot parts burn. Stop at a smell, a hiss, or a temperature near its limit.",
    scene: { things: ["machine", "thermometer"], leads: 1 },
    fields: [
      { key: "ambient_c", label: "Air" },
      { key: "planned_s", label: "Planned" },
      { key: "motor_heat_w", label: "Heat in the motor" },
    ],
    lists: [
      {
        key: "points",
        title: "Readings",
        columns: [
          { key: "t_s", label: "time", unit: "planned_s" },
          { key: "motor_c", label: "motor", unit: "motor_c" },
          { key: "controller_c", label: "controller", unit: "controller_c" },
          { key: "battery_c", label: "battery", unit: "battery_c" },
        ],
      },
    ],
    start: { ambient_c: 20, planned_s: 1200, points: [] },
    reads: { t_s: "clock", motor_c: "temperature" },
  },
  {
    kind: "free_sheet",
    title: "Readings of your own",
    answers: "thrust on a scale, lowest volts in use, a temperature: columns with names of your own",
    needs: ["whatever reads it"],
    steps: [
      "Name the columns, each with its unit.",
      "Read, one after the other; leave empty what was not read.",
    ],
    caution: "A propeller that pulls on a scale cuts: clamp the stand, stand out of its plane.",
    scene: { things: ["machine", "what reads it"], leads: 1 },
    fields: [
      { key: "name_a", label: "First column" },
      { key: "name_b", label: "Second column" },
      { key: "name_c", label: "Third column" },
      { key: "name_d", label: "Fourth column" },
    ],
    lists: [
      {
        key: "readings",
        title: "Readings",
        columns: [
          { key: "words", label: "what", unit: "", text: true },
          { key: "a", label: "first", unit: "" },
          { key: "b", label: "second", unit: "" },
          { key: "c", label: "third", unit: "" },
          { key: "d", label: "fourth", unit: "" },
        ],
      },
    ],
    start: { name_a: "reading", readings: [] },
  },
];

/** The kind of a sheet; one with names of its own has its columns under them, and those that have one. */
export function kindOf(kind: string | undefined, sheet?: object | null): SheetKind | undefined {
  const known = KINDS.find((one) => one.kind === kind);
  if (known?.kind !== "free_sheet" || !sheet) return known;
  const names = sheet as Record<string, unknown>;
  const lists = known.lists.map((list) => ({
    ...list,
    columns: list.columns.flatMap((column) => {
      const name = column.text ? column.label : names[`name_${column.key}`];
      return typeof name === "string" && name !== "" ? [{ ...column, label: name }] : [];
    }),
  }));
  return { ...known, lists };
}
