/** Light, dark, or as the device has it. */
export const LOOKS = ["system", "light", "dark"] as const;
export type Look = (typeof LOOKS)[number];
export const LOOK_WORDS: Readonly<Record<Look, string>> = {
  system: "As this device",
  light: "Light",
  dark: "Dark",
};
const KEPT = "green-fable.look";
const changed = new EventTarget();

export function look(): Look {
  const kept = localStorage.getItem(KEPT);
  return LOOKS.find((one) => one === kept) ?? "system";
}

/** Puts the look on the page: the style sheet does the rest. */
export function applyLook(): void {
  document.documentElement.dataset["look"] = look();
}

export function chooseLook(chosen: Look): void {
  localStorage.setItem(KEPT, chosen);
  applyLook();
  changed.dispatchEvent(new Event("look"));
}

/** Calls back when the page turns light or dark, by the device or by choice. @returns what ends it */
export function onLook(back: () => void): () => void {
  const device = window.matchMedia("(prefers-color-scheme: dark)");
  device.addEventListener("change", back);
  changed.addEventListener("look", back);
  return () => {
    device.removeEventListener("change", back);
    changed.removeEventListener("look", back);
  };
}
