import type { EntryKind, Intake } from "#contract/jobs";
import { parseQuantity, RESISTANCE } from "#core/quantity";
import type {
  CheckId,
  Complaint,
  Consequence,
  Connection,
  Disposition,
  Family,
  PastEvent,
  ReadingValue,
  WaitingFor,
} from "#core/record";
import { cautionsFor } from "#core/safety";

/** An invented shed by a canal lock. Every name, place and number is made up. */
interface DemoJob {
  readonly machine: string;
  readonly owner: string;
  readonly serial: string;
  readonly family: Family;
  readonly connection?: Connection;
  readonly polePairs?: number;
  readonly expected?: string;
  readonly consequence?: Consequence;
  readonly complaint: Complaint;
  readonly words: string;
  readonly events?: readonly PastEvent[];
  readonly day: string;
  readonly by?: string;
  readonly safe?: boolean;
  readonly turn?: string;
  readonly play?: string;
  readonly opened?: boolean;
  readonly seen?: readonly string[];
  readonly frame?: readonly string[];
  readonly meter?: string;
  readonly tips?: string;
  readonly pairs?: readonly string[];
  readonly decision?: { readonly what: Disposition; readonly why: string; readonly waiting?: WaitingFor };
  readonly repair?: { readonly plan: string; readonly done: string; readonly minutes: number };
  readonly after?: readonly string[];
  readonly closed?: boolean;
}

const CO_OP = "Thistledown Market Co-op";
const ORCHARD = "Hollin Orchard";
const GROWERS = "Saltmarsh Growers";
const TRIKE = {
  owner: CO_OP,
  family: "hub",
  connection: "star",
  polePairs: 15,
  expected: "128m",
  consequence: "vehicle",
} as const;
const COPTER = {
  owner: ORCHARD,
  family: "hobby",
  connection: "star",
  polePairs: 7,
  expected: "48m",
  consequence: "aircraft",
} as const;
const FAN = { owner: GROWERS, family: "ecm", consequence: "property" } as const;
const OPEN3 = ["OL", "OL", "OL"];
const MILLIOHM = "meter-3";
const BASIC = "meter-1";

