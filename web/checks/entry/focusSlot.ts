import { openPad } from "./pad.ts";

/** What was just entered or taken back is drawn by then. */
const DRAWN_MILLISECONDS = 60;

/** Whoever went elsewhere meanwhile, or has begun to type, stays there; a field that opened by itself is nobody's yet. */
function isElsewhere(from: Element | null): boolean {
  const now = document.activeElement;
  if (now instanceof HTMLInputElement && now.dataset["entry"] !== undefined) return now.value !== "";
  return now !== null && now !== document.body && now !== from;
}

/**
 * Brings the focus to one place of the step on screen: its field, or its choice. Where it has none, all stays.
 * @param from where the focus was when this was asked for
 */
export function focusSlot(slot: string, from: Element | null): void {
  window.setTimeout(() => {
    if (isElsewhere(from)) return;
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
