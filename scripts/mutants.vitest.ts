import { defineConfig } from "vitest/config";

/** The tests that a broken rule is tried against: those of the rooms named in MUTANT_TESTS, apart by commas. */
const rooms = (process.env["MUTANT_TESTS"] ?? "core").split(",");

/** They touch everything and take their time: each change would wait half a minute for them. */
const LONG = ["server/routes/everyRoute.test.ts", "server/routes/account.test.ts"];

export default defineConfig({
  test: {
    include: rooms.map((room) => `${room}/**/*.test.ts`),
    exclude: [...LONG, "node_modules/**"],
    testTimeout: 60_000,
  },
});
