// A measured figure for reading: in the units people chose where the bench speaks of the same quantity.
import type { Schemas } from "../api/client";
import { figures, type Shown, shown } from "../units/quantity";
import { quantityOf, UNITS } from "../units/units";

export function shownFigure(figure: Schemas["Figure"]): Shown {
  if (figure.key === "charge_left") return { text: figures(100 * figure.value, 3), unit: "%" };
  const quantity = quantityOf(figure.key);
  // A key may end like a quantity and be none: newton-metre-seconds are no seconds.
  const known = UNITS[quantity][0]?.symbol === figure.unit && figure.unit !== "";
  return known ? shown(quantity, figure.value, 4) : { text: figures(figure.value, 4), unit: figure.unit };
}
