// Names that must differ.

/** A name that none of the others has. */
export function freshName(wanted: string, taken: string[]): string {
  if (!taken.includes(wanted)) return wanted;
  for (let number = 2; ; number += 1) {
    const name = `${wanted} ${number}`;
    if (!taken.includes(name)) return name;
  }
}
