// The figures of one option and drive, of the build as it is or of a pinned one: panels read both the same way.
import type {
  CaseEvaluation,
  CaseName,
  DriveEvaluation,
  Envelope,
  OptionEvaluation,
  Workbench,
} from "../api/client";

export interface View {
  option: OptionEvaluation | undefined;
  drive: DriveEvaluation | undefined;
  caseAt: (name: CaseName, charge: number) => CaseEvaluation | undefined;
  envelopeAt: (charge: number) => Envelope | undefined;
}

export function viewOf(figures: Workbench | null, optionIndex: number, driveName: string | undefined): View {
  const option = figures?.evaluation.options[optionIndex];
  const drive = option?.drives.find((candidate) => candidate.drive === driveName);
  return {
    option,
    drive,
    caseAt: (name, charge) =>
      drive?.cases.find((candidate) => candidate.case === name && candidate.state_of_charge === charge),
    envelopeAt: (charge) =>
      figures?.envelopes.find(
        (candidate) => candidate.drive === driveName && candidate.state_of_charge === charge,
      ),
  };
}

/** A held baseline: the figures of an option at a moment. */
export interface Pinned {
  name: string;
  figures: Workbench;
  optionIndex: number;
}

/** A part that is being tried: put into the document for the figures, but not into the stored build. */
export interface Trial {
  pointer: string;
  value: unknown;
  label: string;
}
