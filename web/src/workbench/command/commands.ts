// Everything that can be done at the workbench by words, and the keys that do it too.
import { nextTick } from "vue";
import { useRouter } from "vue-router";
import { STEPS, type Step, stepKey } from "../../router";
import { printSheet } from "../../sheet/printSheet";
import { preferences } from "../../units/preferences";
import { CHARGES, useBench } from "../bench";
import { helpInPlace } from "../../shared/fields/help";
import { letterOf } from "../../shared/lib/names";
import { setLetters } from "../layout";
import { TITLES } from "../stepWords";
import { CASE_WORDS, checkKey } from "../words";
import { type Command, matches } from "./entries";
import { settings } from "./setting";

export interface CommandActs {
  /** Goes to a step, with the focus on it. */
  go: (step: Step) => void;
  history: () => void;
  keys: () => void;
  /** To the verdict, opened where it is folded. */
  verdict: () => void;
  /** The power path in full, as a line, away. */
  path: () => void;
  run: (course: string) => void;
  /** The field to find or set. */
  find: () => void;
}

const MOST = 12;

/** Keys that no words do. */
const HANDS: Command[] = [
  { words: "step an entry", keys: "↑ ↓ in an entry", does: "step its last figure; with Shift by ten" },
  { words: "next entry", keys: "Enter in an entry", does: "to the next; Escape gives back what stood there" },
  {
    words: "range of an entry",
    keys: "Alt ↓ in an entry",
    does: "where the build holds over the range of that figure",
  },
  {
    words: "read a chart",
    keys: "← → on a chart",
    does: "read it at a point; + − zoom a run, Home its start",
  },
  {
    words: "drag by keys",
    keys: "arrows on a mark",
    does: "move what can be dragged; with Shift by ten, Escape gives back",
  },
  {
    words: "compare with the pinned",
    keys: "hold .",
    does: "while it is held: the figures that are pinned, then those of now",
  },
];

const CASE_KEYS = { target: "t", climb: "c", full_throttle: "f", stall: "s", no_load: "n" } as const;