export const DEMO_JOBS: readonly DemoJob[] = [
  {
    ...TRIKE,
    machine: "Cargo trike 2, rear hub",
    serial: "TF-0022",
    complaint: "noisy",
    words: "rumbles on the flat",
    events: ["water"],
    day: "2025-02-11",
    safe: true,
    turn: "grinding",
    play: "clear",
    seen: ["rust"],
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.1m",
    pairs: ["127.6m", "128.4m", "127.9m"],
    decision: { what: "replacePart", why: "Outer bearing rusted; winding sound." },
    repair: { plan: "Bearing", done: "Both bearings replaced, covers sealed.", minutes: 70 },
    after: ["127.8m", "128.1m", "128.0m"],
    closed: true,
  },
  {
    ...FAN,
    machine: "Fan bay 1, greenhouse",
    serial: "SG-101",
    complaint: "noRun",
    words: "silent since Sunday",
    events: ["surge"],
    day: "2025-06-03",
    safe: true,
    turn: "even",
    play: "none",
    frame: OPEN3,
    meter: BASIC,
    tips: "0.2",
    pairs: ["9.6", "9.6", "9.6"],
    decision: { what: "notMotor", why: "Winding section sound: the module is next." },
    closed: true,
  },
  {
    ...COPTER,
    machine: "Survey copter 1, arm 2",
    serial: "HO-12",
    complaint: "noRun",
    words: "stopped in the air, landed in a hedge",
    events: ["heat"],
    day: "2025-09-20",
    safe: true,
    turn: "even",
    play: "none",
    seen: ["smell"],
    opened: true,
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.1m",
    pairs: OPEN3,
    decision: { what: "resolder", why: "Star joint burnt, windings still bright." },
    repair: {
      plan: "Star joint",
      done: "Cleaned, tinned and resoldered all three bundles, sleeved.",
      minutes: 25,
    },
    after: ["47.9m", "48.3m", "48.2m"],
    closed: true,
  },
  {
    ...TRIKE,
    machine: "Cargo trike 1, front hub",
    serial: "TF-0017",
    complaint: "noRun",
    words: "dead after the hill",
    events: ["heat"],
    day: "2026-11-12",
    safe: true,
    turn: "even",
    play: "none",
    opened: true,
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.1m",
    pairs: OPEN3,
    decision: { what: "resolder", why: "All pairs open with the probes proved; the joint fell apart." },
    repair: { plan: "Star joint", done: "Resoldered and tied; chips cleared off the magnets.", minutes: 45 },
    after: ["128.2m", "127.7m", "128.0m"],
  },
  {
    machine: "Narrowboat drive",
    owner: "Larkrise Moorings",
    serial: "LM-4",
    family: "traction",
    connection: "delta",
    polePairs: 5,
    expected: "18.4m",
    consequence: "property",
    complaint: "hot",
    words: "smells after an hour against the stream",
    events: ["heat"],
    day: "2026-11-13",
    by: "PR",
    safe: true,
    turn: "even",
    play: "none",
    opened: true,
    seen: ["dark"],
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.05m",
    pairs: ["14.3m", "17.4m", "17.4m"],
    decision: {
      what: "replaceMotor",
      why: "Shorted turns, windings dark; rewind ordered.",
      waiting: "parts",
    },
  },
  {
    machine: "Seed store, indoor fan",
    owner: ORCHARD,
    serial: "HS-2",
    family: "miniSplit",
    complaint: "noRun",
    words: "machine shows its fan code",
    events: ["surge"],
    day: "2026-11-16",
    safe: true,
    turn: "even",
    play: "none",
    frame: OPEN3,
    meter: BASIC,
    tips: "0.2",
    pairs: ["OL", "31.4", "OL"],
    decision: { what: "replaceMotor", why: "One winding open inside the casting.", waiting: "parts" },
  },
  {
    machine: "Chair, left drive",
    owner: "Mrs E. Quillane",
    serial: "CH-L",
    family: "traction",
    connection: "star",
    polePairs: 4,
    expected: "62m",
    consequence: "person",
    complaint: "uneven",
    words: "pulls to the left",
    day: "2026-11-20",
    by: "PR",
    safe: true,
  },
  {
    ...FAN,
    machine: "Fan bay 6, greenhouse",
    serial: "SG-106",
    complaint: "noRun",
    words: "no air since the weekend",
    day: "2026-11-20",
    by: "PR",
    safe: true,
    turn: "even",
    play: "slight",
    frame: ["OL"],
  },
  {
    ...FAN,
    machine: "Fan bay 2, greenhouse",
    serial: "SG-102",
    complaint: "noisy",
    words: "growls",
    day: "2026-11-20",
    safe: true,
    turn: "grinding",
    play: "clear",
    seen: [],
    frame: OPEN3,
    meter: BASIC,
    tips: "0.2",
    pairs: ["12.0", "12.1", "12.0"],
  },
  {
    ...TRIKE,
    machine: "Cargo trike 4, rear hub",
    serial: "TF-0044",
    complaint: "twitches",
    words: "twitches at the lights",
    events: ["crash"],
    day: "2026-11-21",
    safe: true,
    turn: "even",
    play: "none",
    seen: ["taped"],
    frame: OPEN3,
    meter: BASIC,
    tips: "0.2",
    pairs: ["OL", "0.3", "OL"],
  },
  {
    ...COPTER,
    machine: "Survey copter 2, arm 5",
    serial: "HO-25",
    complaint: "cutsOut",
    words: "arm sags on climb",
    day: "2026-11-23",
    safe: true,
    turn: "even",
    play: "none",
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.1m",
    pairs: ["47.6m"],
  },
  {
    ...COPTER,
    machine: "Survey copter 3, arm 1",
    serial: "HO-31",
    expected: "48m",
    complaint: "routine",
    words: "yearly look",
    day: "2026-11-23",
    safe: true,
    turn: "scraping",
    play: "none",
    opened: true,
    seen: ["chipped", "chips"],
  },
  {
    ...TRIKE,
    machine: "Cargo trike 5, front hub",
    serial: "TF-0051",
    complaint: "hot",
    words: "hub too hot to touch",
    events: ["water"],
    day: "2026-11-24",
    safe: true,
    turn: "grinding",
    play: "clear",
    opened: true,
    seen: ["rust", "dark"],
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.1m",
    pairs: ["108.6m", "127.9m", "109.1m"],
  },
  {
    ...TRIKE,
    machine: "Cargo trike 6, rear hub",
    serial: "TF-0060",
    complaint: "afterRepair",
    words: "worse since the cable was spliced",
    events: ["repair"],
    day: "2026-11-24",
    safe: true,
    turn: "even",
    play: "none",
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.9",
    pairs: ["212m 305m", "190m", "260m 148m"],
    decision: { what: "undecided", why: "Readings wander and the leads read 0.9 Ω: new leads first." },
  },
  {
    ...FAN,
    machine: "Fan bay 4, greenhouse",
    serial: "SG-104",
    complaint: "hunting",
    words: "up and down all night",
    day: "2026-11-24",
    by: "PR",
  },
  {
    ...TRIKE,
    machine: "Cargo trike 3, rear hub",
    serial: "TF-0031",
    complaint: "cutsOut",
    words: "cuts out on the bridge",
    events: ["water"],
    day: "2026-11-25",
    safe: true,
    turn: "even",
    play: "none",
    seen: ["taped"],
    frame: OPEN3,
    meter: MILLIOHM,
    tips: "0.1m",
    pairs: ["127.3m 127.4m 127.5m", "143.6m 143.5m 143.7m"],
  },
];

