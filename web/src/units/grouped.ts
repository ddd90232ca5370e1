// Numbers as people write them: groups of three with blanks, apostrophes or commas, and a k for thousand.

/** What the commas of an entry may mean: one reading, or two where a comma and three digits can be either. */
export interface Readings {
  /** As thousands where the comma may be one, else the only reading. */
  text: string;
  /** The same with the comma as a decimal point; absent where there is nothing to choose. */
  decimal?: string;
  /** The same with points and three digits behind as thousands; absent without such points. */
  pointed?: string;
}

const BLANKS = "[ \\u00a0\\u2009\\u202f'’]";
/** 25 000, 1'500: groups of three, and no fraction behind the last. */
const SPACED = new RegExp(`(?<![\\d.,])(\\d{1,3})((?:${BLANKS}\\d{3})+)(?![\\d'’]|\\s*\\/\\s*\\d)`, "gu");
/** 25k, 2.2 k, 25K: a thousand times; not the k of a unit, and no kelvin. */
const THOUSANDS = /(\d+(?:[.,]\d+)?)(?:\s?k|K)(?![A-Za-zµμΩΩ°]|\s*\/)/gu;
/** Commas that can only part thousands: two of them, or a decimal point behind. */
const SURELY_GROUPED =
  /(?<![\d.,])\d{1,3}(?:,\d{3}){2,}(?:\.\d+)?(?![\d,])|(?<![\d.,])\d{1,3}(?:,\d{3})+\.\d+(?![\d,])/gu;
/** Points that part thousands before a decimal comma: 1.500,5. */
const POINTED = /(?<![\d.,])\d{1,3}(?:\.\d{3})+,\d+(?![\d.,])/gu;
/** One comma and exactly three digits: either. A leading nought is no thousand, and a number with an exponent has no groups. */
const EITHER = /(?<![\d.,])([1-9]\d{0,2}),(\d{3})(?![\d.,]|[eE][+-]?\d)/gu;

/** The same with a point, which is a decimal point wherever that is usual for the field. */
const EITHER_POINT = /(?<![\d.,])([1-9]\d{0,2})\.(\d{3})(?![\d.,]|[eE][+-]?\d)/gu;

/** Reads how the numbers of an entry are grouped; a decimal comma becomes a point. */
export function readings(entry: string, quantity: string): Readings {
  const thousands = quantity === "temperature" ? /(?!)/gu : THOUSANDS;
  const plain = entry
    .replace(SPACED, (_, first: string, rest: string) => first + rest.replace(/\D/gu, ""))
    .replace(POINTED, (found) => found.replaceAll(".", "").replace(",", "."))
    .replace(SURELY_GROUPED, (found) => found.replaceAll(",", ""))
    .replace(thousands, (_, number: string) => `(${number.replace(",", ".")}*1000)`);
  const withPoint = (text: string) => text.replace(/(\d),(\d)/gu, "$1.$2");
  const grouped = plain.replace(EITHER, "$1$2");
  if (grouped !== plain) return { text: withPoint(grouped), decimal: withPoint(plain) };
  const pointed = plain.replace(EITHER_POINT, "$1$2");
  return pointed === plain ? { text: withPoint(plain) } : { text: plain, pointed };
}
