import { certain, skipReason, type CheckDefinition } from "../check/index.ts";
import type { Finding } from "../evidence/index.ts";
import { choiceIn, latestIn, quantitiesIn, type JobRecord } from "../record/index.ts";

/** What turning by hand felt like, as a person says it. Even cogging and smooth are both ordinary. */
export const TURN_CHOICES = [
  "even",
  "smooth",
  "tightSpot",
  "grinding",
  "scraping",
  "stiff",
  "locked",
] as const;
const TURN_NOTES: Readonly<Record<string, string>> = {
  even: "even",
  smooth: "smooth",
  tightSpot: "tight spot",
  grinding: "grinds",
  scraping: "scrapes",
  stiff: "stiff",
  locked: "locked",
};
/** What a stiff rotor does once its electronics are unplugged. */
export const UNPLUGGED_CHOICES = ["free", "stillStiff"] as const;
export const PLAY_CHOICES = ["none", "slight", "clear"] as const;
export const PLAY_SLOTS = ["axialPlay", "radialPlay0", "radialPlay90"] as const;
export const NOISE_CHOICES = ["quiet", "marbles", "scrape"] as const;
/** How far one could see: some marks show only once the motor is open. */
export const SIGHT_CHOICES = ["outside", "opened"] as const;

/** Each pair of leads bridged in turn and the rotor turned by hand: three equal drags, no meter. */
export const DRAG_CHOICES = ["equal", "oneDiffers", "noneDrags", "dragsUnbridged"] as const;
const DRAG_WORDS: Readonly<Record<(typeof DRAG_CHOICES)[number], string>> = {
  equal: "Each bridged pair drags alike",
  oneDiffers: "One bridged pair drags differently",
  noneDrags: "No bridged pair drags",
  dragsUnbridged: "Drags with nothing bridged",
};
/** A coast-down below this share of the sister's is short. Bench judgement: grease and seals differ. */
export const COAST_LIMIT = 0.7;

interface Mark {
  readonly code: string;
  readonly variable: string;
  readonly outcome: string;
  readonly words: string;
}

/** Marks a person may tick. */
export const MARKS: readonly Mark[] = [
  { code: "smell", variable: "burnt", outcome: "smell", words: "Burnt smell" },
  { code: "dark", variable: "burnt", outcome: "dark", words: "Windings dark or burnt" },
  { code: "rust", variable: "damp", outcome: "rust", words: "Water or rust" },
  { code: "scratched", variable: "magnetsSeen", outcome: "scratched", words: "Magnets scratched" },
  { code: "chipped", variable: "magnetsSeen", outcome: "chipped", words: "Magnet chipped, cracked or loose" },
  { code: "torn", variable: "laminationsSeen", outcome: "torn", words: "Laminations torn" },
  { code: "chips", variable: "debrisSeen", outcome: "chips", words: "Chips or dirt in the gap" },
  { code: "taped", variable: "wiresSeen", outcome: "taped", words: "Wires taped or chafed" },
  { code: "broken", variable: "wiresSeen", outcome: "broken", words: "A wire visibly broken" },
];

/** What the absence of a mark says, and whether it can be said from outside. */
const ABSENCE: readonly {
  readonly variable: string;
  readonly outcome: string;
  readonly outside: boolean;
  readonly words: string;
}[] = [
  { variable: "burnt", outcome: "none", outside: false, words: "Windings bright" },
  { variable: "damp", outcome: "none", outside: true, words: "Dry, no rust" },
  { variable: "magnetsSeen", outcome: "sound", outside: false, words: "Magnets whole" },
  { variable: "laminationsSeen", outcome: "sound", outside: false, words: "Laminations whole" },
  { variable: "debrisSeen", outcome: "clean", outside: false, words: "Gap clean" },
  { variable: "wiresSeen", outcome: "sound", outside: true, words: "Wires whole outside" },
];

function turnFinding(job: JobRecord, epoch: number): Finding | null {
  const turn = choiceIn(job.readings, "mechanical", "turn", epoch);
  if (!turn) return null;
  const noise = choiceIn(job.readings, "mechanical", "noise", epoch);
  const unplugged = choiceIn(job.readings, "mechanical", "turnUnplugged", epoch);
  const even = turn === "even" || turn === "smooth";
  if (even && noise === "marbles")
    return certain("turn", "grinding", "Turns, with a rattle like marbles", true);
  if (even && noise === "scrape") return certain("turn", "scraping", "Turns, with a scraping sound", true);
  if (even) return certain("turn", "even", turn === "even" ? "Turns in even steps" : "Turns smoothly", false);
  if (turn === "stiff" && unplugged === "free")
    return certain("turn", "stiffPluggedOnly", "Stiff, and free once unplugged", true);
  if (turn === "stiff" && unplugged !== "stillStiff")
    return {
      ...certain("turn", "stiff", "Stiff; not yet turned with its electronics unplugged", true),
      likelihood: { stiff: 1, stiffPluggedOnly: 1 },
    };
  const words: Record<string, string> = {
    stiff: "Stiff with nothing connected",
    tightSpot: "One tight spot",
    grinding: "Grinds when turned",
    scraping: "Scrapes when turned",
    locked: "Does not turn",
  };
  return certain("turn", turn, words[turn] ?? turn, true);
}

