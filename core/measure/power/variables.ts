import { SEEN, TYPED } from "../../check/index.ts";
import { variable, type Variable } from "../../inference/index.ts";

/**
 * What the readings of a motor with its own electronics say. Outcomes from ordinary to dominant; the leak is the
 * false-alarm rate of a careful person with sound equipment (bench judgement).
 */
const fed = <const Id extends string>(id: Id, title: string, what: string) =>
  variable({
    id,
    title,
    outcomes: ["present", "high", "absent"],
    leak: { high: 0.01, absent: 0.006 },
    leakReason: "a transformer on its lower tap; a probe that does not reach the terminal",
    slip: TYPED,
    words: { present: `${what} is there`, high: `${what} is above its band`, absent: `${what} is missing` },
  });

/** A point of a way: fed, fed too much, or not. */
export type FedVariable = ReturnType<typeof fed>;

export const MAINS = variable({
  id: "mains",
  title: "Mains at the motor",
  outcomes: ["good", "edge", "outside", "dead"],
  leak: { edge: 0.05, outside: 0.01, dead: 0.003 },
  leakReason: "supplies sag for a moment; a probe slips",
  slip: TYPED,
  words: {
    good: "mains within its band",
    edge: "mains near the edge of its band",
    outside: "mains out of its band",
    dead: "no mains",
  },
});

export const MAINS_ENTRY = variable({
  id: "mainsEntry",
  title: "Mains where they enter the machine",
  outcomes: ["there", "off", "missing"],
  leak: { off: 0.02, missing: 0.01 },
  leakReason: "a probe that does not reach the terminal",
  slip: SEEN,
  words: {
    there: "mains enter the machine within their band",
    off: "mains enter the machine out of their band",
    missing: "no mains enter the machine",
  },
});

export const TRANSFORMER_24 = fed("transformer24", "24 V at the transformer", "24 V at the transformer");
export const LIMIT_24 = fed("limit24", "24 V behind the limit", "24 V behind the limit");
export const CALL_24 = fed("call24", "24 V at the fan call", "the call at the board");
export const BOARD_24 = fed("board24", "24 V at the board's plug", "the call at the board's plug");
export const MOTOR_24 = fed("motor24", "24 V at the motor's plug", "the call at the motor's plug");
export const TEN_VOLTS = fed("tenVolts", "10 V that the motor gives out", "the motor's own 10 V");
export const COMMAND_OUT = fed("commandOut", "Command at the controller", "the command at the controller");
export const COMMAND_IN = fed("commandIn", "Command at the motor", "the command at the motor");
export const LINK = fed("link", "Indoor-outdoor link", "the link between the units");
export const LINK_MOVES = variable({
  id: "linkMoves",
  title: "The link, alive",
  outcomes: ["moves", "still"],
  leak: { still: 0.08 },
  leakReason: "slow meters show the mean of what pulses",
  slip: SEEN,
  words: { moves: "the link pulses: it is alive", still: "the link stands still at one value" },
});
export const BOARD_OUT = fed("boardOut", "Board output, motor unplugged", "the board's output");
export const DRIVER_SUPPLY = fed("driverSupply", "Motor supply, DC", "the motor supply");
export const FIFTEEN_VOLTS = fed("fifteenVolts", "15 V for the driver", "the 15 V");
export const DRIVER_COMMAND = fed("driverCommand", "Command, 0 to 6.5 V", "the command");
export const FEEDBACK = fed("feedback", "Feedback while turned by hand", "the feedback");

export const DIRECT = variable({
  id: "direct",
  title: "Direct test at the motor's own socket",
  outcomes: ["runs", "silent"],
  leak: { silent: 0.01 },
  leakReason: "a jumper that does not seat",
  slip: SEEN,
  words: { runs: "runs when commanded directly", silent: "no answer when commanded directly" },
});

export const TURNS = variable({
  id: "turnsWhenFed",
  title: "Called, how it behaves",
  outcomes: ["runs", "silent", "givesUp", "hunts", "wrongSpeed"],
  leak: { silent: 0.01, givesUp: 0.005, hunts: 0.015, wrongSpeed: 0.015 },
  leakReason: "a delay before it starts; a ramp is taken for hunting or for a wrong speed",
  slip: SEEN,
  words: {
    runs: "turns when it is fed and called",
    silent: "stands though the fan is called",
    givesUp: "starts and gives up, again and again",
    hunts: "goes up and down while one call stands",
    wrongSpeed: "turns at another speed than is called",
  },
});

export const FREE_AIR = variable({
  id: "freeAir",
  title: "Hunting, once more in free air",
  outcomes: ["steady", "hunts"],
  leak: { hunts: 0.05 },
  leakReason: "a door that is open to one side only",
  slip: SEEN,
  words: {
    steady: "in free air it no longer hunts",
    hunts: "it hunts in free air too",
  },
});

export const DIRECT_BOARD = variable({
  id: "directBoard",
  title: "Direct test at the board's end of the harness",
  outcomes: ["runs", "silent"],
  leak: { silent: 0.01 },
  leakReason: "a jumper that does not seat",
  slip: SEEN,
  words: {
    runs: "runs when commanded through the harness",
    silent: "no answer when commanded through the harness",
  },
});

