// The one place for units: which quantity a document key holds, how it is shown, what may be typed.
// Documents stay SI (by the ending of each key); this is display only.

/** A unit: value in document unit = typed · factor + offset. */
export interface Unit {
  symbol: string;
  /** Other ways people write it, lower case. */
  also?: string[];
  factor: number;
  offset?: number;
}

export type Quantity =
  | "speed"
  | "fastSpeed"
  | "length"
  | "smallLength"
  | "area"
  | "wireArea"
  | "mass"
  | "torque"
  | "rotation"
  | "power"
  | "voltage"
  | "current"
  | "resistance"
  | "capacity"
  | "energy"
  | "time"
  | "minutes"
  | "temperature"
  | "inertia"
  | "percent"
  | "share"
  | "cRate"
  | "angle"
  | "kv"
  | "force"
  | "thermalResistance"
  | "heatCapacity"
  | "rate"
  | "count"
  | "plain";

const INCH = 0.0254;
const POUND = 0.45359237;
const G = 9.80665;

/** Every unit by quantity; the first is the document's own unless the ending of the key says otherwise. */
export const UNITS: Record<Quantity, Unit[]> = {
  speed: [
    { symbol: "m/s", also: ["mps"], factor: 1 },
    { symbol: "km/h", also: ["kmh", "kph"], factor: 1 / 3.6 },
    { symbol: "mph", also: ["mi/h"], factor: 0.44704 },
    { symbol: "ft/s", also: ["fps"], factor: 0.3048 },
    { symbol: "in/s", factor: INCH },
    { symbol: "m/min", factor: 1 / 60 },
    { symbol: "ft/min", also: ["fpm"], factor: 0.3048 / 60 },
  ],
  fastSpeed: [
    { symbol: "m/s", also: ["mps"], factor: 1 },
    { symbol: "km/h", also: ["kmh", "kph"], factor: 1 / 3.6 },
    { symbol: "mph", also: ["mi/h"], factor: 0.44704 },
    { symbol: "ft/s", also: ["fps"], factor: 0.3048 },
    { symbol: "ft/min", also: ["fpm"], factor: 0.3048 / 60 },
    { symbol: "m/min", factor: 1 / 60 },
  ],
  length: [
    { symbol: "m", factor: 1 },
    { symbol: "mm", factor: 1e-3 },
    { symbol: "cm", factor: 1e-2 },
    { symbol: "in", also: ['"', "inch", "inches"], factor: INCH },
    { symbol: "ft", also: ["'", "foot", "feet"], factor: 0.3048 },
  ],
  smallLength: [
    { symbol: "mm", factor: 1 },
    { symbol: "cm", factor: 10 },
    { symbol: "m", factor: 1000 },
    { symbol: "in", also: ['"', "inch", "inches"], factor: 25.4 },
    { symbol: "ft", also: ["'", "foot", "feet"], factor: 304.8 },
  ],
  area: [
    { symbol: "m²", also: ["m2", "m^2", "sqm"], factor: 1 },
    { symbol: "ft²", also: ["ft2", "ft^2", "sqft"], factor: 0.09290304 },
    { symbol: "cm²", also: ["cm2", "cm^2"], factor: 1e-4 },
  ],
  wireArea: [{ symbol: "mm²", also: ["mm2", "mm^2", "sqmm"], factor: 1 }],
  mass: [
    { symbol: "kg", factor: 1 },
    { symbol: "g", also: ["gram", "grams"], factor: 1e-3 },
    { symbol: "lb", also: ["lbs", "pound", "pounds"], factor: POUND },
    { symbol: "oz", factor: POUND / 16 },
  ],
  torque: [
    { symbol: "N·m", also: ["nm", "n.m", "n*m"], factor: 1 },
    { symbol: "mN·m", also: ["mnm", "mn.m"], factor: 1e-3 },
    { symbol: "N·cm", also: ["ncm", "n.cm"], factor: 1e-2 },
    { symbol: "kgf·cm", also: ["kgfcm", "kgf.cm", "kgcm", "kg.cm", "kg·cm"], factor: G * 1e-2 },
    { symbol: "gf·cm", also: ["gfcm", "gf.cm", "gcm", "g.cm", "g·cm"], factor: G * 1e-5 },
    {
      symbol: "ozf·in",
      also: ["ozfin", "ozf.in", "ozin", "oz.in", "oz-in", "oz·in"],
      factor: (POUND / 16) * G * INCH,
    },
    {
      symbol: "lbf·ft",
      also: ["lbfft", "lbf.ft", "lbft", "lb.ft", "lb-ft", "ft.lb", "ft-lb"],
      factor: POUND * G * 0.3048,
    },
    { symbol: "lbf·in", also: ["lbfin", "lbf.in", "lbin", "lb.in", "lb-in"], factor: POUND * G * INCH },
  ],
  rotation: [
    { symbol: "rpm", also: ["1/min", "/min", "u/min", "r/min"], factor: 1 },
    { symbol: "1/s", also: ["hz", "rps", "/s", "turns/s"], factor: 60 },
    { symbol: "rad/s", factor: 30 / Math.PI },
    { symbol: "krpm", factor: 1000 },
  ],
  power: [
    { symbol: "W", factor: 1 },
    { symbol: "kW", factor: 1000 },
    { symbol: "mW", factor: 1e-3 },
    { symbol: "hp", factor: 745.6998715822702 },
  ],
  voltage: [
    { symbol: "V", also: ["volt", "volts"], factor: 1 },
    { symbol: "mV", factor: 1e-3 },
  ],
  current: [
    { symbol: "A", also: ["amp", "amps"], factor: 1 },
    { symbol: "mA", factor: 1e-3 },
  ],
  resistance: [
    { symbol: "Ω", also: ["ohm", "ohms", "r"], factor: 1 },
    { symbol: "mΩ", also: ["mohm", "mohms", "milliohm"], factor: 1e-3 },
    { symbol: "kΩ", also: ["kohm"], factor: 1e3 },
  ],
  capacity: [
    { symbol: "Ah", factor: 1 },
    { symbol: "mAh", factor: 1e-3 },
  ],
  energy: [
    { symbol: "Wh", factor: 1 },
    { symbol: "kWh", factor: 1000 },
  ],
  time: [
    { symbol: "s", also: ["sec"], factor: 1 },
    { symbol: "ms", factor: 1e-3 },
    { symbol: "min", factor: 60 },
  ],
  minutes: [
    { symbol: "min", also: ["minutes"], factor: 1 },
    { symbol: "h", also: ["hour", "hours"], factor: 60 },
    { symbol: "s", also: ["sec"], factor: 1 / 60 },
  ],
  temperature: [
    { symbol: "°C", also: ["c", "degc"], factor: 1 },
    { symbol: "°F", also: ["f", "degf"], factor: 5 / 9, offset: -160 / 9 },
    { symbol: "K", factor: 1, offset: -273.15 },
  ],
  inertia: [
    { symbol: "kg·m²", also: ["kgm2", "kg.m2", "kg*m2", "kg·m2"], factor: 1 },
    { symbol: "g·cm²", also: ["gcm2", "g.cm2", "g*cm2", "g·cm2"], factor: 1e-7 },
    { symbol: "kg·cm²", also: ["kgcm2", "kg.cm2", "kg·cm2"], factor: 1e-4 },
  ],
  percent: [{ symbol: "%", also: ["percent"], factor: 1 }],
  share: [
    { symbol: "", factor: 1 },
    { symbol: "%", factor: 0.01 },
  ],
  cRate: [{ symbol: "C", factor: 1 }],
  angle: [{ symbol: "°", also: ["deg"], factor: 1 }],
  kv: [{ symbol: "rpm/V", also: ["kv"], factor: 1 }],
  force: [
    { symbol: "N", factor: 1 },
    { symbol: "lbf", factor: POUND * G },
  ],
  thermalResistance: [{ symbol: "K/W", also: ["c/w"], factor: 1 }],
  heatCapacity: [{ symbol: "J/K", factor: 1 }],
  rate: [{ symbol: "1/s", also: ["/s"], factor: 1 }],
  count: [{ symbol: "", factor: 1 }],
  plain: [{ symbol: "", factor: 1 }],
};

