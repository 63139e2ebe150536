import {
  captureIn,
  certain,
  chosen,
  countedNote,
  leftOutReason,
  madeSteps,
  openSteps,
  plainState,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import { percentText, quantityText, VOLTAGE, type Ratio, type Volts } from "../../quantity/index.ts";
import { FAMILY_FACTS } from "../../families/index.ts";
import { figureOf, quantitiesIn, type KeptCapture, type Sitting } from "../../record/index.ts";
import { SAGS_BELOW } from "../../runlog/index.ts";
import { FEED_SLOTS } from "./slots.ts";
import { COMMAND, FEED_VARIABLES, PACK, RUBBING, SETTINGS } from "./variables.ts";

/**
 * Whether a pack holds while the throttle is opened.
 * @param rest V at rest, above 0
 * @param load lowest V under throttle, at least 0
 * @throws RangeError outside
 * @example packAnswer(40, 34) // "sags"
 */
export function packAnswer(rest: Volts, load: Volts): "holds" | "sags" {
  if (!(rest > 0) || !(load >= 0))
    throw new RangeError(`packAnswer: rest must be above 0 V and load at least 0 V, got ${rest} and ${load}`);
  return load < SAGS_BELOW * rest ? "sags" : "holds";
}

/** How much of its rated current a run has to ask for, so that it shows whether a pack holds. Bench judgement. */
const LEAST_LOAD: Ratio = 0.5;
/** Where nobody knows the rating: how often a pack that sags would have held in such a run. Bench judgement. */
const UNRATED = 0.25;

function isLoaded(log: KeptCapture, { rated }: Sitting["motor"]): boolean {
  if (rated?.amperes === undefined) return true;
  return (figureOf(log, "mostCurrent")?.value ?? 0) >= LEAST_LOAD * rated.amperes;
}

/** The pack by a log of a run: its lowest against what it has without load. */
function loggedPack(job: Sitting, epoch: number): Finding | null {
  const log = captureIn(job, "feed", "log", epoch);
  const [sag, lowest] = log ? [figureOf(log, "packSag"), figureOf(log, "packLowest")] : [];
  if (!sag || !lowest) return null;
  const load = 1 + sag.value / 100;
  const answer = packAnswer(1, Math.max(0, load));
  const sags = answer === "sags";
  // A pack that was hardly asked for anything holds for all that shows.
  if (!sags && !isLoaded(log!, job.motor)) return null;
  return {
    ...certain(
      "feed",
      PACK,
      answer,
      `In the logged run the battery falls to ${quantityText(lowest.value, VOLTAGE)}, ${percentText(load - 1)}${sags ? ": it sags" : ""}`,
      sags,
    ),
    ...(!sags && job.motor.rated?.amperes === undefined && { likelihood: { holds: 1, sags: UNRATED } }),
  };
}

/** A logged run shows the pack under its own load: what was read by hand of the same is not counted beside it. */
function packFinding(job: Sitting, epoch: number): Finding | null {
  return loggedPack(job, epoch) ?? packByHand(job, epoch);
}

function packByHand({ readings }: Sitting, epoch: number): Finding | null {
  const of = (slot: string) => quantitiesIn(readings, "feed", slot, epoch, "volts").at(-1);
  const [rest, load] = [of("pack.rest"), of("pack.load")];
  if (rest === undefined || load === undefined || !(rest > 0)) return null;
  const answer = packAnswer(rest, load);
  return certain(
    "feed",
    PACK,
    answer,
    `Battery ${quantityText(rest, VOLTAGE)} at rest, ${quantityText(load, VOLTAGE)} under throttle, ${percentText(load / rest - 1)}${answer === "sags" ? ": it sags" : ""}`,
    answer === "sags",
  );
}

const COMMAND_WORDS = {
  follows: "The command follows the throttle",
  uneven: "The command jumps or sticks",
  missing: "The command is missing",
} as const;

function feedFindings(job: Sitting, epoch: number): Finding[] {
  const command = chosen(job, "feed", FEED_SLOTS, "command", epoch);
  const rubbing = chosen(job, "feed", FEED_SLOTS, "rubbing", epoch);
  const settings = chosen(job, "feed", FEED_SLOTS, "settings", epoch);
  return [
    rubbing
      ? certain(
          "feed",
          RUBBING,
          rubbing,
          rubbing === "free" ? "Nothing rubs on it" : "Brake, chain or propeller rubs",
          rubbing === "rubs",
        )
      : null,
    packFinding(job, epoch),
    command ? certain("feed", COMMAND, command, COMMAND_WORDS[command], command !== "follows") : null,
    settings
      ? certain(
          "feed",
          SETTINGS,
          settings,
          settings === "fit"
            ? "The controller's settings fit"
            : "The controller's settings do not fit this motor",
          settings === "wrong",
        )
      : null,
  ].filter((finding) => finding !== null);
}

const STEPS: readonly DeclaredStep[] = [
  {
    name: "rubbing",
    title: "Wheel lifted or propeller off: does anything rub?",
    slots: ["rubbing"],
    minutes: 1,
    variables: [RUBBING],
  },
  {
    name: "pack",
    title: "Battery at rest and under throttle",
    slots: ["pack.rest", "pack.load"],
    minutes: 3,
    variables: [PACK],
  },
  {
    name: "command",
    title: "The command while it is opened",
    slots: ["command"],
    minutes: 2,
    variables: [COMMAND],
  },
  {
    name: "settings",
    title: "Controller settings against the motor",
    slots: ["settings"],
    minutes: 4,
    variables: [SETTINGS],
  },
];
const MINUTES = STEPS.reduce((sum, { minutes }) => sum + minutes, 0);

/** Half of the motors brought in are sound: what feeds, commands and holds this one. */
export const feedCheck: CheckDefinition = {
  id: "feed",
  title: "What feeds it",
  stage: "Under power",
  minutes: MINUTES,
  why: "Half of the motors brought in are sound: battery, throttle, settings or a brake is the cause.",
  gated: true,
  live: true,
  looksAt: "source",
  touchedBySetUp: false,
  keys: "readings",
  slots: FEED_SLOTS,
  variables: FEED_VARIABLES,
  leansOn: [],
  only: "bare",
  notApplicable: ({ family }) =>
    FAMILY_FACTS[family].ownElectronics
      ? "Its own electronics take mains and command: see its own checks."
      : null,
  optional: () => true,
  answer: (sitting, epoch) => {
    const findings = feedFindings(sitting, epoch);
    const state = plainState(sitting, "feed", epoch, findings);
    const steps = openSteps(findings, STEPS);
    // One of several that agrees says nothing of the others.
    const left = steps.filter((step) => leftOutReason(sitting, "feed", step, epoch) === null);
    const partly = state === "agrees" && left.length > 0;
    return {
      findings,
      state: partly ? "inProgress" : state,
      note: partly
        ? `${STEPS.length - left.length} of ${STEPS.length}`
        : countedNote(sitting, "feed", epoch, findings),
      steps,
      made: madeSteps(findings, STEPS),
    };
  },
};
