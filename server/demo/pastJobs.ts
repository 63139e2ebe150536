import type { DemoJob } from "./build.ts";
import { COPTER, lamps, MILLIOHM, OPEN3, TRIKE } from "./parts.ts";

const SOUND_TRIKE = ["127.8m", "128.1m", "127.9m"];
const SOUND_COPTER = ["48.0m", "48.2m", "48.1m"];

const measured = {
  safe: true,
  play: "none",
  frame: OPEN3,
  meter: MILLIOHM,
  tips: "0.1m",
  closed: true,
} as const;

/** A hub that rumbles: bearings replaced, and proved. */
const rumbling = (machine: string, serial: string, day: string, by: string): DemoJob => ({
  ...TRIKE,
  ...measured,
  machine,
  serial,
  complaint: "noisy",
  words: "rumbles on the flat",
  events: ["water"],
  day,
  by,
  turn: "grinding",
  play: "clear",
  opened: true,
  seen: ["rust"],
  pairs: SOUND_TRIKE,
  decision: { what: "replacePart", cures: ["bearings"], why: "Bearings grind and have play; winding sound." },
  parts: [{ part: "Bearing, two, 6203 2RS C3", price: 22, due: null }],
  repair: { plan: "bearings", done: "Both bearings replaced.", minutes: 65 },
  after: SOUND_TRIKE,
  ran: { minutes: 30, load: "light", celsius: 30 },
  released: "A new bearing runs quietly: bring it back if it sings or grows warm.",
});

/** A copter's arm whose star joint came apart. */
const opened = (machine: string, serial: string, day: string): DemoJob => ({
  ...COPTER,
  ...measured,
  machine,
  serial,
  complaint: "noRun",
  words: "arm dead at take-off",
  events: ["heat"],
  day,
  turn: "even",
  opened: true,
  pairs: OPEN3,
  decision: { what: "resolder", cures: ["starJoint"], why: "All pairs open with the probes proved." },
  repair: { plan: "starJoint", done: "Joint cleaned, resoldered and tied.", minutes: 30 },
  after: SOUND_COPTER,
  ran: { minutes: 60, load: "light", celsius: 37 },
  released: "Fly it low and over grass for the first battery.",
});

/** A hub that is sound while its battery sags. */
const sagging = (machine: string, serial: string, day: string, under: string): DemoJob => ({
  ...TRIKE,
  ...measured,
  machine,
  serial,
  complaint: "lowPower",
  words: "slow on the ramp",
  day,
  by: "PR",
  turn: "even",
  seen: [],
  pairs: SOUND_TRIKE,
  then: [
    ...lamps("forward", "101 100 110 010 011 001 101 100 110 010 011 001 101"),
    { check: "feed", slot: "pack.rest", kind: "volts", typed: "40.8" },
    { check: "feed", slot: "pack.load", kind: "volts", typed: under },
    { check: "feed", slot: "command", kind: "choice", typed: "follows" },
    { check: "feed", slot: "rubbing", kind: "choice", typed: "free" },
  ],
  decision: { what: "notMotor", cures: ["battery"], why: "Battery sags under throttle; motor sound." },
});

/** What was closed in the two years before: what the shed has learned of its own motors. */
export const PAST_JOBS: readonly DemoJob[] = [
  rumbling("Cargo trike 3, front hub", "TF-0033", "2025-01-21", "MO"),
  rumbling("Cargo trike 6, front hub", "TF-0063", "2025-03-18", "PR"),
  opened("Survey copter 2, arm 1", "HO-21", "2025-04-09"),
  sagging("Cargo trike 4, front hub", "TF-0043", "2025-05-06", "32.4"),
  {
    ...TRIKE,
    ...measured,
    machine: "Cargo trike 4, front hub",
    serial: "TF-0043",
    complaint: "cutsOut",
    words: "new battery, and it still dies on the ramp",
    events: ["newBattery"],
    day: "2025-06-12",
    turn: "even",
    seen: ["taped"],
    pairs: ["127.9m", "141.6m", "141.8m"],
    decision: {
      what: "resolder",
      cures: ["joint"],
      why: "Lead C joined by twisting under the tape: high joint.",
    },
    repair: { plan: "phaseWire", done: "Lead C cut back, joined and sleeved.", minutes: 35 },
    after: SOUND_TRIKE,
    ran: { minutes: 30, load: "working", celsius: 34 },
    released: "Keep the cable free where it leaves the motor.",
  },
  rumbling("Cargo trike 8, front hub", "TF-0083", "2025-07-15", "MO"),
  opened("Survey copter 4, arm 6", "HO-46", "2025-10-02"),
  rumbling("Cargo trike 9, rear hub", "TF-0092", "2025-12-09", "MO"),
  sagging("Cargo trike 7, rear hub", "TF-0072", "2026-02-17", "33.0"),
  opened("Survey copter 6, arm 3", "HO-63", "2026-04-22"),
  rumbling("Cargo trike 10, front hub", "TF-0103", "2026-06-11", "PR"),
  rumbling("Cargo trike 5, rear hub", "TF-0052", "2026-08-19", "MO"),
];
