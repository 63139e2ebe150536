import { choiceSlot, measuredSlot, noteSlot, type CheckDefinition, type Slot } from "../../check/index.ts";
import { waitFor } from "./wait.ts";
import { CAPACITANCE, RESISTANCE, VOLTAGE, type Minutes } from "../../quantity/index.ts";
import { latestIn, type CheckId, type Reading, type Sitting } from "../../record/index.ts";
import { CAUTIONS, cautionsFor, type Caution } from "./cautions.ts";
import { lastPowered } from "./powered.ts";

/** A caution is acknowledged as done; one that waits is started first. */
const SAFETY_SLOTS: Readonly<Record<string, Slot>> = {
  ...Object.fromEntries(
    CAUTIONS.map(({ id, name }) => [id, choiceSlot(name, { started: "Started", done: "Done" })]),
  ),
  bleedCapacitance: measuredSlot("Capacitance that holds the charge", CAPACITANCE, {
    hint: "as 1000µ",
    plausible: () => ({ least: 1e-6, most: 0.02 }),
    refuse: (value) => (value > 0 ? null : "A capacitance above zero, such as 1000µ."),
  }),
  bleedResistance: measuredSlot("Bleed resistor across it", RESISTANCE, {
    hint: "as 470k",
    canBeOpen: false,
    plausible: () => ({ least: 1000, most: 5e6 }),
    refuse: (value) => (value > 0 ? null : "A resistance above zero, such as 470k."),
  }),
  bleedVolts: measuredSlot("Voltage at the start", VOLTAGE, {
    hint: "V DC",
    plausible: () => ({ least: 20, most: 900 }),
    refuse: (value) => (value > 0 ? null : "A voltage above zero."),
  }),
  waitCut: { ...noteSlot, label: "Why the wait was cut short", name: "Wait cut short" },
};

const BLEED = ["bleedCapacitance", "bleedResistance", "bleedVolts"] as const;

/** The last that was written of it in this epoch or one before: a capacitor stays what it is through a repair. */
function lastQuantity(
  { readings }: Pick<Sitting, "readings">,
  slot: (typeof BLEED)[number],
  epoch: number,
): number | null {
  for (let at = epoch; at >= 0; at -= 1) {
    const value = latestIn(readings, "safety", slot, at)?.value;
    if (value?.kind === "ohms") return value.ohms;
    if (value?.kind === "quantity") return value.value;
  }
  return null;
}

/**
 * How long a caution is waited out: its own least, or as long as the capacitors of this machine need where somebody wrote
 * down what they are. @returns whole minutes; 0 where nothing is waited for
 * @example minutesOf(sitting, {}, 0) // 0
 */
export function minutesOf(
  sitting: Pick<Sitting, "readings">,
  caution: Pick<Caution, "wait">,
  epoch: number,
): Minutes {
  if (caution.wait === undefined) return 0;
  const [farads, ohms, volts] = BLEED.map((slot) => lastQuantity(sitting, slot, epoch));
  return farads && ohms && volts ? Math.max(caution.wait, waitFor({ farads, ohms, volts })) : caution.wait;
}

/** Why the wait was cut short in this epoch, where it was. */
export function waitCut({ readings }: Pick<Sitting, "readings">, epoch: number): string | null {
  const value = latestIn(readings, "safety", "waitCut", epoch)?.value;
  return value?.kind === "text" ? value.text : null;
}

/**
 * Whether what was acknowledged or begun still stands: going from live to dead asks for it anew. By the order in which it
 * was written down, since clocks of two devices differ.
 */
const stands = (
  sitting: Pick<Sitting, "readings">,
  caution: Caution,
  reading: Reading,
  epoch: number,
  during?: CheckId,
) => caution.untilPowered !== true || sitting.readings.indexOf(reading) > lastPowered(sitting, epoch, during);

/**
 * Who stands at the bench, and since when what was made safe still counts (UTC, ISO 8601): the start of the day, or the
 * last closing where that is later. The core has no clock and knows nobody: callers say.
 */
export interface Here {
  readonly by: string;
  readonly since: string;
}

/** Whether what was acknowledged then holds for who is here now. Safe does not last. */
const holdsFor = ({ lapses }: Caution, { by, takenAt }: Reading, here: Here | undefined): boolean =>
  lapses !== true || here === undefined || (by === here.by && takenAt >= here.since);

/** What was said last of a caution in this epoch, where that is that it is done; null otherwise. */
function acknowledged(
  { readings }: Pick<Sitting, "readings">,
  { id }: Caution,
  epoch: number,
): Reading | null {
  const reading = latestIn(readings, "safety", id, epoch);
  return reading?.value.kind === "choice" && reading.value.choice === "done" ? reading : null;
}

/**
 * What is still to be done before a caution can be said: verified dead is nothing while the capacitors are waited out.
 * @returns null where nothing is
 */
export const comesFirst = (
  sitting: Sitting,
  { after = [] }: Caution,
  epoch: number,
  here?: Here,
): Caution | null =>
  cautionsFor(sitting.motor).find(
    (caution) => after.includes(caution.id) && !isDone(sitting, caution, epoch, here),
  ) ?? null;

/** Whether a caution was acknowledged before what comes before it was. */
const isSaidTooEarly = (sitting: Sitting, { after = [] }: Caution, reading: Reading, epoch: number) =>
  cautionsFor(sitting.motor).some((caution) => {
    const before = after.includes(caution.id) ? acknowledged(sitting, caution, epoch) : reading;
    return before === null || sitting.readings.indexOf(before) > sitting.readings.indexOf(reading);
  });

