// Debian's Chromium, of which there are two packages.
import { existsSync } from "node:fs";

/** Without windows, which takes a quarter less of the processor, and the one that people have before them. */
export const PACKAGES = ["chromium-headless-shell", "chromium"];

const firstOf = (names) => names.map((name) => `/usr/bin/${name}`).find(existsSync) ?? null;

/** Where the browser lies that tests run in, the fast one where both are installed; null where none is. */
export const testBrowser = () => firstOf(PACKAGES);

/** Where the browser lies that is measured and photographed: people's own where both are installed. @throws Error that says what to install */
export function peoplesBrowser() {
  const found = firstOf(PACKAGES.toReversed());
  if (!found)
    throw new Error(`There is no Chromium on this computer (on Debian: apt-get install ${PACKAGES[1]}).`);
  return found;
}
