import type { Disposition } from "../record/index.ts";

/** Each fault of the catalogue in words for somebody who has never opened a motor. */
export const FAULT_IN_PLAIN_WORDS: Readonly<Record<string, string>> = {
  starJointOpen: "The three windings of the motor meet in one soldered joint, and that joint has come apart.",
  limbOpen: "One of the three windings inside the motor is broken.",
  leadOpen: "One of the three power leads, or its plug, is broken.",
  leadsShorted: "Two of the power leads touch each other inside the cable or plug.",
  turnsShorted: "Heat has damaged the insulation inside one winding, so part of it is bridged.",
  highJoint: "One of the motor's joints or leads conducts badly and gets hot under load.",
  pathOpen: "One of two wires that share the current of a winding has lost its joint.",
  frameFault: "A winding touches the metal of the motor.",
  bearing: "A bearing is worn or rusted.",
  magnets: "A magnet of the rotor is broken or loose; a fragment can jam the motor without warning.",
  laminations: "The iron core of the motor is torn.",
  debris: "Rust, dirt or metal chips sit in the gap in which the rotor turns.",
  limbReversed: "One of the three windings was joined the wrong way round.",
  magnetsWeak: "Heat has weakened the magnets of the rotor: the motor gives less pull for its current.",
  hallSensor: "One of the small sensors that tell the electronics where the rotor stands has failed.",
  hallWire: "One of the thin wires to the position sensors is broken or touches another.",
  hallSwapped: "Two wires of the position sensors are swapped.",
  tempSensor: "The sensor that tells the motor's temperature has failed.",
  resolver: "The position sensor of the motor has a faulty winding.",
  controller: "The electronics that drive the motor have failed.",
  wrongPlate: "The data on the motor's plate do not fit it.",
  outside: "The motor itself shows no fault; the trouble lies in what feeds or commands it.",
  setup: "Our own test equipment cannot be trusted for this reading yet.",
  wrongData: "The data we have for this motor do not fit it.",
  unseen: "The checks made so far cannot see everything; the cause is not found yet.",
};

export const DISPOSITION_IN_PLAIN_WORDS: Readonly<Record<Disposition, string>> = {
  notMotor: "The motor stays as it is. Look next at what feeds and commands it.",
  repair: "The motor is worth mending.",
  resolder: "The joint is resoldered.",
  replacePart: "One part of the motor is replaced.",
  replaceMotor: "The motor is replaced.",
  undecided: "Nothing is decided yet; the motor stays as it is.",
};
