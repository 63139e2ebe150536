import type { Variable } from "../inference/index.ts";
import {
  COMMAND_IN,
  DIRECT,
  DRIVER_COMMAND,
  DRIVER_SUPPLY,
  FIFTEEN_VOLTS,
  MAINS,
  FREE_AIR,
  MOTOR_24,
  ROCKS,
  SISTER,
  SISTER_AGAIN,
  TAPS,
  TROUBLE_AGAIN,
  TURNS,
  UNPLUGGED,
} from "../measure/power/index.ts";
import { AIR_PATH } from "../measure/air/index.ts";
import { HARNESS_WIRES, MODULE_LOOK } from "../measure/module/index.ts";
import { HALL_LEG, HALL_SUPPLY, HALL_WIRING, LAMPS } from "../measure/hall/index.ts";
import { PAIRS_SPUN } from "../measure/backemf/index.ts";
import { FRAME } from "../measure/frame/index.ts";
import { INSULATION } from "../measure/insulation/index.ts";
import {
  BURNT,
  DEBRIS_SEEN,
  LAMINATIONS_SEEN,
  MAGNETS_SEEN,
  MECHANICAL_VARIABLES,
  TURN,
  WATER_SEEN,
} from "../measure/mechanical/index.ts";
import { CONNECTOR_DROP, DIODES, IN_USE_AGAIN, RUN_GOOD } from "../measure/run/index.ts";
import { INWARD, PAIRS_AT_REST, STEADY, TIPS } from "../measure/winding/index.ts";
import type { CheckId, Consequence, Family } from "../record/index.ts";
import type { CureId } from "./cures/ids.ts";

/**
 * Something that must have been seen before something is said or done. A reading meets it; a skip, a default or a meter that
 * cannot see it never does. It is asked for where the motor has such a reading.
 */
export interface Wanted {
  /** What is then known, as the object of a sentence: "what its electronics live on". */
  readonly what: string;
  readonly why: string;
  /** Readings of it, by their variables: any of them will do. */
  readonly anyOf: readonly [string, ...string[]];
  readonly says: "anything" | "departs" | "agrees";
  /** A meter that cannot tell does not meet it. */
  readonly able: boolean;
  /** Outcomes that are no hindrance though they depart: the part that goes is what shows them. */
  readonly itsOwn: readonly string[];
  /** It is asked for only once this was read. */
  readonly once: { readonly variable: string; readonly outcome: string } | null;
  /** Asked of every motor that has its check, and read with it as a whole; otherwise where one of its steps reads it. */
  readonly wholeCheck: boolean;
  /** Families it is asked of; null for all. */
  readonly families: readonly Family[] | null;
  /** Whoever leaves it out has to decide alone: the reason for a skip is not enough to go on. */
  readonly neverSkipped: boolean;
  /** Once it was read and does not say so, these cures put it right; empty where none does. */
  readonly orCuredBy: readonly CureId[];
  /** It is asked for only once it was read and says otherwise. */
  readonly onlyIfRead: boolean;
  /** A mark that ends the matter, seen and photographed, stands in its place. */
  readonly orHardFact: boolean;
}

/** A question that is answered before a part is ordered, where its check applies to the motor. */
export interface Question {
  readonly check: CheckId;
  readonly slot: string;
  readonly what: string;
  readonly why: string;
  /** Asked of motors whose electronics come off by themselves. */
  readonly apartOnly: boolean;
}

/** @throws RangeError where no variable is named */
function wanted(
  variables: readonly Variable[],
  given: Pick<Wanted, "what" | "why"> & Partial<Wanted>,
): Wanted {
  const [first, ...others] = variables.map(({ id }) => id);
  if (first === undefined) throw new RangeError(`wanted: ${given.what} names no variable`);
  return {
    anyOf: [first, ...others],
    ...{ says: "anything", able: false, itsOwn: [], once: null, wholeCheck: false, families: null },
    ...{ neverSkipped: false, orCuredBy: [], onlyIfRead: false, orHardFact: true },
    ...given,
  };
}

