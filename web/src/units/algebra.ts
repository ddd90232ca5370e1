// Sums of figures with units, by a unit library that watches the dimensions. It is large and loaded when somebody types more
// than a number with its unit.
import {
  addDependencies,
  create,
  createUnitDependencies,
  divideDependencies,
  evaluateDependencies,
  multiplyDependencies,
  subtractDependencies,
  typeOfDependencies,
  unaryMinusDependencies,
  unaryPlusDependencies,
  type Unit as MathUnit,
  unitDependencies,
} from "mathjs";

const math = create(
  Object.assign(
    {},
    unitDependencies,
    createUnitDependencies,
    evaluateDependencies,
    addDependencies,
    subtractDependencies,
    typeOfDependencies,
    multiplyDependencies,
    divideDependencies,
    unaryMinusDependencies,
    unaryPlusDependencies,
  ),
);
// Units of the trade that the library does not have; the forces are exact (standard gravity).
math.createUnit("mph", "0.44704 m/s");
math.createUnit("gf", "0.00980665 N");
math.createUnit("ozf", "0.27801385095378125 N");
math.createUnit("rpm", "0.10471975511965977 rad/s");
math.createUnit("krpm", "1000 rpm");
math.createUnit("rps", "60 rpm");

export type { MathUnit };

/** The value of a sum; throws for what is none. */
export const evaluate = (text: string): unknown => math.evaluate(text);

/** A unit as the library writes it; throws for what it does not know. */
export const unit = (text: string): MathUnit => math.unit(text);

export function isUnit(value: unknown): value is MathUnit {
  return math.typeOf(value) === "Unit";
}
