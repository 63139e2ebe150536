/** True where a key typed now belongs to a field with something in it, and not to the view. */
export function isTyping(event: KeyboardEvent): boolean {
  const { target } = event;
  if (target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement) return true;
  return (
    target instanceof HTMLInputElement && !(target.dataset["entry"] !== undefined && target.value === "")
  );
}