function valueOf(typed: string): ReadingValue {
  const parsed = parseQuantity(typed, RESISTANCE);
  if (parsed.kind === "refused") throw new RangeError(`demo reading "${typed}": ${parsed.sentence}`);
  return parsed.kind === "open" ? { kind: "open" } : { kind: "ohms", ohms: parsed.value };
}

interface Entry {
  readonly kind: EntryKind;
  readonly body: { readonly id: string; readonly by: string; readonly [field: string]: unknown };
}

const block = (n: number, width: number) => n.toString(16).padStart(width, "0");

/** One demo job as intake and entries, with ids and times that are the same at each run. */
export function demoSteps(job: DemoJob): { id: string; intake: Intake; entries: Entry[] } {
  const index = DEMO_JOBS.indexOf(job) + 1;
  let step = 0;
  const nextId = () => `0198${block(index, 4)}-${block(0, 4)}-7000-8000-${block((step += 1), 12)}`;
  const start = Date.parse(`${job.day}T08:30:00.000Z`);
  const now = () => new Date(start + step * 60_000).toISOString();
  const by = job.by ?? "MO";
  const id = nextId();
  const expected = job.expected === undefined ? null : valueOf(job.expected);
  const intake: Intake = {
    motor: {
      id: nextId(),
      name: job.machine,
      owner: job.owner,
      serial: job.serial,
      family: job.family,
      connection: job.connection ?? "unknown",
      polePairs: job.polePairs ?? null,
      expected:
        expected?.kind === "ohms"
          ? {
              ohms: expected.ohms,
              tolerance: 0.06,
              atTemperature: 20,
              source: "sound motors of this model in this shed",
            }
          : null,
      wireColours: { A: "yellow", B: "green", C: "blue" },
      consequence: job.consequence ?? "nuisance",
      balanceLimit: null,
    },
    complaint: job.complaint,
    complaintWords: job.words,
    events: job.events ?? [],
    takenInAt: now(),
  };
  const entries: Entry[] = [];
  const read = (
    check: CheckId,
    slot: string,
    value: ReadingValue,
    typed = "",
    epoch = 0,
    instrumentId: string | null = null,
  ) =>
    entries.push({
      kind: "reading",
      body: {
        id: nextId(),
        check,
        slot,
        epoch,
        value,
        typed,
        instrumentId,
        takenAt: now(),
        by,
        supersedes: null,
      },
    });
  const choose = (check: CheckId, slot: string, choice: string, epoch = 0) =>
    read(check, slot, { kind: "choice", choice }, "", epoch);
  const readPairs = (typed: readonly string[], epoch: number) =>
    typed.forEach((text, i) =>
      text
        .split(" ")
        .forEach((one) =>
          read("winding", ["AB", "BC", "CA"][i]!, valueOf(one), one, epoch, job.meter ?? BASIC),
        ),
    );

  if (job.safe) cautionsFor(job.family).forEach((caution) => choose("safety", caution.id, "done"));
  if (job.turn) choose("mechanical", "turn", job.turn);
  if (job.play) choose("mechanical", "axialPlay", job.play);
  if (job.turn) choose("mechanical", "sight", job.opened ? "opened" : "outside");
  if (job.turn) read("mechanical", "seen", { kind: "choices", choices: job.seen ?? [] });
  job.frame?.forEach((text, i) => read("frame", ["A", "B", "C"][i]!, valueOf(text), text, 0, BASIC));
  if (job.tips) read("winding", "tips", valueOf(job.tips), job.tips, 0, job.meter ?? BASIC);
  if (job.pairs) readPairs(job.pairs, 0);
  const add = (kind: EntryKind, fields: Record<string, unknown>) =>
    entries.push({ kind, body: { id: nextId(), ...fields, by, at: now() } });
  if (job.decision)
    add("decision", {
      disposition: job.decision.what,
      reason: job.decision.why,
      waitingFor: job.decision.waiting ?? "nothing",
    });
  if (job.repair) add("repair", job.repair);
  if (job.after) {
    read("winding", "tips", valueOf("0.1m"), "0.1m", 1, job.meter ?? BASIC);
    readPairs(job.after, 1);
    choose("mechanical", "turn", "even", 1);
  }
  if (job.closed) add("closing", { reason: "" });
  return { id, intake, entries };
}
