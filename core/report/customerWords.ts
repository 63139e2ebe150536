import type { Proof } from "../judge/index.ts";
import type { Disposition } from "../record/index.ts";

/** What becomes of the motor, for somebody who has never opened one. */
export const DISPOSITION_IN_PLAIN_WORDS: Readonly<Record<Disposition, string>> = {
  notMotor: "The motor stays as it is. Look next at what feeds and commands it.",
  cleared:
    "Nothing that was read speaks against the motor. It stays as it is; look next at what feeds and commands it.",
  repair: "The motor is worth mending.",
  resolder: "The joint is resoldered.",
  replacePart: "One part of the motor is replaced.",
  replaceMotor: "The motor is replaced.",
  undecided: "Nothing is decided yet; the motor stays as it is.",
};

/** How far a repair is proved, as a heading. */
export const PROOF_HEADINGS: Readonly<Record<Proof["answer"], string>> = {
  proved: "Proved",
  failed: "Not cured yet",
  open: "Proof not complete",
  unexplained: "Read again, cause unexplained",
};
