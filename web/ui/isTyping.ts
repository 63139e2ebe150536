/** A list of choices, open or closed: a letter or an arrow chooses in it. */
export const isChoosing = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest("[role=combobox], [role=listbox]") !== null;

/** True where a key typed now belongs to a field with something in it, and not to the view. */
export function isTyping(event: KeyboardEvent): boolean {
  const { target } = event;
  if (target instanceof HTMLTextAreaElement || isChoosing(target)) return true;
  return (
    target instanceof HTMLInputElement && !(target.dataset["entry"] !== undefined && target.value === "")
  );
}
