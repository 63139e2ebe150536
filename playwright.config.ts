import { defineConfig } from "@playwright/test";
import { testBrowser, PACKAGES } from "./scripts/browser.mjs";

export default defineConfig({
  testDir: "tests/e2e",
  testMatch: "**/*.e2e.ts",
  globalSetup: "./tests/e2e/demoShop.ts",
  // Each with a server of its own; while one waits for it, the other goes on.
  workers: 2,
  retries: 0,
  // Generous: the browser shares two cores with the server, and a slow machine is no failure.
  expect: { timeout: 20_000 },
  reporter: [["list"], ["json"]],
  use: {
    // What the page keeps for the time without a server has its own test.
    serviceWorkers: "block",
    actionTimeout: 20_000,
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    launchOptions: {
      executablePath: testBrowser() ?? PACKAGES[0]!,
      args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--no-first-run"],
    },
  },
});
