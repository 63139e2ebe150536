import { EMPTY, type IntakeFields } from "./intakeForm.ts";
import { keptAs } from "../app/place.ts";

const KEY = keptAs("green-fable.take-in");

/** A take-in begun on this device and not finished; null where there is none. */
export function draftKept(): IntakeFields | null {
  try {
    const text = localStorage.getItem(KEY);
    const kept: unknown = text ? JSON.parse(text) : null;
    return kept && typeof kept === "object" ? { ...EMPTY, ...kept } : null;
  } catch {
    return null;
  }
}

/** Keeps what is typed so far; a form with nothing in it leaves nothing behind. */
export function keepDraft(fields: IntakeFields): void {
  try {
    if (JSON.stringify({ ...EMPTY, ...fields }) === JSON.stringify(EMPTY)) localStorage.removeItem(KEY);
    else localStorage.setItem(KEY, JSON.stringify(fields));
  } catch {
    // A device that keeps nothing loses a draft and nothing else.
  }
}

export function dropDraft(): void {
  localStorage.removeItem(KEY);
}
