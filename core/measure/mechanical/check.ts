import { comesApart, unreachedReason } from "../../families/index.ts";
import {
  certain,
  chosen,
  lowerFirst,
  plainState,
  madeSteps,
  openSteps,
  skipReason,
  type CheckDefinition,
  type DeclaredStep,
  type ChoiceOf,
  type Finding,
} from "../../check/index.ts";
import type { OutcomeOf, Variable } from "../../inference/index.ts";
import { DURATION, quantityText } from "../../quantity/index.ts";
import { latestIn, quantitiesIn, type Motor, type Sitting } from "../../record/index.ts";
import { MECHANICAL_SLOTS, type MarkCode } from "./slots.ts";
import {
  BURNT,
  COAST_DOWN,
  DAMP,
  DEBRIS_SEEN,
  LAMINATIONS_SEEN,
  MAGNETS_SEEN,
  MECHANICAL_VARIABLES,
  PLAY,
  SHORT_DRAG,
  TURN,
  WATER_SEEN,
  WIRES_SEEN,
} from "./variables.ts";

const MINUTES = 2;
type Turn = ChoiceOf<typeof MECHANICAL_SLOTS, "turn">;

const TURN_NOTES: Readonly<Record<Turn, string>> = {
  even: "even",
  smooth: "smooth",
  tightSpot: "tight spot",
  grinding: "grinds",
  scraping: "scrapes",
  stiff: "stiff",
  locked: "locked",
};
const TURN_WORDS: Readonly<Record<Turn, string>> = {
  even: "Turns in even steps",
  smooth: "Turns smoothly",
  tightSpot: "One tight spot",
  grinding: "Grinds when turned",
  scraping: "Scrapes when turned",
  stiff: "Stiff with nothing connected",
  locked: "Does not turn",
};
const PLAY_SLOTS = ["axialPlay", "radialPlay0", "radialPlay90"] as const;
const PLAY_ORDER = ["none", "slight", "clear"] as const;
const PLAY_WORDS = { none: "No play felt", slight: "Slight play", clear: "Clear play" } as const;
const DRAG_WORDS = {
  equal: "Each bridged pair drags alike",
  oneDiffers: "One bridged pair drags differently",
  noneDrags: "No bridged pair drags",
  dragsUnbridged: "Drags with nothing bridged",
} as const;
/** A coast-down below this share of the sister's is short. Bench judgement: grease and seals differ. */
const COAST_LIMIT = 0.7;

/** What was seen of one part: its marks from mild to grave, and what their absence says. */
interface Part<V extends Variable> {
  readonly variable: V;
  readonly marks: readonly {
    readonly code: MarkCode;
    readonly outcome: OutcomeOf<V>;
    readonly words: string;
  }[];
  readonly absent: { readonly outcome: OutcomeOf<V>; readonly words: string };
  /** Its absence can be said from outside. */
  readonly outside: boolean;
}
const part = <V extends Variable>(one: Part<V>): Part<Variable> => one;

const PARTS = [
  part({
    variable: BURNT,
    marks: [
      { code: "smell", outcome: "smell", words: "Burnt smell" },
      { code: "dark", outcome: "dark", words: "Windings dark or burnt" },
    ],
    absent: { outcome: "none", words: "Windings bright" },
    outside: false,
  }),
  part({
    variable: DAMP,
    marks: [{ code: "rust", outcome: "rust", words: "Rust outside" }],
    absent: { outcome: "none", words: "No rust outside" },
    outside: true,
  }),
  part({
    variable: WATER_SEEN,
    marks: [
      { code: "rustInside", outcome: "rust", words: "Rust or a tide mark inside" },
      { code: "water", outcome: "standing", words: "Water standing inside" },
    ],
    absent: { outcome: "dry", words: "Dry inside" },
    outside: false,
  }),
  part({
    variable: MAGNETS_SEEN,
    marks: [
      { code: "scratched", outcome: "scratched", words: "Magnets scratched" },
      { code: "scored", outcome: "scored", words: "Magnets deeply scored" },
      { code: "chipped", outcome: "chipped", words: "Magnet chipped, cracked or loose" },
    ],
    absent: { outcome: "sound", words: "Magnets whole" },
    outside: false,
  }),
  part({
    variable: LAMINATIONS_SEEN,
    marks: [{ code: "torn", outcome: "torn", words: "Laminations torn" }],
    absent: { outcome: "sound", words: "Laminations whole" },
    outside: false,
  }),
  part({
    variable: DEBRIS_SEEN,
    marks: [{ code: "chips", outcome: "chips", words: "Chips or dirt in the gap" }],
    absent: { outcome: "clean", words: "Gap clean" },
    outside: false,
  }),
  part({
    variable: WIRES_SEEN,
    marks: [
      { code: "taped", outcome: "taped", words: "Wires taped or chafed" },
      { code: "broken", outcome: "broken", words: "A wire visibly broken" },
    ],
    absent: { outcome: "sound", words: "Wires whole outside" },
    outside: true,
  }),
] as const;

