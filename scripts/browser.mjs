// Debian's Chromium. Without windows it takes a quarter less of the processor; where only the whole one is installed, that is used.
import { existsSync } from "node:fs";

/** Debian's packages, the preferred one first: each brings a program of its own name. */
export const PACKAGES = ["chromium-headless-shell", "chromium"];

/** Where the browser lies; null where none is installed. */
export const browserPath = () => PACKAGES.map((name) => `/usr/bin/${name}`).find(existsSync) ?? null;

/** The same for whoever cannot go on without one. @throws Error that says what to install */
export function installedBrowser() {
  const found = browserPath();
  if (!found)
    throw new Error(`There is no Chromium on this computer (on Debian: apt-get install ${PACKAGES[0]}).`);
  return found;
}
