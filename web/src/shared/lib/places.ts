// A place in a document in words: whose part, which figure.
import type { Build } from "../../api/client";
import { FIELDS } from "../../api/fields.gen";
import { letterOf } from "./names";

/** The label of a key, whichever record has it. */
function label(key: string): string {
  const record = Object.values(FIELDS).find((fields) => fields[key]?.label);
  return record?.[key]?.label ?? key;
}

/** For example `A · wheels · Motor · Speed constant Kv` for a JSON pointer. */
export function placeInWords(document: object, pointer: string): string {
  const build = document as Partial<Build>;
  const steps = pointer.split("/").slice(1);
  const words: string[] = [];
  let drives = build.job?.drives.map(({ name }) => name) ?? [];
  for (let at = 0; at < steps.length; at += 1) {
    const step = steps[at] ?? "";
    const index = Number(steps[at + 1]);
    if (step === "options" && Number.isInteger(index)) {
      words.push(letterOf(index));
      drives = build.options?.[index]?.drives.map(({ drive }) => drive) ?? [];
      at += 1;
    } else if (step === "drives" && Number.isInteger(index)) {
      words.push(drives[index] ?? "drive");
      at += 1;
    } else if (Number.isInteger(Number(step))) {
      words.push(String(Number(step) + 1));
    } else {
      words.push(label(step));
    }
  }
  return words.join(" · ");
}

/** The figure a pointer ends in, in words. */
export function keyInWords(pointer: string): string {
  return label(pointer.split("/").at(-1) ?? "").toLowerCase();
}

/** A pointer without the build it points into: the option by its letter, and the figure; for example `A · Brush drop`. */
export function pointerInWords(pointer: string): string {
  const option = /\/options\/(\d+)/.exec(pointer)?.[1];
  const key = pointer.split("/").findLast((step) => step !== "" && !Number.isInteger(Number(step)));
  const words = [option === undefined ? "" : letterOf(Number(option)), key ? label(key) : ""];
  return words.filter(Boolean).join(" · ") || "the document";
}

/** A sentence about a document with the keys of fields as their labels: `continuous_c` is "continuous rating". */
export function keysAsLabels(sentence: string): string {
  return sentence.replace(/\b[a-z]+(?:_[a-z0-9]+)+\b/g, (key) => {
    const words = label(key);
    return words === key ? key : words.toLowerCase();
  });
}