const of = <Name extends keyof typeof MECHANICAL_SLOTS & string>(
  sitting: Sitting,
  slot: Name,
  epoch: number,
) => chosen(sitting, "mechanical", MECHANICAL_SLOTS, slot, epoch);

function turnFinding(sitting: Sitting, epoch: number): Finding | null {
  const turn = of(sitting, "turn", epoch);
  if (!turn) return null;
  const noise = of(sitting, "noise", epoch);
  const unplugged = of(sitting, "turnUnplugged", epoch);
  if (turn === "even" || turn === "smooth") {
    if (noise === "marbles")
      return certain("mechanical", TURN, "grinding", "Turns, with a rattle like marbles", true);
    if (noise === "scrape")
      return certain("mechanical", TURN, "scraping", "Turns, with a scraping sound", true);
    return certain("mechanical", TURN, "even", TURN_WORDS[turn], false);
  }
  if (turn === "stiff" && unplugged === "free")
    return certain("mechanical", TURN, "stiffPluggedOnly", "Stiff, and free once unplugged", true);
  if (turn === "stiff" && unplugged !== "stillStiff")
    return {
      ...certain("mechanical", TURN, "stiff", "Stiff; not yet turned with its electronics unplugged", true),
      likelihood: { stiff: 1, stiffPluggedOnly: 1 },
    };
  return certain("mechanical", TURN, turn, TURN_WORDS[turn], true);
}

function playFinding(sitting: Sitting, epoch: number): Finding | null {
  const felt = PLAY_SLOTS.flatMap((slot) => of(sitting, slot, epoch) ?? []);
  const worst = PLAY_ORDER.findLast((choice) => felt.includes(choice));
  return worst ? certain("mechanical", PLAY, worst, PLAY_WORDS[worst], worst === "clear") : null;
}

function dragFinding(sitting: Sitting, epoch: number): Finding | null {
  const drag = of(sitting, "shortDrag", epoch);
  return drag ? certain("mechanical", SHORT_DRAG, drag, DRAG_WORDS[drag], drag !== "equal") : null;
}

/** Time to come to rest from the same speed, against a sister motor on the same day. */
function coastFinding({ readings }: Sitting, epoch: number): Finding | null {
  const secondsIn = (slot: keyof typeof MECHANICAL_SLOTS) =>
    quantitiesIn(readings, "mechanical", slot, epoch, "seconds").at(-1);
  const [own, sister] = [secondsIn("coastDown"), secondsIn("coastDown.sister")];
  if (own === undefined || sister === undefined || sister === 0) return null;
  const short = own < COAST_LIMIT * sister;
  return certain(
    "mechanical",
    COAST_DOWN,
    short ? "short" : "agrees",
    `Coasts down in ${quantityText(own, DURATION)}, its sister in ${quantityText(sister, DURATION)}${short ? ": something drags" : ""}`,
    short,
  );
}

/** Marks ticked in an epoch, or null where nobody said what was seen. */
export function marksSeen({ readings }: Sitting, epoch: number): readonly string[] | null {
  const seen = latestIn(readings, "mechanical", "seen", epoch)?.value;
  return seen?.kind === "choices" ? seen.choices : null;
}

function seenFindings(sitting: Sitting, epoch: number): Finding[] {
  const seen = marksSeen(sitting, epoch);
  if (!seen) return [];
  const opened = of(sitting, "sight", epoch) === "opened";
  return PARTS.flatMap(({ variable, marks, absent, outside }) => {
    // The gravest mark of a part is the finding.
    const mark = marks.findLast(({ code }) => seen.includes(code));
    if (mark) return [certain("mechanical", variable, mark.outcome, mark.words, true)];
    return outside || opened ? [certain("mechanical", variable, absent.outcome, absent.words, false)] : [];
  });
}

function findingsOf(sitting: Sitting, epoch: number): Finding[] {
  return [
    turnFinding(sitting, epoch),
    playFinding(sitting, epoch),
    dragFinding(sitting, epoch),
    coastFinding(sitting, epoch),
    ...seenFindings(sitting, epoch),
  ].filter((finding) => finding !== null);
}

const SHORT_WORDS: Readonly<Record<string, string>> = {
  [SHORT_DRAG.id]: "drags oddly",
  [COAST_DOWN.id]: "coasts short",
};

