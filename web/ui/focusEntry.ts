/** The cursor back in the field of the reading that is to be typed, where a view has one. */
export function focusEntry(): void {
  document.querySelector<HTMLInputElement>("input[data-entry]")?.focus();
}
