import {
  certain,
  chosen,
  countedNote,
  lowerFirst,
  madeSteps,
  openSteps,
  plainState,
  unmetNeeds,
  upperFirst,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import type { Variable } from "../../inference/index.ts";
import { quantityText, VOLTAGE } from "../../quantity/index.ts";
import {
  codeMeaning,
  latestIn,
  quantitiesIn,
  type Family,
  type Motor,
  type Sitting,
} from "../../record/index.ts";
import { fedAt, type Fed } from "../../families/index.ts";
import { pointsOf, schemeOf } from "../../families/index.ts";
import {
  ANY_PLATE,
  bareReason,
  LINE_PAIRS,
  WITH_ELECTRONICS,
  type Point,
  type Way,
} from "../../families/index.ts";
import { POWER_SLOTS, TAPS_OF } from "./slots.ts";
import * as V from "./variables.ts";
import type { FedVariable } from "./variables.ts";

/** Which variable a point's voltage finds out. */
const BY_SLOT: Readonly<Record<Point["slot"] & string, FedVariable>> = {
  "v24.transformer": V.TRANSFORMER_24,
  "v24.limit": V.LIMIT_24,
  "v24.call": V.CALL_24,
  "v24.board": V.BOARD_24,
  "v24.motor": V.MOTOR_24,
  tenVolts: V.TEN_VOLTS,
  "command.out": V.COMMAND_OUT,
  "command.in": V.COMMAND_IN,
  link: V.LINK,
  boardOut: V.BOARD_OUT,
  "driver.supply": V.DRIVER_SUPPLY,
  "driver.fifteen": V.FIFTEEN_VOLTS,
  "driver.command": V.DRIVER_COMMAND,
  "driver.feedback": V.FEEDBACK,
} as Readonly<Record<string, FedVariable>>;

/** What stands at a point of the way, V; null while nothing was read. */
const voltsAt = ({ readings }: Pick<Sitting, "readings">, slot: string, epoch: number): number | null =>
  quantitiesIn(readings, "power", slot, epoch, "volts").at(-1) ?? null;

/** What was read at a point of a way. */
export interface PointRead {
  readonly volts: number;
  readonly fed: Fed;
  /** Not what it should carry: too little or too much. */
  readonly departs: boolean;
  /** Too little: what lies before it is cut or weak. Too much is no cut. */
  readonly lost: boolean;
}

/** What was read at a point, and whether it carries what it should there; null while nothing was. */
export function readAt(
  job: Pick<Sitting, "readings" | "motor">,
  point: Point,
  epoch: number,
): PointRead | null {
  const volts = voltsAt(job, point.slot, epoch);
  if (volts === null || volts < 0) return null;
  const band = point.band(job.motor);
  const fed = fedAt(volts, band);
  const departs = fed === "dead" || fed === "outside";
  return { volts, fed, departs, lost: departs && volts < (band ?? ANY_PLATE).least };
}

/**
 * The stretch of a way in which a voltage is lost: from the last point that has it to the first that has not.
 * @returns null while none departs; `after` is null where no point before has it
 */
export function lostOn(
  job: Pick<Sitting, "readings" | "motor">,
  { points }: Pick<Way, "points">,
  epoch: number,
): { readonly after: Point | null; readonly at: Point } | null {
  const states = points.map((point) => readAt(job, point, epoch)?.lost);
  const at = states.indexOf(true);
  if (at < 0) return null;
  const after = states.slice(0, at).lastIndexOf(false);
  return { after: points[after] ?? null, at: points[at]! };
}

const MAINS_WORDS: Readonly<Record<Fed, string>> = {
  good: "within its band",
  edge: "near the edge of its band",
  there: "there; what its plate says is not written down",
  outside: "out of its band",
  dead: "none",
};
/** From ordinary to worst. */
const WORSE: readonly Fed[] = ["good", "edge", "there", "outside", "dead"];
const isMains = ({ slot }: Point) => slot === "mains" || slot.startsWith("mains.");

/** Mains that are not dead, and may be too low or too high for this machine. */
const ONLY_THERE = { good: 1, edge: 1, outside: 1 };

/**
 * The supply as one finding: as bad as the worst of its legs and lines. A three-phase supply is good only once every pair
 * of lines was read: with one leg lost the others still stand.
 */
function mainsFinding(job: Sitting, points: readonly Point[], epoch: number): Finding | null {
  const reads = points.filter(isMains).flatMap((point) => {
    const read = readAt(job, point, epoch);
    return read ? [{ point, ...read }] : [];
  });
  const worst = reads.toSorted((a, b) => WORSE.indexOf(b.fed) - WORSE.indexOf(a.fed))[0];
  if (!worst) return null;
  const wanted = points.filter(({ slot }) => LINE_PAIRS.some((pair) => pair === slot));
  if (!worst.departs && !wanted.every((point) => reads.some(({ point: { slot } }) => slot === point.slot)))
    return null;
  const standing = reads.find(({ point: { slot }, fed }) => slot.startsWith("mains.leg") && fed !== "dead");
  const live =
    worst.fed === "dead" && standing
      ? `; ${standing.point.name} stands at ${quantityText(standing.volts, VOLTAGE)} to earth: live all the same`
      : "";
  const said = `${worst.point.name} ${quantityText(worst.volts, VOLTAGE)}: ${MAINS_WORDS[worst.fed]}${live}`;
  return worst.fed === "there"
    ? {
        check: "power",
        variable: V.MAINS.id,
        likelihood: ONLY_THERE,
        sentence: said,
        departs: false,
        place: null,
        lacks: "what its plate says",
      }
    : certain("power", V.MAINS, worst.fed, said, worst.departs);
}

/** In this lowest share of its band a point may carry what is left of something that fails. Judgement. */
const NEARLY_LOST = 0.1;
const NEAR_ITS_END = { present: 1, absent: 0.5 };

function pointFinding(job: Sitting, point: Point, epoch: number): Finding | null {
  const read = readAt(job, point, epoch);
  if (!read) return null;
  const { volts, fed, departs, lost } = read;
  const variable = BY_SLOT[point.slot]!;
  const word =
    fed === "dead" ? "missing" : lost ? "below its band" : departs ? "there, above its band" : "there";
  const said = `${point.name} ${quantityText(volts, VOLTAGE)}: ${word}`;
  const finding = certain("power", variable, lost ? "absent" : departs ? "high" : "present", said, departs);
  const band = point.band(job.motor);
  const weak = band !== null && !departs && volts < band.least + NEARLY_LOST * (band.most - band.least);
  return weak ? { ...finding, likelihood: NEAR_ITS_END } : finding;
}

const isMissing = ({ absent = 0, present = 0 }: Finding["likelihood"]) => absent > present;

/** Whether what a driver lives on was seen missing at its plug. */
const isUnfed = (findings: readonly Finding[]): boolean =>
  [V.DRIVER_SUPPLY, V.FIFTEEN_VOLTS].some(({ id }) =>
    findings.some(({ variable, likelihood }) => variable === id && isMissing(likelihood)),
  );
/** Either as likely: what was read stands in the record, and says nothing of who is to blame. */
const NOTHING_SAID = { present: 1, high: 1, absent: 1 };

/**
 * Where what a driver lives on was seen missing, that it gives no answer follows from it, whoever lost it; and a board
 * that lost its supplies may command all the same.
 */
function unfedDriver(findings: readonly Finding[]): readonly Finding[] {
  if (!isUnfed(findings)) return findings;
  return findings.map((finding) =>
    (finding.variable === V.FEEDBACK.id && isMissing(finding.likelihood)) ||
    (finding.variable === V.DRIVER_COMMAND.id && !isMissing(finding.likelihood))
      ? { ...finding, likelihood: NOTHING_SAID }
      : finding,
  );
}

/** Tried whole against another one: nothing of them is opened on a bench. */
const SWAPPED_WHOLE: readonly Family[] = ["ecmSealed", "miniSplit", "miniSplitDriver"];
/** Answers of the motor itself, by family. */
const ANSWERS: Readonly<
  Record<
    | "entry"
    | "called"
    | "turns"
    | "freeAir"
    | "linkMoves"
    | "direct"
    | "directBoard"
    | "taps"
    | "runsOn"
    | "runsOnAgain"
    | "rocks"
    | "tester"
    | "sister"
    | "sisterAgain"
    | "trouble"
    | "troubleAgain"
    | "unplugged"
    | "code",
    { readonly variable: Variable; readonly sound: readonly string[]; readonly families: readonly Family[] }
  >
> = {
  entry: { variable: V.MAINS_ENTRY, sound: ["there"], families: ["ecm", "ecmAirflow", "ecmSealed"] },
  called: { variable: V.CALLED, sound: ["shown"], families: ["ecmSealed", "miniSplit", "miniSplitDriver"] },
  turns: { variable: V.TURNS, sound: ["runs"], families: WITH_ELECTRONICS },
  freeAir: { variable: V.FREE_AIR, sound: ["steady"], families: WITH_ELECTRONICS },
  linkMoves: { variable: V.LINK_MOVES, sound: ["moves"], families: ["miniSplit", "miniSplitDriver"] },
  direct: { variable: V.DIRECT, sound: ["runs"], families: ["ecmAirflow", "ecmSealed"] },
  directBoard: { variable: V.DIRECT_BOARD, sound: ["runs"], families: ["ecmAirflow"] },
  taps: { variable: V.TAPS, sound: ["allAnswer"], families: ["ecm"] },
  runsOn: { variable: V.RUNS_ON, sound: ["stops"], families: WITH_ELECTRONICS },
  runsOnAgain: { variable: V.RUNS_ON_AGAIN, sound: ["stops"], families: WITH_ELECTRONICS },
  rocks: { variable: V.ROCKS, sound: ["starts", "briefly"], families: WITH_ELECTRONICS },
  tester: { variable: V.TESTER, sound: ["go"], families: ["ecmAirflow"] },
  sister: { variable: V.SISTER, sound: ["neither"], families: SWAPPED_WHOLE },
  sisterAgain: { variable: V.SISTER_AGAIN, sound: ["neither"], families: SWAPPED_WHOLE },
  trouble: { variable: V.TROUBLE, sound: ["away"], families: WITH_ELECTRONICS },
  troubleAgain: { variable: V.TROUBLE_AGAIN, sound: ["away"], families: WITH_ELECTRONICS },
  unplugged: { variable: V.UNPLUGGED, sound: ["back"], families: ["miniSplitDriver"] },
  code: {
    variable: V.CODE,
    sound: ["none", "other"],
    families: ["ecmAirflow", "ecmSealed", "miniSplit", "miniSplitDriver"],
  },
};
type AnswerSlot = keyof typeof ANSWERS;
const ANSWER_SLOTS = Object.keys(ANSWERS) as AnswerSlot[];

/** Fed past its board by hand: only as its scheme says. */
const DIRECT: readonly AnswerSlot[] = ["direct", "directBoard", "taps"];
export const isDirect = (slot: AnswerSlot): boolean => DIRECT.includes(slot);

/** The answers that the motors of this family can give, with power on. */
const answersOf = ({ family }: Pick<Motor, "family">): readonly AnswerSlot[] =>
  ANSWER_SLOTS.filter((slot) => ANSWERS[slot].families.includes(family));

/** What the motor itself is asked now. */
export const answersAsked = (
  job: Pick<Sitting, "readings" | "motor">,
  epoch: number,
): readonly AnswerSlot[] =>
  answersOf(job.motor).filter(
    (slot) =>
      isAsked(job, slot, epoch) &&
      (!isDirect(slot) || (schemeOf(job.motor)?.direct ?? null) !== null || isAnswered(job, slot, epoch)),
  );

const isAnswered = (job: Pick<Sitting, "readings" | "motor">, slot: AnswerSlot, epoch: number) =>
  chosen(job, "power", POWER_SLOTS, slot, epoch) !== undefined;

/** The code that was shown, and what the machine's own table says of it. */
function codeSentence({ readings, motor }: Sitting, words: string, epoch: number): string {
  const shown = latestIn(readings, "power", "codeShown", epoch)?.value;
  if (shown?.kind !== "text" || shown.text === "") return words;
  const known = codeMeaning(motor.diagram, shown.text);
  return `Code ${shown.text}${known ? `, ${known.means}` : ""}: ${lowerFirst(words)}`;
}

/** Whether a motor known to be good was tried in its place. */
const isCompared = (job: Pick<Sitting, "readings" | "motor">, epoch: number) =>
  answersOf(job.motor).includes("sister") && chosen(job, "power", POWER_SLOTS, "sister", epoch) !== undefined;

/** Whether a leg or line at the motor carries what it should not: then the other side is read. */
const areMainsOff = (job: Pick<Sitting, "readings" | "motor">, epoch: number) => {
  const scheme = schemeOf(job.motor);
  return (scheme ? pointsOf(scheme) : []).some(
    (point) => isMains(point) && readAt(job, point, epoch)?.departs,
  );
};

/**
 * Whether what is asked first was answered so that this is asked too: what comes and goes is tried again, else nothing. What
 * was tried beside a good motor is not tried without it, nor told a second time.
 */
const isAsked = (job: Pick<Sitting, "readings" | "motor">, slot: AnswerSlot, epoch: number) =>
  unmetNeeds(job, "power", POWER_SLOTS[slot], epoch).every((name) => name === "stance") &&
  !(slot === "entry" && !areMainsOff(job, epoch)) &&
  !((slot === "trouble" || slot === "troubleAgain") && isCompared(job, epoch));

/**
 * The taps one by one, as one finding: which of those that carry a wire do not start it. Null while none departs
 * and not each was tried or carries no wire: what was said of all together stands until then.
 */
function tapsFinding(job: Sitting, epoch: number): Finding | null {
  const said = TAPS_OF.map((n) => ({ n, what: chosen(job, "power", POWER_SLOTS, `tap.${n}`, epoch) }));
  const of = (...wanted: readonly string[]) =>
    said.filter(({ what }) => what !== undefined && wanted.includes(what)).map(({ n }) => n);
  const [starts, dead, stays] = [of("starts"), of("dead"), of("stays")];
  const named = (numbers: readonly number[]) => `Tap${numbers.length > 1 ? "s" : ""} ${numbers.join(", ")}`;
  const whole = said.every(({ what }) => what !== undefined);
  if (stays.length > 0)
    return certain("power", V.TAPS, "keepsRunning", `${named(stays)}: it runs on once taken away`, true);
  if (starts.length > 0 && dead.length > 0)
    return certain("power", V.TAPS, "someDead", `${named(dead)}: no start, while others start it`, true);
  if (dead.length > 0) {
    const none = `${named(dead)}: ${dead.length > 1 ? "none starts" : "does not start"} it`;
    return whole
      ? certain("power", V.TAPS, "noneAnswer", none, true)
      : {
          ...certain("power", V.TAPS, "noneAnswer", `${none}; not all are tried`, true),
          likelihood: { noneAnswer: 1, someDead: 1 },
        };
  }
  // What was not tried passes for nothing.
  return starts.length > 0 && whole
    ? certain(
        "power",
        V.TAPS,
        "allAnswer",
        `${named(starts)}: ${starts.length > 1 ? "each starts" : "starts"} and stops it`,
        false,
      )
    : null;
}

/** What is asked only while these depart. */
const FOLLOWS: Readonly<Partial<Record<AnswerSlot, readonly string[]>>> = {
  entry: [V.MAINS.id],
  freeAir: [V.TURNS.id],
  unplugged: [V.DRIVER_SUPPLY.id, V.FIFTEEN_VOLTS.id],
};

function answerFinding(job: Sitting, slot: AnswerSlot, epoch: number): Finding | null {
  const byTap = slot === "taps" ? tapsFinding(job, epoch) : null;
  if (byTap) return byTap;
  const said = chosen(job, "power", POWER_SLOTS, slot, epoch);
  if (!said || !isAsked(job, slot, epoch)) return null;
  const { variable, sound } = ANSWERS[slot];
  const words = upperFirst(variable.words[said] ?? said);
  const sentence = slot === "code" ? codeSentence(job, words, epoch) : words;
  const follows = FOLLOWS[slot];
  return {
    ...certain("power", variable, said, sentence, !sound.includes(said)),
    ...(follows && { follows }),
  };
}

const POINT_MINUTES = 1;
const STATES: Readonly<Record<Point["state"], string>> = {
  powered: "powered",
  called: "called",
  calledUnplugged: "called, motor unplugged",
  turnedByHand: "turned by hand",
};
const pointStep = (point: Point): DeclaredStep => ({
  name: point.slot,
  title: `${point.name}: ${point.under}`,
  slots: [point.slot],
  minutes: POINT_MINUTES,
  variables: [BY_SLOT[point.slot]!],
});
/** The supply is one step, however many lines it has. */
function mainsStep(points: readonly Point[]): DeclaredStep {
  const [first] = points;
  return {
    name: "mains",
    title: points.length > 1 ? "Mains: every leg and every pair of lines" : `${first!.name}: ${first!.under}`,
    slots: points.map(({ slot }) => slot),
    minutes: POINT_MINUTES * (points.length > 1 ? 2 : 1),
    variables: [V.MAINS],
  };
}
/** Where a point lies and in which state it is read; what the one says already, the other does not say again. */
export const placeWords = ({ under, state }: Point): string =>
  under.includes(STATES[state]) ? under : `${under}; ${STATES[state]}`;

const ANSWER_STEPS: Readonly<Record<AnswerSlot, Pick<DeclaredStep, "title" | "minutes">>> = {
  entry: { title: "Mains where they enter the machine", minutes: 1 },
  called: { title: "Is a call shown?", minutes: 1 },
  turns: { title: "Called: how it behaves", minutes: 1 },
  freeAir: { title: "It hunts: once more in free air", minutes: 3 },
  linkMoves: { title: "The link between the units: does it pulse?", minutes: 2 },
  direct: { title: "Direct test at the motor's own socket", minutes: 3 },
  directBoard: { title: "Direct test at the board's end of the harness", minutes: 3 },
  taps: { title: "Each tap started and stopped, at the motor", minutes: 4 },
  runsOn: { title: "Nothing called, delays over: does it stop?", minutes: 4 },
  runsOnAgain: { title: "On another day: nothing called, does it stop?", minutes: 4 },
  rocks: { title: "How it starts", minutes: 1 },
  tester: { title: "The plug-in tester's word", minutes: 4 },
  sister: { title: "A known-good motor in its place", minutes: 8 },
  sisterAgain: { title: "On another day: a known-good motor in its place", minutes: 8 },
  trouble: { title: "Run as it is used: does the trouble show?", minutes: 10 },
  troubleAgain: { title: "On another day: run as it is used", minutes: 10 },
  unplugged: { title: "Supply again, with the fan unplugged", minutes: 8 },
  code: { title: "The code, and what the machine's label says of it", minutes: 1 },
};

function powerSteps(motor: Motor): readonly DeclaredStep[] {
  const scheme = schemeOf(motor);
  if (!scheme) return [];
  const points = pointsOf(scheme);
  return [
    mainsStep(points.filter(isMains)),
    ...points.filter((point) => !isMains(point)).map(pointStep),
    ...answersOf(motor).map((slot): DeclaredStep => ({
      name: slot,
      slots: [slot],
      variables: [ANSWERS[slot].variable],
      ...ANSWER_STEPS[slot],
    })),
  ];
}
/** Where supply and call are lost on their way to the motor, and whether it answers. */
export const powerCheck: CheckDefinition = {
  id: "power",
  title: "Supply and call",
  stage: "Under power",
  minutes: 6,
  why: "Follow supply and call from where they are made to where they are needed: where one stops, there is the fault.",
  gated: false,
  live: true,
  looksAt: "way",
  touchedBySetUp: false,
  keys: "readings",
  slots: POWER_SLOTS,
  variables: [
    V.MAINS,
    V.MAINS_ENTRY,
    V.TRANSFORMER_24,
    V.LIMIT_24,
    V.CALL_24,
    V.BOARD_24,
    V.MOTOR_24,
    V.TEN_VOLTS,
    V.COMMAND_OUT,
    V.COMMAND_IN,
    V.LINK,
    V.LINK_MOVES,
    V.BOARD_OUT,
    V.DRIVER_SUPPLY,
    V.FIFTEEN_VOLTS,
    V.DRIVER_COMMAND,
    V.FEEDBACK,
    V.CALLED,
    V.TURNS,
    V.FREE_AIR,
    V.DIRECT,
    V.DIRECT_BOARD,
    V.TAPS,
    V.RUNS_ON,
    V.RUNS_ON_AGAIN,
    V.ROCKS,
    V.TESTER,
    V.SISTER,
    V.SISTER_AGAIN,
    V.TROUBLE,
    V.TROUBLE_AGAIN,
    V.UNPLUGGED,
    V.CODE,
  ],
  leansOn: [],
  only: "ownElectronics",
  notApplicable: bareReason,
  optional: () => true,
  answer: (sitting, epoch) => {
    const scheme = schemeOf(sitting.motor);
    const points = scheme ? pointsOf(scheme) : [];
    const findings = unfedDriver(
      [
        mainsFinding(sitting, points, epoch),
        ...points.filter((point) => !isMains(point)).map((point) => pointFinding(sitting, point, epoch)),
        ...answersOf(sitting.motor).map((slot) => answerFinding(sitting, slot, epoch)),
      ].filter((finding) => finding !== null),
    );
    const steps = powerSteps(sitting.motor).filter(
      ({ name }) =>
        // Asked where a supply was missing with the fan plugged, and nowhere else.
        (name !== "unplugged" || isUnfed(findings)) &&
        (!(name in ANSWERS) || answersAsked(sitting, epoch).includes(name as AnswerSlot)),
    );
    return {
      findings,
      state: plainState(sitting, "power", epoch, findings),
      note: countedNote(sitting, "power", epoch, findings),
      steps: openSteps(findings, steps),
      made: madeSteps(findings, steps),
    };
  },
};
