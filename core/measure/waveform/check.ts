import { unreachedReason } from "../../families/index.ts";
import {
  captureIn,
  skipReason,
  type CheckDefinition,
  type CheckState,
  type Finding,
} from "../../check/index.ts";
import { leastLow, visibility } from "../../capture/index.ts";
import { percentText, quantityText, SPEED_CONSTANT } from "../../quantity/index.ts";
import { figureOf, saysOf, type KeptCapture, type Sitting } from "../../record/index.ts";
import { withRecorder } from "./recorder.ts";
import { WAVEFORM_SLOTS } from "./slots.ts";
import { MAGNET_RING, RUNOUT, WAVEFORM_VARIABLES } from "./variables.ts";

const MINUTES = 3;

/** A chip or a loose magnet may be missed by a winding that sees it: how often. Simulated recordings; bench judgement. */
const MISSED = 0.12;
/** A ring that scatters by more than this hides a swing that is worth a word. */
const ROUGH = 0.007;

/** Turns that a recording holds; 0 where nobody said how many pole pairs there are. */
const turnsOf = (capture: KeptCapture): number =>
  capture.polePairs === null ? 0 : (figureOf(capture, "cycles")?.value ?? 0) / capture.polePairs;

/** Whether a weak magnet would have shown: two whole turns, slots that let one be seen, and less scatter than it would leave. */
function couldSee({ slots, polePairs, drawn: { magnets } }: KeptCapture): boolean {
  if (!magnets || slots === null || polePairs === null) return false;
  const shows = visibility(slots, polePairs);
  return shows !== null && shows > leastLow(magnets.u);
}

/** What is told of the magnets one by one. Even is said only where a weak one would have shown, and none stands out either way. */
function ringFinding(capture: KeptCapture): Finding | null {
  const low = figureOf(capture, "weakPolePairAgainstOthers");
  if (low && low.value < 0)
    return {
      check: "waveform",
      variable: MAGNET_RING.id,
      likelihood: { someLow: 1, even: Math.max(1e-3, Math.exp(-0.5 * (low.value / (low.u / 2)) ** 2)) },
      sentence: `Magnets at one place of every turn ${percentText(low.value / 100)} against the others, in all lines alike`,
      advice: "Look between the magnets before it is spun again: a chip or a loose one.",
      departs: true,
      place: null,
    };
  const { magnets } = capture.drawn;
  if (!magnets || turnsOf(capture) < 2 || saysOf(capture, "oncePerTurn") || !couldSee(capture)) return null;
  if (magnets.heights.some((height) => Math.abs(height - 1) > leastLow(magnets.u))) return null;
  return {
    check: "waveform",
    variable: MAGNET_RING.id,
    likelihood: { even: 1, someLow: MISSED },
    sentence: `${magnets.heights.length} magnets alike within ${percentText(spreadOf(magnets.heights), { signed: false })}`,
    departs: false,
    place: null,
  };
}

const spreadOf = (heights: readonly number[]) => Math.max(...heights) - Math.min(...heights);

function runoutFinding(capture: KeptCapture): Finding | null {
  const swing = figureOf(capture, "oncePerTurn");
  if (swing)
    return {
      check: "waveform",
      variable: RUNOUT.id,
      likelihood: { swings: 1, none: Math.max(1e-3, Math.exp(-0.5 * (swing.value / (swing.u / 2)) ** 2)) },
      sentence: `The voltage swings by ±${swing.value.toFixed(1)} % once in every turn: the rotor runs out of the middle`,
      advice: "Bearings, a bent shaft, or the chuck: turn it in the chuck by half a turn and record again.",
      departs: true,
      place: null,
    };
  const { magnets } = capture.drawn;
  if (!magnets || turnsOf(capture) < 2 || magnets.u > ROUGH) return null;
  return {
    check: "waveform",
    variable: RUNOUT.id,
    likelihood: { none: 1, swings: MISSED },
    sentence: "No swing with the turn",
    departs: false,
    place: null,
  };
}

/** Recordings of an epoch, the one spun first. */
function capturesIn(job: Sitting, epoch: number): KeptCapture[] {
  return Object.keys(WAVEFORM_SLOTS).flatMap((slot) => captureIn(job, "waveform", slot, epoch) ?? []);
}

/** A coast sees the magnets as a spin does: the spin stands where both say something, so that neither counts twice. */
function findingsOf(captures: readonly KeptCapture[]): Finding[] {
  const first = (of: (capture: KeptCapture) => Finding | null) =>
    captures.flatMap((capture) => of(capture) ?? [])[0];
  return [first(ringFinding), first(runoutFinding)].filter((finding) => finding !== undefined);
}

function stateOf(job: Sitting, epoch: number, findings: readonly Finding[]): CheckState {
  if (capturesIn(job, epoch).length === 0)
    return skipReason(job, "waveform", epoch) === null ? "toDo" : "skipped";
  if (findings.some(({ departs }) => departs)) return "departs";
  return findings.length > 0 ? "agrees" : "cannotTell";
}

function noteOf(job: Sitting, epoch: number): string {
  const [capture] = capturesIn(job, epoch);
  if (!capture) return skipReason(job, "waveform", epoch) ?? "";
  const low = figureOf(capture, "weakPolePairAgainstOthers");
  if (low) return `magnets ${percentText(low.value / 100)}`;
  if (figureOf(capture, "oncePerTurn")) return "swings";
  const constant = withRecorder(capture.figures)["speedConstant"];
  return constant ? quantityText(constant.value, SPEED_CONSTANT, constant.u) : "recorded";
}

/** A recorded back-EMF: what a meter cannot see, magnet by magnet. Its three voltages are judged where a spin's are. */
export const waveformCheck: CheckDefinition = {
  id: "waveform",
  title: "Waveform",
  stage: "Spun",
  minutes: MINUTES,
  why: "A recording shows each magnet by itself, tells the speed constant best, and needs no steady drill.",
  gated: true,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "recording",
  slots: WAVEFORM_SLOTS,
  variables: WAVEFORM_VARIABLES,
  leansOn: [],
  notApplicable: unreachedReason,
  optional: () => true,
  answer: (sitting, epoch) => {
    const findings = findingsOf(capturesIn(sitting, epoch));
    return {
      findings,
      state: stateOf(sitting, epoch, findings),
      note: noteOf(sitting, epoch),
      // It asks for a recorder that not every shop has: it is there to be made, and nobody is sent to it.
      steps: [],
      made: [],
    };
  },
};