export function useCommands(acts: CommandActs): { all: () => Command[]; find: (typed: string) => Command[] } {
  const bench = useBench();
  const router = useRouter();

  function steps(): Command[] {
    return STEPS.map((step, place) => ({
      words: TITLES[step],
      does: `go to ${TITLES[step]}`,
      keys: stepKey(place),
      also: "go to step",
      act: () => acts.go(step),
    }));
  }

  function cases(): Command[] {
    return Object.entries(CASE_KEYS).map(([name, key]) => ({
      words: CASE_WORDS[name as keyof typeof CASE_KEYS],
      does: `the power path at ${CASE_WORDS[name as keyof typeof CASE_KEYS].toLowerCase()}`,
      keys: key,
      also: "case show",
      act: () => {
        const wanted = name as keyof typeof CASE_KEYS;
        if (bench.caseAt(wanted, bench.charge)) bench.caseName = wanted;
      },
    }));
  }

  function options(): Command[] {
    return (bench.document?.options ?? []).map(({ name }, place) => ({
      words: name,
      does: `open option ${letterOf(place)}`,
      also: "option",
      act: () => {
        bench.optionIndex = place;
      },
    }));
  }

  function fixes(): Command[] {
    return (bench.optionFigures?.checks ?? [])
      .filter(({ verdict }) => verdict !== "unknown")
      .map((check) => ({ check, wrong: check.verdict !== "ok" }))
      .map(({ check, wrong }) => ({
        words: `${wrong ? "fix" : "see"} ${check.title.toLowerCase()}`,
        does: `${check.title}: ${check.said}; open ${wrong ? "what would fix it" : "it in the verdict"}`,
        also: "mend repair fix",
        act: () => {
          bench.openCheck = checkKey(check);
          acts.verdict();
        },
      }));
  }

  function runs(): Command[] {
    const courses = bench.document?.courses ?? [];
    return courses.map(({ name }) => ({
      words: `run ${name.toLowerCase()}`,
      does: `Run: the course “${name}”`,
      act: () => acts.run(name),
    }));
  }

  function rest(): Command[] {
    return [
      { words: "undo", does: "take the last change back", keys: "Ctrl Z", act: bench.undo },
      { words: "redo", does: "do again what was undone", keys: "Ctrl Shift Z or Ctrl Y", act: bench.redo },
      {
        words: "save",
        does: "save now; it is saved as you go anyway",
        keys: "Ctrl S",
        act: () => void bench.flush(),
      },
      {
        words: "print",
        does: "open the build sheet to print",
        keys: "Ctrl P",
        also: "build sheet paper",
        act: printSheet,
      },
      {
        words: "pin",
        does: "hold the present figures, or let them go",
        keys: "p",
        also: "compare unpin",
        act: bench.pin,
      },
      {
        words: "verdict",
        does: "to the verdict; then ↑ ↓, Enter opens a check or does what would fix it",
        keys: "v",
        act: acts.verdict,
      },
      {
        words: "shelf of this step",
        does: "to the parts; then ↑ ↓ step, Enter keeps, Escape goes back",
        keys: "k",
        also: "parts candidates",
        act: shelf,
      },
      { words: "next option", does: "open the next option", keys: "o", act: () => step("option") },
      { words: "next drive", does: "look at the next drive", keys: "d", act: () => step("drive") },
      { words: "charge", does: "charge lower or higher", keys: "[ or ]", byKey: charge },
      {
        words: "power path",
        does: "in full, as a line, away",
        keys: "w",
        also: "fold unfold",
        act: acts.path,
      },
      {
        words: "help in place",
        does: "what every figure is for, under it",
        keys: "h",
        act: () => void (helpInPlace.value = !helpInPlace.value),
      },
      { words: "history", does: "what was stored, and when", act: acts.history },
      { words: "keys", does: "this list", keys: "?", also: "help shortcuts", act: acts.keys },
      {
        words: "letters off",
        does: "single letters are no keys",
        also: "keys single",
        act: () => setLetters(false),
      },
      {
        words: "letters on",
        does: "single letters are keys",
        also: "keys single",
        act: () => setLetters(true),
      },
      { words: "dark", does: "the dark theme", also: "theme", act: () => void (preferences.theme = "dark") },
      {
        words: "light",
        does: "the light theme",
        also: "theme",
        act: () => void (preferences.theme = "light"),
      },
      {
        words: "the whole shelf",
        does: "all parts of the workshop",
        also: "parts",
        act: () => void router.push("/shelf"),
      },
      {
        words: "bench sheets",
        does: "measure parts and keep the sheets",
        also: "measure",
        act: () => void router.push({ name: "sheets", query: { build: bench.id } }),
      },
      { words: "all builds", does: "the list of builds", also: "home", act: () => void router.push("/") },
      {
        words: "find or set",
        does: "this field: go anywhere, set anything by words",
        keys: "Ctrl K",
        byKey: acts.find,
      },
    ];
  }

  /** [ is lower, ] is higher. */
  function charge(key: string): void {
    const at = CHARGES.findIndex(({ charge: known }) => known === bench.charge) + (key === "[" ? 1 : -1);
    bench.charge = CHARGES[Math.min(Math.max(at, 0), CHARGES.length - 1)]?.charge ?? 0.5;
  }

  /** The shelf of the step, opened, with the focus on its parts. */
  function shelf(): void {
    document.querySelector<HTMLElement>("[data-shelf-line]:not([aria-expanded='true'])")?.click();
    void nextTick(() => document.querySelector<HTMLElement>("[data-candidates]")?.focus());
  }

  function step(what: "option" | "drive"): void {
    if (what === "option") {
      bench.optionIndex = (bench.optionIndex + 1) % (bench.document?.options.length ?? 1);
    } else {
      const drives = bench.option?.drives ?? [];
      bench.driveName = drives[(bench.driveIndex + 1) % drives.length]?.drive ?? bench.driveName;
    }
  }

  const all = (): Command[] => [...steps(), ...cases(), ...rest(), ...HANDS];

  /** What fits what is typed, the best first: figures to be set, then what can be done. */
  function find(typed: string): Command[] {
    const doable = [...fixes(), ...runs(), ...options(), ...all()].filter(({ act }) => act);
    const ranked = doable
      .map((command) => ({ command, rank: matches(typed, command) }))
      .filter(({ rank }) => rank > 0)
      .sort((a, b) => b.rank - a.rank)
      .map(({ command }) => command);
    return [...(typed.trim() ? settings(typed, acts.go) : []), ...ranked].slice(0, MOST);
  }

  return { all, find };
}
