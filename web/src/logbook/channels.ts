// What a column of a logger's table can be, as a rider says it.
import type { Schemas } from "../api/client";

export const CHANNELS: { word: Schemas["Channel"]; said: string }[] = [
  { word: "time", said: "time" },
  { word: "date", said: "date" },
  { word: "speed", said: "speed" },
  { word: "distance", said: "way" },
  { word: "grade", said: "grade" },
  { word: "altitude", said: "height" },
  { word: "motor_current", said: "motor current" },
  { word: "supply_current", said: "battery current" },
  { word: "supply_voltage", said: "battery voltage" },
  { word: "supply_power", said: "battery power" },
  { word: "charge_drawn", said: "charge drawn" },
  { word: "winding", said: "winding" },
  { word: "case", said: "motor case" },
  { word: "controller", said: "controller" },
  { word: "battery", said: "battery temperature" },
];
