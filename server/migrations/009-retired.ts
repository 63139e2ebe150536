import { runAll, type Migration } from "./migration.ts";

export const retired: Migration = {
  name: "009-retired",
  up: (run) =>
    runAll(run, [
      {
        sqlite: `ALTER TABLE technicians ADD COLUMN retired INTEGER NOT NULL DEFAULT 0`,
        postgres: `ALTER TABLE technicians ADD COLUMN retired BOOLEAN NOT NULL DEFAULT FALSE`,
      },
    ]),
};
