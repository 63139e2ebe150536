import { defineConfig } from "vitest/config";

/** The tests that a broken rule is tried against: those of the rooms named in MUTANT_TESTS, apart by commas. */
const rooms = (process.env["MUTANT_TESTS"] ?? "core").split(",");

export default defineConfig({
  test: { include: rooms.map((room) => `${room}/**/*.test.ts`), testTimeout: 60_000 },
});
