// Names that must differ, and the letters of options.

/** The letter of an option, as its tab has it. */
export const letterOf = (place: number): string => String.fromCharCode(65 + (place % 26));

/** A name that none of the others has. */
export function freshName(wanted: string, taken: string[]): string {
  if (!taken.includes(wanted)) return wanted;
  for (let number = 2; ; number += 1) {
    const name = `${wanted} ${number}`;
    if (!taken.includes(name)) return name;
  }
}