const BEFORE_WORK = "It comes before any work on the motor.";

/** Before anything inside a motor is opened, ordered or cleared: common practice, since it is cheap and ends many a job. */
export const BODY: readonly Wanted[] = [
  wanted(MECHANICAL_VARIABLES, { what: "how it looks and turns", why: BEFORE_WORK, wholeCheck: true }),
  wanted([FRAME, INSULATION], { what: "each lead to frame", why: BEFORE_WORK, wholeCheck: true, able: true }),
  wanted([PAIRS_AT_REST, STEADY], { what: "three pairs", why: BEFORE_WORK, wholeCheck: true }),
];

/** Before a joint that cannot be seen is resoldered: a meter that could not tell its ohms from none says nothing of it. Common practice. */
export const OHMS_SEEN: readonly Wanted[] = [
  wanted([PAIRS_AT_REST, INWARD, CONNECTOR_DROP], {
    what: "three pairs, by a meter that can tell",
    why: "A high joint shows in ohms alone, and this meter cannot tell them: read them with one that can, or the drop over the connector under load.",
    able: true,
  }),
];

/** Before a sensor is replaced: what it lives on and its wires, since either looks like a dead one. Common practice. */
export const SENSOR_FED: readonly Wanted[] = [
  wanted([HALL_SUPPLY], {
    what: "the supply of the sensors",
    why: "Without its five volts a sound sensor is dark: the supply is read before a sensor is condemned.",
  }),
  wanted([HALL_WIRING], {
    what: "the wires of the sensors",
    why: "A sensor often dies with its wire: every wire is read before a new one is fitted.",
  }),
];
/** Before a sensor's wire is mended. Common practice: a short in it takes the sensor along. */
export const SENSOR_BEYOND: readonly Wanted[] = [
  wanted([HALL_LEG], {
    what: "the sensor's own leg",
    why: "A broken wire often took its sensor along: it is read at its own leg before the wire alone is mended.",
  }),
];
/** Before leads that touched are parted: what they took along. Common practice. */
export const LEADS_TOUCHED: readonly Wanted[] = [
  wanted([DIODES], {
    what: "the six junctions of its controller",
    why: "Leads that touched take a switch of the controller along: its six junctions are read.",
  }),
  wanted([LAMPS], {
    what: "the position sensors",
    why: "A lead that touched a sensor wire takes the sensors along: they are read.",
  }),
];

/** Before a controller is condemned: a motor with leads or turns that touch kills the next one too. Common practice. */
export const MOTOR_BEYOND: readonly Wanted[] = [
  wanted([PAIRS_AT_REST, RUN_GOOD], {
    what: "its motor, by three pairs or a good run",
    why: "Leads or turns that touch kill the next controller too: the three pairs are read by a meter that can tell, or the motor runs on a good one.",
    says: "agrees",
    able: true,
    orCuredBy: ["motor", "phaseWire", "joint", "starJoint"],
  }),
];

const INSIDE_WHY =
  "Rust and dirt inside grind as a bearing does: it is looked into before bearings are ordered.";
/** Before bearings are ordered. Common practice. */
export const LOOKED_INTO: readonly Wanted[] = [
  wanted([LAMINATIONS_SEEN], { what: "its laminations", why: INSIDE_WHY }),
  wanted([MAGNETS_SEEN], { what: "its magnets", why: INSIDE_WHY }),
  wanted([DEBRIS_SEEN], { what: "its gap", why: INSIDE_WHY }),
  wanted([WATER_SEEN], { what: "whether it is dry inside", why: INSIDE_WHY }),
  wanted([BURNT], { what: "the colour of its windings", why: INSIDE_WHY }),
];

