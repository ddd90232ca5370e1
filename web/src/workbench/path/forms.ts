// The three drawings of the power path, in px: in full, as one line, as a strip of chips for the phone.

export type Form = "full" | "line" | "chips";

interface Measures {
  /** Room before the first stage. */
  left: number;
  /** Width of a stage; null where the stages share what there is. */
  pitch: number | null;
  titleY: number;
  readingY: number[];
  jointTop: number;
  /** Upper edge of the ribbon, and how thick all of the power is. */
  top: number;
  thickest: number;
  /** Whether heat is drawn, and where it ends. */
  heat: boolean;
  heatEnd: number;
  height: number;
}

export const FORMS: Record<Form, Measures> = {
  full: {
    left: 20,
    pitch: null,
    titleY: 13,
    readingY: [30, 46],
    jointTop: 3,
    top: 53,
    thickest: 36,
    heat: true,
    heatEnd: 104,
    height: 114,
  },
  line: {
    left: 12,
    pitch: null,
    titleY: 18,
    readingY: [],
    jointTop: 6,
    top: 25,
    thickest: 9,
    heat: false,
    heatEnd: 0,
    height: 39,
  },
  chips: {
    left: 0,
    pitch: 96,
    titleY: 19,
    readingY: [38],
    jointTop: 0,
    top: 48,
    thickest: 26,
    heat: true,
    heatEnd: 82,
    height: 84,
  },
};