export const TAPS = variable({
  id: "taps",
  title: "Each tap started and stopped",
  outcomes: ["allAnswer", "someDead", "noneAnswer", "keepsRunning"],
  leak: { someDead: 0.01, noneAnswer: 0.006, keepsRunning: 0.004 },
  leakReason: "a tap not reached; a delay taken for running on",
  slip: SEEN,
  words: {
    allAnswer: "every tap starts and stops it",
    someDead: "some taps do not start it",
    noneAnswer: "no tap starts it",
    keepsRunning: "runs on with no tap live",
  },
});

export const CALLED = variable({
  id: "called",
  title: "Whether anything calls",
  outcomes: ["shown", "none"],
  leak: { none: 0.01 },
  leakReason: "a delay before the call is taken for none",
  slip: SEEN,
  words: { shown: "a call is shown", none: "nothing calls" },
});

export const RUNS_ON = variable({
  id: "runsOn",
  title: "Nothing called, all delays over",
  outcomes: ["stops", "calledStill", "boardOn", "runsOn"],
  leak: { calledStill: 0.02, boardOn: 0.005, runsOn: 0.005 },
  leakReason: "a delay longer than was waited",
  slip: SEEN,
  words: {
    stops: "stops when nothing calls",
    calledStill: "a call still stands at the board",
    boardOn: "the board calls though nothing calls it",
    runsOn: "runs with no call at the motor",
  },
});

/** What comes and goes is tried once more on another day: a trial of its own, as the first one. */
const onAnotherDay = <Outcome extends string>(first: Variable<string, Outcome>, title: string) => ({
  ...first,
  title,
  words: Object.fromEntries(
    Object.entries<string>(first.words).map(([outcome, said]) => [outcome, `on another day: ${said}`]),
  ) as Variable<string, Outcome>["words"],
});
export const RUNS_ON_AGAIN = variable({
  ...onAnotherDay(RUNS_ON, "Nothing called, on another day"),
  id: "runsOnAgain",
});

export const ROCKS = variable({
  id: "rocks",
  title: "How it starts",
  outcomes: ["starts", "briefly", "keepsRocking"],
  leak: { briefly: 0.25, keepsRocking: 0.004 },
  leakReason: "a brief rocking is how such motors find their position",
  slip: SEEN,
  words: {
    starts: "starts at once",
    briefly: "rocks briefly and starts",
    keepsRocking: "rocks and never starts",
  },
});

export const TESTER = variable({
  id: "tester",
  title: "Go / no-go tester",
  outcomes: ["go", "noGo"],
  leak: { noGo: 0.05 },
  leakReason: "a lamp judges what it can reach, and is believed no further",
  slip: SEEN,
  words: { go: "the tester says go", noGo: "the tester says no go" },
});

export const SISTER = variable({
  id: "sisterInPlace",
  title: "A known-good motor in its place",
  outcomes: ["neither", "goes", "stays"],
  leak: { goes: 0.03, stays: 0.02 },
  leakReason: "trouble that comes and goes; a good one that was not",
  slip: SEEN,
  words: {
    neither: "no trouble with this motor, nor with a known-good one in its place",
    goes: "with a known-good motor in its place the trouble goes",
    stays: "with a known-good motor in its place the trouble stays",
  },
});

export const SISTER_AGAIN = variable({
  ...onAnotherDay(SISTER, "A known-good motor in its place, on another day"),
  id: "sisterAgain",
});

export const TROUBLE = variable({
  id: "trouble",
  title: "The trouble itself, run as it is used",
  outcomes: ["away", "shows"],
  leak: { shows: 0.12 },
  leakReason: "how such motors start, ramp and run on is taken for a fault",
  slip: SEEN,
  words: {
    away: "run as it is used, the trouble does not show",
    shows: "run as it is used, the trouble shows",
  },
});

export const TROUBLE_AGAIN = variable({
  ...onAnotherDay(TROUBLE, "The trouble itself, on another day"),
  id: "troubleAgain",
});

export const UNPLUGGED = variable({
  id: "supplyUnplugged",
  title: "The fan's supply with the fan unplugged",
  outcomes: ["back", "missing"],
  leak: { missing: 0.02 },
  leakReason: "a probe that does not reach into the plug",
  slip: SEEN,
  words: {
    back: "its supply is there with the fan unplugged",
    missing: "its supply is missing with the fan unplugged too",
  },
});

export const CODE = variable({
  id: "machineCode",
  title: "The machine's code",
  outcomes: ["none", "other", "motor", "call", "supply", "air"],
  leak: { other: 0.05, motor: 0.02, call: 0.01, supply: 0.01, air: 0.02 },
  leakReason: "codes stay from earlier days",
  slip: SEEN,
  words: {
    none: "the machine shows no code",
    other: "the machine's code speaks of something else",
    motor: "the machine's code says that the fan motor does not answer",
    call: "the machine's code speaks of communication or command",
    supply: "the machine's code speaks of supply or fuse",
    air: "the machine's code speaks of airflow or a limit",
  },
});