/** Common practice: what has no mains is dead whatever is in it, and what had too much is dead of that. */
const MAINS_READ = wanted([MAINS], {
  what: "its mains",
  why: "Mains that are dead or out of their band look like dead electronics: they are read, and right, before anything is condemned.",
  says: "agrees",
  neverSkipped: true,
});

/** Common practice: what holds the shaft makes sound electronics stand, and kills them. */
const TURNED_FIRST = wanted([TURN], {
  what: "how it turns",
  why: "A shaft that is held fast looks like dead electronics: it is turned by hand before they are condemned.",
});

const killer = <Outcome extends string>(
  variable: Variable<string, Outcome>,
  what: string,
  orCuredBy: readonly CureId[],
  itsOwn: readonly NoInfer<Outcome>[] = [],
): Wanted =>
  wanted([variable], {
    itsOwn,
    what,
    why: `What killed the old one kills the next: ${what} was read and is not right, so it is put right with it.`,
    says: "agrees",
    onlyIfRead: true,
    orCuredBy,
  });
/** What kills electronics, as far as it was read: each is right, or is put right with the new part. Common practice. */
export const KILLERS: readonly Wanted[] = [
  // Free once it is unplugged: shorted switches braked it, and they go.
  killer(TURN, "how it turns", ["bearings", "section", "motor", "clean", "dryAndSeal"], ["stiffPluggedOnly"]),
  killer(PAIRS_AT_REST, "its three pairs", ["section", "motor"]),
  killer(FRAME, "its leads to frame", ["section", "motor"]),
  killer(AIR_PATH, "the way of its air", ["air"]),
];

const FED_WHY = "What its electronics live on is measured before they are condemned.";
/** Before the electronics that a motor carries are condemned. Common practice. */
export const ELECTRONICS_FED: readonly Wanted[] = [
  MAINS_READ,
  TURNED_FIRST,
  wanted([MOTOR_24, COMMAND_IN, DRIVER_COMMAND, DIRECT], {
    what: "the command at its own plug",
    why: "A sound motor that nobody commands does not answer: its command is read where it arrives before it is condemned.",
    neverSkipped: true,
  }),
  wanted([TURNS, TAPS, DIRECT, ROCKS, SISTER], {
    what: "how it behaves when it is called",
    why: "Fed and commanded, what it does is looked at before its electronics are condemned.",
  }),
  wanted([DRIVER_SUPPLY], { what: "the supply at its plug", why: FED_WHY, neverSkipped: true }),
  wanted([FIFTEEN_VOLTS], { what: "15 V at its plug", why: FED_WHY, neverSkipped: true }),
  // Its answer comes back through the same cable: one broken wire, and a sound driver is silent.
  wanted([HARNESS_WIRES], {
    what: "every wire of its harness",
    why: "A broken wire or a pin pushed back looks like dead electronics: every wire is looked at before they are condemned.",
    families: ["miniSplitDriver"],
  }),
];

/** Before electronics that hunt are condemned. Common practice: mostly it is the air. */
export const FREE_OF_AIR: Wanted = wanted([FREE_AIR, AIR_PATH], {
  what: "how it does in free air",
  why: "Hunting is the filter's and the duct's before it is the module's: it is tried in free air, or the way of its air is looked at.",
});

/** Before a limiter alone is replaced. Common practice. */
export const LIMITER_SEEN: readonly Wanted[] = [
  wanted([MODULE_LOOK], {
    what: "the limiter open, and nothing behind it shorted",
    why: "A short behind it burns the next one at once: the limiter alone is replaced where it was found open and what lies behind it was read.",
    says: "agrees",
    itsOwn: ["limiterOpen"],
    orHardFact: false,
  }),
];

/** Before a control board is condemned. Common practice. */
export const BEFORE_A_BOARD: readonly Wanted[] = [
  MAINS_READ,
  wanted([UNPLUGGED], {
    what: "its supply without the fan",
    why: "A fan can pull its supply down: before the board is condemned it is read without it.",
    neverSkipped: true,
  }),
];

