import { parseQuantity, QUANTITIES, RESISTANCE, TEMPERATURE, type QuantityName } from "#core/quantity";
import type {
  CheckId,
  Entry,
  EntryBody,
  EntryKind,
  Intake,
  Complaint,
  Consequence,
  Connection,
  Diagram,
  Disposition,
  Family,
  HallSpacing,
  PastEvent,
  Ratings,
  ReadingValue,
  WaitingFor,
  Pressing,
} from "#core/record";
import { REPAIR_PLANS, type CureId } from "#core/known";
import { cautionsFor } from "#core/measure/safety";
import { recordingOf, type DemoFile, type DemoRecording } from "./recordings.ts";

/** One more reading of a demo job: what is typed, and what kind of value that is. */
export interface DemoReading {
  readonly check: CheckId;
  readonly slot: string;
  readonly kind: QuantityName | "ohms" | "celsius" | "choice";
  readonly typed: string;
  readonly with?: string;
}

/** A job of the scenario, in the fewest words. */
export interface DemoJob {
  readonly machine: string;
  readonly owner: string;
  readonly serial: string;
  readonly family: Family;
  readonly connection?: Connection;
  readonly polePairs?: number;
  readonly expected?: string;
  /** Speed constant, rpm per volt of line peak. */
  readonly kv?: number;
  readonly hallSpacing?: HallSpacing;
  readonly rated?: Ratings;
  readonly modelId?: string;
  readonly diagram?: Diagram;
  readonly consequence?: Consequence;
  readonly complaint: Complaint;
  readonly words: string;
  readonly events?: readonly PastEvent[];
  /** As 2026-11-24; `now` where it came in a few minutes before the demo was built. */
  readonly day: string;
  readonly by?: string;
  readonly contact?: string;
  /** Promised so many days after the demo was built. */
  readonly promisedIn?: number;
  readonly pressing?: Pressing;
  readonly safe?: boolean;
  readonly turn?: string;
  readonly play?: string;
  readonly opened?: boolean;
  readonly seen?: readonly string[];
  readonly frame?: readonly string[];
  readonly meter?: string;
  readonly tips?: string;
  readonly pairs?: readonly string[];
  /** After the pairs at rest, in this order. */
  readonly then?: readonly DemoReading[];
  /** After those, what recorders wrote. */
  readonly recorded?: readonly DemoRecording[];
  readonly decision?: {
    readonly what: Disposition;
    readonly cures?: readonly CureId[];
    readonly why: string;
    readonly waiting?: WaitingFor;
  };
  readonly parts?: readonly Pick<EntryBody<"part">, "part" | "price" | "due">[];
  /** Steps done of a repair that is not recorded yet. */
  readonly begun?: { readonly plan: string; readonly steps: number };
  /** A repair with all steps of its plan. */
  readonly repair?: { readonly plan: string; readonly done: string; readonly minutes: number };
  readonly after?: readonly string[];
  readonly ran?: Pick<EntryBody<"burnIn">, "minutes" | "load" | "celsius">;
  /** What the customer is to watch. */
  readonly released?: string;
  readonly closed?: boolean;
}

function valueOf(typed: string): ReadingValue {
  const parsed = parseQuantity(typed, RESISTANCE);
  if (parsed.kind === "refused") throw new RangeError(`demo reading "${typed}": ${parsed.sentence}`);
  return parsed.kind === "open" ? { kind: "open" } : { kind: "ohms", ohms: parsed.value };
}

function asValue({ kind, typed }: DemoReading): ReadingValue {
  if (kind === "choice") return { kind, choice: typed };
  if (kind === "ohms") return valueOf(typed);
  const parsed = parseQuantity(typed, kind === "celsius" ? TEMPERATURE : QUANTITIES[kind]);
  if (parsed.kind !== "finite") throw new RangeError(`demo reading "${typed}" is no ${kind}`);
  return kind === "celsius"
    ? { kind, celsius: parsed.value }
    : { kind: "quantity", quantity: kind, value: parsed.value };
}

/** The first meter of a new shop; used where a job names none. */
const MAIN_METER = "meter-1";

/** Temperature of the shed, and of motors that lay in it overnight, °C. */
const WORKSHOP = 19;

/** How long before the demo was built its last job came in: its steps are a minute apart. */
const LATELY = 20 * 60_000;
/** No such job has more entries. */
const MOST_LATELY = 100;

const DAY = 24 * 60 * 60_000;
const dayAfter = (built: Date, days: number) =>
  new Date(built.getTime() + days * DAY).toISOString().slice(0, 10);

const block = (n: number, width: number) => n.toString(16).padStart(width, "0");