/** What departs before how it turns: a note never says less than its mark. */
function noteOf(sitting: Sitting, epoch: number, findings: readonly Finding[]): string {
  const turn = of(sitting, "turn", epoch);
  const [first, ...others] = findings.filter(({ departs }) => departs);
  if (first && others.length > 0) return `${others.length + 1} depart`;
  if (first && first.variable !== TURN.id) return SHORT_WORDS[first.variable] ?? lowerFirst(first.sentence);
  if (turn) return TURN_NOTES[turn];
  return findings.length > 0 ? "begun" : (skipReason(sitting, "mechanical", epoch) ?? "");
}

const LOOK: DeclaredStep = {
  name: "look",
  title: "Look, turn, rock",
  slots: ["turn", "axialPlay", "sight", "seen"],
  minutes: MINUTES,
  variables: [TURN, PLAY, DAMP, WIRES_SEEN],
};
const UNPLUG: DeclaredStep = {
  name: "unplug",
  title: "Unplug its electronics and turn it again",
  slots: ["turnUnplugged"],
  minutes: 1,
  variables: [TURN],
};
const OPEN: DeclaredStep = {
  name: "open",
  title: "Open it and look inside",
  slots: ["sight", "seen"],
  minutes: 12,
  variables: [LAMINATIONS_SEEN, MAGNETS_SEEN, DEBRIS_SEEN, WATER_SEEN, BURNT],
};
/** The same once more: it lies open now. */
const INSIDE: DeclaredStep = {
  ...OPEN,
  title: "Look inside",
  slots: ["seen"],
  since: ["sight", "opened"],
  marks: Object.fromEntries(PARTS.map(({ variable, marks }) => [variable.id, marks.map(({ code }) => code)])),
  minutes: 2,
};
const DRAG: DeclaredStep = {
  name: "drag",
  title: "Bridge each pair of leads and turn",
  slots: ["shortDrag"],
  minutes: 2,
  variables: [SHORT_DRAG],
};
const COAST: DeclaredStep = {
  name: "coast",
  title: "Coast-down against a sister",
  slots: ["coastDown", "coastDown.sister"],
  minutes: 4,
  variables: [COAST_DOWN],
};

/** The leads of a winding that carries a module are reached once it is off. Judgement. */
const MODULE_OFF_MINUTES = 6;
const dragStep = (motor: Motor): DeclaredStep =>
  comesApart(motor) ? { ...DRAG, minutes: DRAG.minutes + MODULE_OFF_MINUTES } : DRAG;

function stepsOf(sitting: Sitting, epoch: number, findings: readonly Finding[]) {
  const opened = of(sitting, "sight", epoch) === "opened";
  const looked = of(sitting, "turn", epoch) !== undefined;
  // Leads that carry mains are not bridged, and a sealed motor is not opened.
  const reached = unreachedReason(sitting.motor) === null;
  const doubted = of(sitting, "turn", epoch) === "stiff" && of(sitting, "turnUnplugged", epoch) === undefined;
  return [
    ...openSteps(findings, [LOOK]),
    ...(doubted ? openSteps([], [UNPLUG]) : []),
    ...(opened || !looked || !reached ? [] : openSteps(findings, [OPEN])),
    ...(looked ? openSteps(findings, reached ? [dragStep(sitting.motor), COAST] : [COAST]) : []),
  ];
}

/** Whether somebody looked at it, now or before a repair: after one it is turned again, and looked at where the repair was. */
const wasLookedAt = ({ readings }: Sitting, epoch: number): boolean =>
  Array.from({ length: epoch + 1 }, (_, at) => at).some((at) =>
    ["sight", "seen"].some((slot) => latestIn(readings, "mechanical", slot, at) !== undefined),
  );

/** Look, turn, listen, rock. */
export const mechanicalCheck: CheckDefinition = {
  id: "mechanical",
  title: "Look and turn",
  stage: "At rest",
  minutes: MINUTES,
  why: "Bearings, magnets and dirt are felt before they are measured; some findings end the job at once.",
  gated: true,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "choices",
  slots: MECHANICAL_SLOTS,
  variables: MECHANICAL_VARIABLES,
  leansOn: [],
  notApplicable: () => null,
  optional: () => false,
  answer: (sitting, epoch) => {
    const findings = findingsOf(sitting, epoch);
    const turn = of(sitting, "turn", epoch);
    const state = plainState(sitting, "mechanical", epoch, findings);
    return {
      findings,
      // Until it was turned by hand and looked at it is begun and no more, unless something departs already.
      state:
        state === "agrees" && !(turn && wasLookedAt(sitting, epoch))
          ? "inProgress"
          : state === "inProgress"
            ? "toDo"
            : state,
      note: noteOf(sitting, epoch, findings),
      steps: stepsOf(sitting, epoch, findings),
      made: madeSteps(findings, [LOOK, INSIDE, DRAG]),
    };
  },
};
