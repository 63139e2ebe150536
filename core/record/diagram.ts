import type { Volts } from "../quantity/index.ts";

/** What a machine's own diagram says of one point of a way, where it differs from what is usual. */
export interface PointDiagram {
  /** The pin that is probed, and the one it is read against. */
  readonly pins?: readonly [string, string];
  /** What it should carry there; both or neither. */
  readonly least?: Volts;
  readonly most?: Volts;
}

/** What a code of a machine can speak of. */
export const CODE_SUBJECTS = ["motor", "call", "supply", "air", "other"] as const;
export type CodeSubject = (typeof CODE_SUBJECTS)[number];

export const CODE_SUBJECT_LABELS: Readonly<Record<CodeSubject, string>> = {
  motor: "the fan motor does not answer",
  call: "communication or command",
  supply: "supply or fuse",
  air: "airflow or a limit",
  other: "something else",
};

/** One line of the code table on a machine's label. */
export interface MachineCode {
  readonly code: string;
  readonly means: string;
  readonly speaksOf: CodeSubject;
}

/** What a model's own diagram says otherwise than its family's usual one. What it does not name stays as usual. */
export interface Diagram {
  /** Where it was read: the label on the motor, the maker's sheet. */
  readonly source: string;
  /** Pins of a plug as they stand, row by row from the side that is probed, by the plug's name. */
  readonly plugs?: Readonly<Record<string, readonly (readonly string[])[]>>;
  /** By the slot of the point. */
  readonly points?: Readonly<Record<string, PointDiagram>>;
  readonly codes?: readonly MachineCode[];
}

/** What a code means by the machine's own table; null where the table does not hold it. Upper and lower case alike. */
export function codeMeaning(diagram: Diagram | null | undefined, code: string): MachineCode | null {
  const wanted = code.trim().toLowerCase();
  return diagram?.codes?.find((line) => line.code.trim().toLowerCase() === wanted) ?? null;
}
