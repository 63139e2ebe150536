import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

/** Rooms that keep nothing from one test to the next: their tests share one loading of them. */
const SHARED = { pure: "{core,bench,contract}", server: "{server,scripts,tests}" };
// A laptop that does other things too; nothing here is timed.
const testTimeout = 240_000;
const patience = { testTimeout, hookTimeout: testTimeout };

export default defineConfig({
  test: {
    // The runner keeps one core for itself, which on two of them halves the work.
    maxWorkers: availableParallelism(),
    projects: [
      ...Object.entries(SHARED).map(([name, rooms]) => ({
        test: { name, include: [`${rooms}/**/*.test.ts`], isolate: false, ...patience },
      })),
      { test: { name: "web", include: ["web/**/*.test.{ts,tsx}"], ...patience } },
    ],
    coverage: {
      include: ["core/**/*.ts", "bench/**/*.ts"],
      exclude: ["**/*.test.ts"],
      thresholds: { lines: 90 },
      reporter: ["text-summary"],
    },
  },
});