/** Endings of document keys, longest first, with the quantity they hold. */
const ENDINGS: [string, Quantity][] = [
  ["_v_per_cell", "voltage"],
  ["_rpm_per_v", "kv"],
  ["_k_per_w", "thermalResistance"],
  ["_j_per_k", "heatCapacity"],
  ["_kg_m2", "inertia"],
  ["_percent", "percent"],
  ["_area_m2", "area"],
  ["_mm2", "wireArea"],
  ["_m_s", "speed"],
  ["_rpm", "rotation"],
  ["_ohm", "resistance"],
  ["_deg", "angle"],
  ["_min", "minutes"],
  ["_mm", "smallLength"],
  ["_kg", "mass"],
  ["_nm", "torque"],
  ["_ah", "capacity"],
  ["_wh", "energy"],
  ["_w", "power"],
  ["_v", "voltage"],
  ["_a", "current"],
  ["_c", "temperature"],
  ["_s", "time"],
  ["_m", "length"],
  ["_n", "force"],
];

/** Keys whose ending would mislead, or that have none. */
const BY_KEY: Record<string, Quantity> = {
  // Tips, projectiles and ropes are told in m/s or ft/s, whatever the road speed is told in.
  target_tip_speed_m_s: "fastSpeed",
  tip_speed_m_s: "fastSpeed",
  lift_speed_m_s: "fastSpeed",
  speed_m_s: "fastSpeed",
  continuous_c: "cRate",
  burst_c: "cRate",
  max_charge_c: "cRate",
  per_second: "rate",
  duty_cycle: "share",
  efficiency: "share",
  transfer_efficiency: "share",
  usable_fraction: "share",
  driven_weight_share: "share",
  max_duty: "share",
  length: "smallLength",
  width: "smallLength",
  height: "smallLength",
  area_mm2: "wireArea",
  drag_area_m2: "area",
};

/** The quantity a document key holds. */
export function quantityOf(key: string): Quantity {
  const known = BY_KEY[key];
  if (known) return known;
  return ENDINGS.find(([ending]) => key.endsWith(ending) || `_${key}` === ending)?.[1] ?? "plain";
}