function playFinding(job: JobRecord, epoch: number): Finding | null {
  const felt = PLAY_SLOTS.flatMap((slot) => choiceIn(job.readings, "mechanical", slot, epoch) ?? []);
  if (felt.length === 0) return null;
  const worst = PLAY_CHOICES.findLast((choice) => felt.includes(choice)) ?? "none";
  const words = { none: "No play felt", slight: "Slight play", clear: "Clear play" };
  return certain("play", worst, words[worst], worst === "clear");
}

function dragFinding(job: JobRecord, epoch: number): Finding | null {
  const drag = DRAG_CHOICES.find(
    (choice) => choice === choiceIn(job.readings, "mechanical", "shortDrag", epoch),
  );
  return drag ? certain("shortDrag", drag, DRAG_WORDS[drag], drag !== "equal") : null;
}

/** Time to come to rest from the same speed, against a sister motor on the same day. */
function coastFinding(job: JobRecord, epoch: number): Finding | null {
  const secondsIn = (slot: string) => quantitiesIn(job.readings, "mechanical", slot, epoch, "seconds").at(-1);
  const [own, sister] = [secondsIn("coastDown"), secondsIn("coastDown.sister")];
  if (own === undefined || sister === undefined || sister === 0) return null;
  const short = own < COAST_LIMIT * sister;
  return certain(
    "coastDown",
    short ? "short" : "agrees",
    `Coasts down in ${own} s, its sister in ${sister} s${short ? ": something drags" : ""}`,
    short,
  );
}

function seenFindings(job: JobRecord, epoch: number): Finding[] {
  const seen = latestIn(job.readings, "mechanical", "seen", epoch)?.value;
  if (seen?.kind !== "choices") return [];
  const opened = choiceIn(job.readings, "mechanical", "sight", epoch) === "opened";
  const marks = MARKS.filter(({ code }) => seen.choices.includes(code));
  return ABSENCE.flatMap(({ variable, outcome, outside, words }) => {
    // Marks of one variable stand from mild to grave; the gravest is the finding.
    const mark = marks.findLast((candidate) => candidate.variable === variable);
    if (mark) return [certain(variable, mark.outcome, mark.words, true)];
    return outside || opened ? [certain(variable, outcome, words, false)] : [];
  });
}

function mechanicalFindings(job: JobRecord, epoch: number): Finding[] {
  return [
    turnFinding(job, epoch),
    playFinding(job, epoch),
    dragFinding(job, epoch),
    coastFinding(job, epoch),
    ...seenFindings(job, epoch),
  ].filter((finding) => finding !== null);
}

/** Look, turn, listen, rock. */
export const mechanicalCheck: CheckDefinition = {
  id: "mechanical",
  title: "Look and turn",
  stage: "At rest",
  minutes: 2,
  why: "Bearings, magnets and dirt are felt before they are measured; some findings end the job at once.",
  notApplicable: () => null,
  findings: mechanicalFindings,
  state: (job, epoch) => {
    const findings = mechanicalFindings(job, epoch);
    if (findings.some(({ departs }) => departs)) return "departs";
    if (findings.length > 0)
      return choiceIn(job.readings, "mechanical", "turn", epoch) ? "agrees" : "inProgress";
    return skipReason(job, "mechanical", epoch) === null ? "toDo" : "skipped";
  },
  note: (job, epoch) => {
    const turn = choiceIn(job.readings, "mechanical", "turn", epoch);
    if (turn) return TURN_NOTES[turn] ?? turn;
    return mechanicalFindings(job, epoch).length > 0 ? "begun" : (skipReason(job, "mechanical", epoch) ?? "");
  },
  open: (job, epoch) => {
    const known = mechanicalFindings(job, epoch).map(({ variable }) => variable);
    const variables = ["turn", "play", "damp", "wiresSeen"].filter((variable) => !known.includes(variable));
    return variables.length > 0 ? { check: "mechanical", minutes: 2, variables, merged: {} } : null;
  },
};

/** A fact that ends the matter: it condemns the motor or its rotor, or leaves it unusable as it stands. */
export interface HardFact {
  readonly ends: "motor" | "rotor" | "asItStands";
  readonly sentence: string;
}

/** Marks that end the matter: torn laminations condemn the motor, broken magnets the rotor. Common practice. */
export function hardFactOf(job: JobRecord, epoch: number): HardFact | null {
  const seen = latestIn(job.readings, "mechanical", "seen", epoch)?.value;
  if (seen?.kind !== "choices") return null;
  if (seen.choices.includes("torn"))
    return { ends: "motor", sentence: "Torn laminations condemn the motor." };
  if (seen.choices.includes("chipped"))
    return {
      ends: "rotor",
      sentence: "A broken magnet condemns the rotor: a fragment jams it without warning.",
    };
  return null;
}
