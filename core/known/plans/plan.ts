import type { Minutes } from "../../quantity/index.ts";
import type { CheckId, DeadHallSchool, Disposition } from "../../record/index.ts";
import type { CureId } from "../cures/ids.ts";
import type { FaultId } from "../faults/ids.ts";

/** One step of a plan. */
export interface RepairStep {
  readonly words: string;
  /** It is photographed before or while it is done: the record then shows how it was. */
  readonly photo: boolean;
}

/** A part that a plan may need, and what it is told by when it is ordered. */
interface RatedPart {
  readonly what: string;
  readonly by: string;
  readonly cure: CureId;
}

/** A repair as the trade does it: what it takes, step by step, and the readings that prove it. */
export interface RepairPlan {
  readonly id: string;
  readonly title: string;
  /** What was done once it is carried out, as the report says it: a sentence in the past tense. */
  readonly did: string;
  readonly dispositions: readonly Disposition[];
  /** Cures that it carries out. */
  readonly does: readonly CureId[];
  /** Faults of the catalogue it cures. */
  readonly cures: readonly FaultId[];
  /** Hands-on minutes of somebody who has done it before. Bench judgement. */
  readonly minutes: Minutes;
  /** Runs by itself in its middle: drying, glue that cures. 0 where nothing does. Bench judgement. */
  readonly wait: Minutes;
  readonly tools: readonly string[];
  readonly consumables: readonly string[];
  readonly parts: readonly RatedPart[];
  readonly steps: readonly RepairStep[];
  readonly cautions: readonly string[];
  /** The way of a shop, where the trade has two for the same fault; null where it has one. */
  readonly school: DeadHallSchool | null;
  /** Checks to repeat afterwards. */
  readonly proof: readonly CheckId[];
}

/** A step of a repair, done without a photo. */
export const step = (words: string): RepairStep => ({ words, photo: false });
/** A step of a repair that a photo is kept of. */
export const photographed = (words: string): RepairStep => ({ words, photo: true });
