import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["{core,bench,contract,server,web,scripts,tests}/**/*.test.{ts,tsx}"],
    // A laptop that does other things too; nothing here is timed.
    testTimeout: 60_000,
    exclude: ["tests/e2e/**", "node_modules/**"],
    coverage: {
      include: ["core/**/*.ts", "bench/**/*.ts"],
      exclude: ["**/*.test.ts"],
      thresholds: { lines: 90 },
      reporter: ["text-summary"],
    },
  },
});
