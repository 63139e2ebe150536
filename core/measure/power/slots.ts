import { choiceSlot, measuredSlot, noteSlot, type Slot } from "../../check/index.ts";
import type { PointId } from "../../families/index.ts";
import { VOLTAGE, type Volts } from "../../quantity/index.ts";
import { CODE_SUBJECT_LABELS } from "../../record/index.ts";

/** Read with power on: only once somebody has said that the work is theirs and how they stand. */
const LIVE = { live: true, needs: { stance: "ready" } } as const;

const volts = (name: string, under: string, most: Volts, unit: "V AC" | "V DC" = "V AC", least: Volts = 0) =>
  measuredSlot(name, VOLTAGE, {
    ...LIVE,
    name,
    under,
    hint: `${unit}, 0 where there is none`,
    instrument: unit === "V AC" ? "acVolts" : null,
    again: "corrects",
    plausible: () => ({ least, most }),
    refuse: (value) => (value >= 0 ? null : "A voltage of at least 0: turn the probes round."),
  });

const answers = <const Choices extends Readonly<Record<string, string>>>(
  label: string,
  choices: Choices,
  after: Readonly<Record<string, string>> = {},
) => choiceSlot(label, choices, { ...LIVE, needs: { ...LIVE.needs, ...after } });

const WITH_NOTHING_CALLED = {
  stops: "It stops",
  calledStill: "A call stands at the board's terminal",
  boardOn: "None there, one at the motor's plug",
  runsOn: "Runs with no call at the motor",
} as const;
const WITH_A_GOOD_ONE = {
  goes: "The trouble goes",
  stays: "It stays",
  neither: "No trouble with either",
} as const;
const SHOWS = { shows: "Shows", away: "Does not show" } as const;

/** The taps of a motor that has five at most. Common practice. */
export const TAPS_OF = [1, 2, 3, 4, 5] as const;
type TapSlot = `tap.${(typeof TAPS_OF)[number]}`;
const taps = Object.fromEntries(
  TAPS_OF.map((n) => [
    `tap.${n}`,
    answers(`Tap ${n}`, {
      starts: "Starts and stops it",
      dead: "Does not start it",
      stays: "Runs on without it",
      unused: "No wire on it",
    }),
  ]),
) as Readonly<
  Record<TapSlot, ReturnType<typeof answers<{ starts: string; dead: string; stays: string; unused: string }>>>
>;

/** Supply, command and answer: read with power on, by qualified people. */
export const POWER_SLOTS = {
  stance: choiceSlot("Before any live reading", {
    ready: "Qualified for it, PPE on, meter and probes rated for the mains beside it, one hand",
  }),
  // Below this it is a ghost or a slip of the point; nothing at all is a reading.
  mains: volts("Mains", "at the motor's plug", 500, "V AC", 60),
  "mains.23": volts("Mains L2–L3", "line to line", 500, "V AC", 60),
  "mains.31": volts("Mains L3–L1", "line to line", 500, "V AC", 60),
  "mains.leg1": volts("Mains L1", "to earth", 400, "V AC", 35),
  "mains.leg2": volts("Mains L2", "to earth", 400, "V AC", 35),
  "mains.leg3": volts("Mains L3", "to earth", 400, "V AC", 35),
  "v24.transformer": volts("Transformer", "24 V side", 60),
  "v24.limit": volts("Limit", "behind the manual reset", 60),
  "v24.call": volts("Call", "fan call terminal", 60),
  "v24.board": volts("Board", "its plug to the motor", 60),
  "v24.motor": volts("Motor plug", "call to common", 60),
  tenVolts: volts("10 V out", "from the motor", 30, "V DC"),
  "command.out": volts("Command out", "at the controller", 30, "V DC"),
  "command.in": volts("Command in", "at the motor", 30, "V DC"),
  link: volts("Link", "between the units", 400, "V DC"),
  boardOut: volts("Board output", "fan called, motor unplugged", 450, "V DC"),
  "driver.supply": volts("Motor supply", "at the fan plug", 450, "V DC"),
  "driver.fifteen": volts("15 V", "at the fan plug", 30, "V DC"),
  "driver.command": volts("Command", "fan called", 30, "V DC"),
  "driver.feedback": volts("Feedback", "wheel turned by hand", 30, "V DC"),
  entry: answers(
    "Mains not right at the motor: where they enter the machine, line side of its switch or fuse",
    {
      there: "They are there, within the plate's band",
      off: "There, and out of it",
      missing: "Missing there too",
    },
  ),
  called: choiceSlot("Room controller, thermostat or remote set to fan: is a call shown", {
    shown: "A call is shown",
    none: "None is shown",
  }),
  turns: answers("Called, everything plugged: it", {
    runs: "Turns as called, and steadily",
    silent: "Stands",
    givesUp: "Starts and gives up, again and again",
    hunts: "Goes up and down, up and down",
    wrongSpeed: "Turns faster or slower than is called",
  }),
  freeAir: answers(
    "It hunted; once more with filter out and doors open",
    { steady: "Steady then", hunts: "Up and down all the same" },
    { turns: "hunts" },
  ),
  linkMoves: answers("The link, watched for half a minute on both units: its figure", {
    moves: "Goes up and down: it talks",
    still: "Stands still at one value, or at nothing",
  }),
  direct: answers("Direct test at the motor's own socket, fused at 3 A", {
    runs: "Runs",
    silent: "No answer",
  }),
  directBoard: answers("Direct test at the board's end of the harness", {
    runs: "Runs",
    silent: "No answer",
  }),
  taps: answers("Each tap applied and taken away at the motor, one at a time", {
    allAnswer: "Every tap starts and stops it",
    someDead: "Some taps do not start it",
    noneAnswer: "No tap starts it",
    keepsRunning: "Runs on with no tap live",
  }),
  ...taps,
  runsOn: answers("Nothing called, all delays waited out", WITH_NOTHING_CALLED),
  runsOnAgain: answers("It stopped then; nothing called, on another day", WITH_NOTHING_CALLED, {
    runsOn: "stops",
  }),
  rocks: answers("How it starts", {
    starts: "At once",
    briefly: "Rocks briefly, then starts",
    keepsRocking: "Rocks and never starts",
  }),
  tester: answers("Plug-in go / no-go tester, where there is one", { go: "Go", noGo: "No go" }),
  sister: answers("A motor of the same kind, known to be good, in its place", WITH_A_GOOD_ONE),
  sisterAgain: answers("No trouble then; the good one in its place on another day", WITH_A_GOOD_ONE, {
    sister: "neither",
  }),
  trouble: answers("Run as it is used, one call from start to stop: what was complained of", SHOWS),
  troubleAgain: answers("It did not show then; run as it is used on another day", SHOWS, {
    trouble: "away",
  }),
  unplugged: answers("A supply missing at the fan plug: off, waited out, fan unplugged, powered again", {
    back: "It is there then",
    missing: "Still missing",
  }),
  code: choiceSlot("What the machine's code speaks of", { none: "No code", ...CODE_SUBJECT_LABELS }),
  codeShown: { ...noteSlot, label: "Code shown", name: "Code" },
} as const satisfies Readonly<Record<PointId, Slot>> & Readonly<Record<string, Slot>>;