/** One demo job as intake and entries, with ids and times that are the same at each run. */
export function demoSteps(
  job: DemoJob,
  index: number,
  built = new Date(),
): { id: string; intake: Intake; entries: Entry[]; files: DemoFile[] } {
  let step = 0;
  const nextId = () => `0198${block(index, 4)}-${block(0, 4)}-7000-8000-${block((step += 1), 12)}`;
  const start = job.day === "now" ? built.getTime() - LATELY : Date.parse(`${job.day}T08:30:00.000Z`);
  // Parts of a finished job came on another day, some two days later; it was closed when it had run overnight.
  const comeAfter = job.closed && job.parts ? (index % 3) * DAY : 0;
  let later = 0;
  // What came in just now was read just now: nothing of it lies ahead.
  const each = job.day === "now" ? LATELY / MOST_LATELY : 60_000;
  const now = () => new Date(start + step * each + later).toISOString();
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
      ...(job.kv !== undefined && {
        speedConstant: { rpmPerVolt: job.kv, convention: "peak", source: "nameplate" },
      }),
      ...(job.hallSpacing && { hallSpacing: job.hallSpacing }),
      ...(job.rated && { rated: job.rated }),
      ...(job.modelId && { modelId: job.modelId }),
      ...(job.diagram && { diagram: job.diagram }),
    },
    complaint: job.complaint,
    complaintWords: job.words,
    events: job.events ?? [],
    takenInAt: now(),
    by,
    ...(job.contact !== undefined && { contact: job.contact }),
    ...(job.promisedIn !== undefined && { promised: dayAfter(built, job.promisedIn) }),
    ...(job.pressing && { pressing: job.pressing }),
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
          read("winding", ["AB", "BC", "CA"][i]!, valueOf(one), one, epoch, job.meter ?? MAIN_METER),
        ),
    );

  const readFrame = (typed: readonly string[], epoch: number) =>
    typed.forEach((text, i) => read("frame", ["A", "B", "C"][i]!, valueOf(text), text, epoch, MAIN_METER));

  const makeSafe = (epoch: number) =>
    cautionsFor(intake.motor).forEach((caution) => choose("safety", caution.id, "done", epoch));

  if (job.safe) makeSafe(0);
  if (job.turn) choose("mechanical", "turn", job.turn);
  if (job.play) choose("mechanical", "axialPlay", job.play);
  if (job.turn) choose("mechanical", "sight", job.opened ? "opened" : "outside");
  if (job.turn) read("mechanical", "seen", { kind: "choices", choices: job.seen ?? [] });
  if (job.frame) readFrame(job.frame, 0);
  if (job.pairs) read("winding", "temperature", { kind: "celsius", celsius: WORKSHOP }, String(WORKSHOP));
  if (job.tips) read("winding", "tips", valueOf(job.tips), job.tips, 0, job.meter ?? MAIN_METER);
  if (job.pairs) readPairs(job.pairs, 0);
  for (const one of job.then ?? [])
    read(one.check, one.slot, asValue(one), one.kind === "choice" ? "" : one.typed, 0, one.with ?? null);
  const files: DemoFile[] = [];
  for (const one of job.recorded ?? []) {
    const { file, value } = recordingOf(one);
    files.push(file);
    read(one.check, one.slot, value, one.name);
  }
  const add = <Kind extends Exclude<EntryKind, "reading">>(
    kind: Kind,
    fields: Omit<EntryBody<Kind>, "id" | "by" | "at">,
  ) => entries.push({ kind, body: { id: nextId(), ...fields, by, at: now() } } as unknown as Entry);
  if (job.decision)
    add("decision", {
      disposition: job.decision.what,
      ...(job.decision.cures && { cures: job.decision.cures }),
      reason: job.decision.why,
      waitingFor: job.decision.waiting ?? (comeAfter > 0 ? "parts" : "nothing"),
    });
  later = comeAfter;
  for (const part of job.parts ?? [])
    add("part", { epoch: 0, state: part.due === null ? "here" : "awaited", replaces: null, ...part });
  const work = (planId: string, most = Infinity) => {
    const { title, steps } = REPAIR_PLANS.find(({ id: known }) => known === planId)!;
    for (const { words } of steps.slice(0, most))
      add("work", { epoch: 0, plan: title, step: words, photos: [] });
    return title;
  };
  if (job.begun) work(job.begun.plan, job.begun.steps);
  if (job.repair) add("repair", { ...job.repair, plan: work(job.repair.plan) });
  if (job.after) {
    makeSafe(1);
    choose("mechanical", "turn", "even", 1);
    choose("mechanical", "axialPlay", "none", 1);
    choose("mechanical", "sight", "opened", 1);
    read("mechanical", "seen", { kind: "choices", choices: [] }, "", 1);
    readFrame(["OL", "OL", "OL"], 1);
    read("winding", "temperature", { kind: "celsius", celsius: WORKSHOP }, String(WORKSHOP), 1);
    read("winding", "tips", valueOf("0.1m"), "0.1m", 1, job.meter ?? MAIN_METER);
    readPairs(job.after, 1);
  }
  if (job.ran) later += index % 2 === 0 ? DAY : 0;
  if (job.ran) add("burnIn", { epoch: 1, sound: "even", note: "", ...job.ran });
  if (job.released !== undefined) add("release", { epoch: 1, as: "use", words: job.released });
  if (job.closed) add("closing", { reason: "" });
  return { id, intake, entries, files };
}