/** Before anything at all is decided. */
export const AT_ALL: readonly Wanted[] = [
  wanted([TIPS], {
    what: "the probe tips, touched together",
    why: "All pairs open proves nothing until the probe tips were touched together and read near zero.",
    says: "agrees",
    once: { variable: PAIRS_AT_REST.id, outcome: "allOpen" },
  }),
];

/** What clears a motor where nothing outside it was seen to fail. */
export const RUN_WELL: Wanted = wanted([RUN_GOOD], {
  what: "a good run on a controller known to be good",
  why: "A motor is cleared by what fails outside it, or by running well.",
  says: "agrees",
});
/** Of any motor that is cleared: looked at is not turned. */
export const TURNED: Wanted = wanted([TURN], {
  what: "how it turns",
  why: "A motor is not cleared before it was turned by hand.",
});
/** Pairs that a meter could tell apart; what it makes when spun stands in where a star is joined, a good run everywhere. */
export const PAIRS_SEEN: Wanted = wanted([PAIRS_AT_REST], {
  what: "three pairs, by a meter that can tell",
  why: "This meter cannot tell whether the pairs are equal, and a delta with an open winding spins equal: read them with one that can, or let it run.",
  able: true,
  onlyIfRead: true,
});
/** What a motor that nothing drives here is cleared by, once nothing of it departs: three volts of a drill, or a good run. */
export const TURNED_OVER: Wanted = wanted([PAIRS_SPUN, RUN_GOOD], {
  what: "what it makes when spun, or a good run",
  why: "Windings, magnets and joints show fully only when it is spun or run: no motor is cleared without.",
});
/** What says that nothing is wrong where the trouble comes and goes. */
export const SOUGHT_IN_VAIN: Wanted = wanted([TROUBLE_AGAIN, SISTER_AGAIN, IN_USE_AGAIN], {
  what: "the trouble, looked for on two days",
  why: "What comes and goes is looked for on another day before nothing is said to be wrong.",
  says: "agrees",
});

const OPENED_WHY = "whatever was wrong before: somebody leans on it. It is read after the repair.";
/** What was opened or changed and then carries or lifts somebody is turned and read to frame again. Common practice. */
const CARRIES: readonly Wanted[] = [
  wanted([TURN], {
    what: "how it turns, after the repair",
    why: `It was worked on, and is turned by hand again ${OPENED_WHY}`,
    says: "agrees",
  }),
  wanted([FRAME, INSULATION], {
    what: "each lead to frame, after the repair",
    why: `It was worked on, and a lead may touch the frame now, ${OPENED_WHY}`,
    says: "agrees",
    able: true,
  }),
];
/** What is read again before a motor that was worked on is released for use, by what a failure would mean. */
export const RELEASED_AFTER: Readonly<Record<Consequence, readonly Wanted[]>> = {
  nuisance: [],
  property: [],
  vehicle: [],
  person: CARRIES,
  aircraft: CARRIES,
};

/** What killed the old part kills the next one too. Common practice. */
export const KILLED_BY: Question = {
  check: "module",
  slot: "killer",
  what: "what killed it",
  why: "Say first what killed it: a new one dies of the same cause.",
  apartOnly: false,
};
const alike = (slot: string, what: string): Question => ({
  check: "module",
  slot,
  what,
  why: "A limiter is replaced by one alike: ohms and amperes are read off the old one.",
  apartOnly: true,
});
/** What a limiter is ordered by. Common practice. */
export const LIMITER_ALIKE: readonly Question[] = [
  alike("limiterMarked", "the ohms marked on the limiter"),
  alike("limiterAmperes", "the amperes marked on the limiter"),
];
export const PROGRAMMED_FOR: Question = {
  check: "module",
  slot: "programmed",
  what: "which kind is fitted",
  why: "Say first which kind is fitted: a module belongs to its model.",
  apartOnly: true,
};
