import { openPad } from "./pad.ts";

/** What was just entered or taken back is drawn by then. */
const DRAWN_MILLISECONDS = 60;

/** Brings the focus to one place of the step on screen: its field, or its choice. Where it has none, all stays. */
export function focusSlot(slot: string): void {
  window.setTimeout(() => {
    const groups = [...document.querySelectorAll<HTMLElement>("main [data-slot]")];
    const group = groups.find(({ dataset }) => dataset["slot"] === slot);
    if (group) {
      const radios = [...group.querySelectorAll<HTMLElement>("[role=radio], button")];
      (radios.find((one) => one.getAttribute("aria-checked") === "true") ?? radios[0])?.focus();
      return;
    }
    const entry = openPad();
    if (entry?.slots.some((one) => one.slot === slot)) entry.move(slot);
  }, DRAWN_MILLISECONDS);
}