/**
 * Whether a caution was acknowledged in this epoch after all that comes before it, and nothing was powered since that makes
 * it void.
 * @param here who is there now, for whom it may have lapsed; left out, it is asked whether it was ever done
 * @param during the check that is being made, whose own power does not count
 */
export function isDone(
  sitting: Sitting,
  caution: Caution,
  epoch: number,
  here?: Here,
  during?: CheckId,
): boolean {
  const reading = acknowledged(sitting, caution, epoch);
  return (
    reading !== null &&
    !isSaidTooEarly(sitting, caution, reading, epoch) &&
    stands(sitting, caution, reading, epoch, during) &&
    holdsFor(caution, reading, here)
  );
}

/** When the last caution of the epoch was acknowledged (UTC, ISO 8601), and by whom; null while one is open. */
export function madeSafe(
  sitting: Sitting,
  epoch: number,
  here?: Here,
  during?: CheckId,
): { readonly at: string; readonly by: string } | null {
  const cautions = cautionsFor(sitting.motor);
  if (!cautions.every((caution) => isDone(sitting, caution, epoch, here, during))) return null;
  const last = cautions
    .flatMap((caution) => acknowledged(sitting, caution, epoch) ?? [])
    .toSorted((a, b) => (a.takenAt < b.takenAt ? -1 : 1))
    .at(-1);
  return last ? { at: last.takenAt, by: last.by } : null;
}

/** When it was made safe; null while a caution is open. */
export const madeSafeAt = (sitting: Sitting, epoch: number, here?: Here, during?: CheckId): string | null =>
  madeSafe(sitting, epoch, here, during)?.at ?? null;

/** Why what was once made safe is not any more, in a sentence; null where it still is, or never was. */
export function lapsed(sitting: Sitting, epoch: number, here: Here): string | null {
  const said = cautionsFor(sitting.motor).map((caution) => ({
    caution,
    reading: acknowledged(sitting, caution, epoch),
  }));
  const open = said.flatMap(({ caution, reading }) =>
    reading && !isDone(sitting, caution, epoch, here) ? [{ caution, reading }] : [],
  );
  if (open.length === 0 || said.some(({ reading }) => reading === null)) return null;
  if (open.some(({ caution, reading }) => !stands(sitting, caution, reading, epoch)))
    return "Power was on since it was made safe: switch off and verify dead again.";
  const another = open.find(({ caution, reading }) => !holdsFor(caution, reading, here));
  if (!another) return "It was verified dead before it was switched off and waited out: verify dead again.";
  return open.some(({ reading }) => reading.takenAt < here.since)
    ? "It was made safe before, and that does not last: go through it again."
    : `${another.reading.by} made it safe. You take it over: go through it yourself.`;
}

export interface RunningWait {
  readonly caution: Caution;
  readonly startedAt: string;
  readonly minutes: Minutes;
}

/**
 * The wait of a caution that was started, not yet acknowledged as over, and not cut through by power since: what was waited
 * out before that is waited out anew. The core has no clock: callers count.
 */
export function waitOf(sitting: Sitting, caution: Caution, epoch: number): RunningWait | null {
  const started = latestIn(sitting.readings, "safety", caution.id, epoch);
  const begun = started?.value.kind === "choice" && started.value.choice === "started";
  if (caution.wait === undefined || !begun || !stands(sitting, caution, started, epoch)) return null;
  return { caution, startedAt: started.takenAt, minutes: minutesOf(sitting, caution, epoch) };
}

/** The wait that is running in a job, if any. */
export const runningWait = (sitting: Sitting, epoch: number): RunningWait | null =>
  cautionsFor(sitting.motor).flatMap((caution) => waitOf(sitting, caution, epoch) ?? [])[0] ?? null;

/** Minutes of a wait that nobody has started yet, before the motor may be touched; 0 while it runs, or where there is none. */
export const waitAhead = (sitting: Sitting, epoch: number): Minutes =>
  Math.max(
    0,
    ...cautionsFor(sitting.motor)
      .filter((caution) => !isDone(sitting, caution, epoch) && waitOf(sitting, caution, epoch) === null)
      .map((caution) => minutesOf(sitting, caution, epoch)),
  );

/** Making safe: each caution acknowledged, again after each repair. It finds nothing about the motor. */
export const safetyCheck: CheckDefinition = {
  id: "safety",
  title: "Made safe",
  stage: "Take in",
  minutes: 2,
  why: "Nothing is measured on a motor that could start or shock you.",
  gated: false,
  live: false,
  looksAt: "isolation",
  touchedBySetUp: false,
  keys: "choices",
  slots: SAFETY_SLOTS,
  variables: [],
  leansOn: [],
  notApplicable: () => null,
  optional: () => false,
  answer: (sitting, epoch) => {
    const cautions = cautionsFor(sitting.motor);
    // Whether it still holds depends on who is there and what was powered since: callers ask lapsed and madeSafe.
    const done = cautions.filter((caution) => acknowledged(sitting, caution, epoch) !== null).length;
    const begun = cautions.some(({ id }) => latestIn(sitting.readings, "safety", id, epoch));
    return {
      findings: [],
      state: done === cautions.length ? "agrees" : begun ? "inProgress" : "toDo",
      note: done > 0 && done < cautions.length ? `${done}/${cautions.length}` : "",
      steps: [],
      made: [],
    };
  },
};
