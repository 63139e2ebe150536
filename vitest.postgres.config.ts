import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

const patience = 240_000;

/** What the server does, on a PostgreSQL server of its own: what is about a file alone is left out. */
export default defineConfig({
  test: {
    maxWorkers: availableParallelism(),
    isolate: false,
    include: ["server/**/*.test.ts"],
    exclude: [
      "server/keeping/{brokenRows,keeping}.test.ts",
      "server/database/sqlite/**",
      "server/database/migrate.test.ts",
      "server/faults.test.ts",
    ],
    globalSetup: ["tests/postgresSetup.ts"],
    testTimeout: patience,
    hookTimeout: patience,
  },
});
