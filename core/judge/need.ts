import type { NextCheck } from "./nextCheck.ts";

/**
 * One thing that must have been seen before something is said or done. Deciding, clearing, ordering, proof and release list
 * theirs alike.
 */
export interface Need {
  /** What is then known, as the object of a sentence. */
  readonly what: string;
  readonly why: string;
  /** Met by a reading; left out by somebody who gave a reason; or open. */
  readonly state: "met" | "leftOut" | "open";
  /** The reading that would meet it; null where it is met, or no reading does. */
  readonly step: NextCheck | null;
  /** A meter that can tell, where the one it was read with cannot. */
  readonly ableMeter: string | null;
  /** No reading meets it: it is written into the record. */
  readonly inRecord?: true;
}

/** Whether it is still to be met: it is neither met nor left out with a reason. */
export const isOpen = ({ state }: Pick<Need, "state">): boolean => state === "open";

/** Why it may not be done yet: the first need that is open; null where none is. */
export const whyNot = (needs: readonly Need[]): string | null => needs.find(isOpen)?.why ?? null;
