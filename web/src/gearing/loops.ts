// Outlines for drawing a pair of wheels to scale. Geometry of the picture only.

export interface Wheel {
  x: number;
  y: number;
  r: number;
}

/** The path of a belt or chain tight round two wheels that stand side by side. */
export function loopPath(a: Wheel, b: Wheel): string {
  const apart = b.x - a.x;
  const lean = Math.max(-1, Math.min(1, (a.r - b.r) / apart));
  const up = Math.sqrt(1 - lean * lean);
  const at = (wheel: Wheel, sign: number) => `${wheel.x + wheel.r * lean} ${wheel.y + sign * wheel.r * up}`;
  const wide = (wheel: Wheel, first: boolean) => (first ? lean < 0 : lean > 0) || wheel.r === 0;
  return [
    `M ${at(a, -1)}`,
    `L ${at(b, -1)}`,
    `A ${b.r} ${b.r} 0 ${wide(b, true) ? 1 : 0} 1 ${at(b, 1)}`,
    `L ${at(a, 1)}`,
    `A ${a.r} ${a.r} 0 ${wide(a, false) ? 1 : 0} 1 ${at(a, -1)} Z`,
  ].join(" ");
}

/** Teeth as short ticks on a circle. */
export function teethPath(wheel: Wheel, teeth: number, length: number): string {
  const ticks = [];
  for (let tooth = 0; tooth < teeth; tooth += 1) {
    const angle = (2 * Math.PI * tooth) / teeth;
    const [x, y] = [Math.cos(angle), Math.sin(angle)];
    const [inner, outer] = [wheel.r - length / 2, wheel.r + length / 2];
    ticks.push(
      `M ${wheel.x + inner * x} ${wheel.y + inner * y} L ${wheel.x + outer * x} ${wheel.y + outer * y}`,
    );
  }
  return ticks.join(" ");
}
