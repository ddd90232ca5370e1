// A measured figure for reading: in the units people chose where the bench speaks of the same quantity, to the digit that its
// error allows.
import type { Schemas } from "../api/client";
import { displayUnit, figures } from "../units/quantity";
import { quantityOf, UNITS } from "../units/units";

type Figure = Schemas["Figure"];

export interface Measured {
  text: string;
  unit: string;
  /** Half of the 95 % interval in the same unit, and as a share of the value in per cent; null where nothing says it. */
  half: { text: string; share: string } | null;
}

/** So small a figure is said in millionths. */
const MILLIONTHS_BELOW = 1e-3;
const MOST_FIGURES = 4;

/** How a figure is scaled for reading. */
function scaled(figure: Figure): { factor: number; offset: number; unit: string } {
  if (figure.key === "charge_left") return { factor: 0.01, offset: 0, unit: "%" };
  const quantity = quantityOf(figure.key);
  // A key may end like a quantity and be none: newton-metre-seconds are no seconds.
  if (UNITS[quantity][0]?.symbol === figure.unit && figure.unit !== "") {
    const { factor, offset, symbol } = displayUnit(quantity, figure.value);
    return { factor, offset, unit: symbol };
  }
  const tiny = figure.unit !== "" && figure.value !== 0 && Math.abs(figure.value) < MILLIONTHS_BELOW;
  return tiny
    ? { factor: 1e-6, offset: 0, unit: `µ${figure.unit}` }
    : { factor: 1, offset: 0, unit: figure.unit };
}

/** A share of the figure below which an error is that of the sum, not of the readings. */
const NO_ERROR = 1e-6;

/** Places behind the point that an error allows: one figure of it, two where it begins with 1. */
function places(half: number, value: number): number {
  const size = Math.floor(Math.log10(half));
  const allowed = -size + (half / 10 ** size < 2 ? 1 : 0);
  // Never more than four figures of the value, however small the error.
  const most = MOST_FIGURES - 1 - Math.floor(Math.log10(Math.abs(value) || 1));
  return Math.min(allowed, most);
}

const rounded = (value: number, decimals: number) =>
  decimals >= 0
    ? value.toFixed(Math.min(decimals, 12))
    : String(Math.round(value / 10 ** -decimals) * 10 ** -decimals);

export function shownFigure(figure: Figure): Measured {
  const { factor, offset, unit } = scaled(figure);
  const value = (figure.value - offset) / factor;
  const [low, high] = figure.interval_95 ?? [];
  const half = low === undefined || high === undefined ? NaN : (high - low) / 2 / factor;
  // Readings on a line to the last place tell of no error: it hides in the places that were not written.
  if (!Number.isFinite(half) || half <= NO_ERROR * Math.abs(value) || value === 0) {
    return { text: figures(value, MOST_FIGURES - 1), unit, half: null };
  }
  const decimals = places(half, value);
  return {
    text: rounded(value, decimals),
    unit,
    half: { text: rounded(half, decimals), share: figures((100 * half) / Math.abs(value), 2) },
  };
}
