import { BODY, KILLED_BY, KILLERS, LOOKED_INTO, PROGRAMMED_FOR } from "../warrants.ts";
import type { Cure } from "./cure.ts";

// What is done inside a motor, and a motor in its place.

export const motor: Cure = {
  name: "Replace the motor",
  what: "motor",
  disposition: "replaceMotor",
  onMotor: true,
  minutes: 45,
  parts: { ofMotor: 1 },
  days: 7,
  replacesAll: true,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [KILLED_BY],
  watch: null,
};

export const rotor: Cure = {
  name: "Replace the rotor or its magnets",
  what: "rotor",
  disposition: "replacePart",
  onMotor: true,
  minutes: 60,
  parts: { ofMotor: 0.4 },
  days: 7,
  replacesAll: false,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Bring it back if it clicks, or if its speed falls off.",
};

export const bearings: Cure = {
  name: "Replace the bearings",
  what: "bearing",
  disposition: "replacePart",
  onMotor: true,
  minutes: 70,
  parts: { each: 12 },
  days: 2,
  replacesAll: false,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: [...BODY, ...LOOKED_INTO],
  orderedAfter: [],
  watch: "A new bearing runs quietly: bring it back if it sings or grows warm.",
};

export const dryAndSeal: Cure = {
  name: "Dry, clean and seal",
  what: "dry and seal",
  disposition: "repair",
  onMotor: true,
  minutes: 60,
  parts: { each: 6 },
  days: 0,
  replacesAll: false,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Keep water off the cable exit, and never wash it with a jet.",
};

export const clean: Cure = {
  name: "Clear the gap",
  what: "gap",
  disposition: "repair",
  onMotor: true,
  minutes: 40,
  parts: { each: 2 },
  days: 0,
  replacesAll: false,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Bring it back if it scrapes.",
};

export const starJoint: Cure = {
  name: "Resolder the star joint",
  what: "star joint",
  disposition: "resolder",
  onMotor: true,
  minutes: 45,
  parts: { each: 3 },
  days: 0,
  replacesAll: false,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Heat loosens such a joint: on long climbs change down or pause.",
};

export const joint: Cure = {
  name: "Resolder the joint or lead",
  what: "joint",
  disposition: "resolder",
  onMotor: true,
  minutes: 45,
  parts: { each: 3 },
  days: 0,
  replacesAll: false,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Heat loosens such a joint: on long climbs change down or pause.",
};

export const phaseWire: Cure = {
  name: "Mend the phase lead or plug",
  what: "phase lead",
  disposition: "repair",
  onMotor: true,
  minutes: 40,
  parts: { each: 5 },
  days: 0,
  replacesAll: false,
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Keep the cable free where it leaves the motor; a pull or a rub there is where it fails again.",
};

export const module: Cure = {
  name: "Replace the module",
  what: "module",
  disposition: "replacePart",
  onMotor: true,
  minutes: 40,
  parts: { ofMotor: 0.6 },
  days: 4,
  replacesAll: false,
  half: true,
  readsAnew: false,
  aside: false,
  decidedAfter: [...BODY, ...KILLERS],
  orderedAfter: [KILLED_BY, PROGRAMMED_FOR],
  watch: null,
};

export const section: Cure = {
  name: "Replace the winding section",
  what: "winding section",
  disposition: "replacePart",
  onMotor: true,
  minutes: 55,
  parts: { ofMotor: 0.6 },
  days: 5,
  replacesAll: false,
  half: true,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [KILLED_BY],
  watch: null,
};
