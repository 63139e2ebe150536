/** What is drawn of an answer, such as a question that opens by it, is there by then. */
const DRAWN_MILLISECONDS = 60;

const QUESTIONS = "[role=radiogroup][data-slot], [role=group][data-any], input[data-entry]";

const isOpen = (question: Element) =>
  question instanceof HTMLInputElement
    ? question.value === "" && !question.disabled
    : question.querySelector("[data-state=on]") === null &&
      question.querySelector("button:not(:disabled)") !== null;

/**
 * Once a question is settled by keys the focus goes to the next one of the step that is still open. Whoever points stays where
 * they are.
 * @param slot the place of the question that was settled
 */
export function goOnAfter(slot: string): void {
  const groups = [...document.querySelectorAll<HTMLElement>("main [role=radiogroup][data-slot]")];
  const group = groups.find(({ dataset }) => dataset["slot"] === slot);
  if (!group?.contains(document.activeElement) || !document.activeElement?.matches(":focus-visible")) return;
  window.setTimeout(() => {
    // Somewhere else by now: there they stay.
    if (!group.contains(document.activeElement)) return;
    const all = [...document.querySelectorAll(`main :is(${QUESTIONS})`)];
    const next = all.slice(all.indexOf(group) + 1).find(isOpen);
    const wanted = next instanceof HTMLInputElement ? next : next?.querySelector<HTMLElement>("button");
    wanted?.focus();
  }, DRAWN_MILLISECONDS);
}
