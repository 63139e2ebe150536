import { createHash } from "node:crypto";
import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  // Bytes are kept once, by their SHA-256; jobs name them.
  `CREATE TABLE files (
    sha256 TEXT PRIMARY KEY,
    type TEXT NOT NULL,
    bytes BLOB NOT NULL)`,
  `CREATE TABLE job_files (
    job_id TEXT NOT NULL REFERENCES jobs (id),
    name TEXT NOT NULL,
    sha256 TEXT NOT NULL REFERENCES files (sha256),
    saved_at TEXT NOT NULL,
    PRIMARY KEY (job_id, name))`,
];

export const files: Migration = {
  name: "006-files",
  up: async (run) => {
    await runAll(run, STATEMENTS);
    // One at a time: a shop's photos together may be larger than what a process holds.
    for (const { id } of await run.rows<{ id: string }>("SELECT id FROM photos ORDER BY id")) {
      const [photo] = await run.rows<{ job_id: string; bytes: Buffer; saved_at: string }>(
        "SELECT job_id, bytes, saved_at FROM photos WHERE id = ?",
        [id],
      );
      const sha256 = createHash("sha256").update(photo!.bytes).digest("hex");
      await run.statement(
        "INSERT OR IGNORE INTO files (sha256, type, bytes) SELECT ?, 'image/jpeg', bytes FROM photos WHERE id = ?",
        [sha256, id],
      );
      await run.statement("INSERT INTO job_files (job_id, name, sha256, saved_at) VALUES (?, ?, ?, ?)", [
        photo!.job_id,
        id,
        sha256,
        photo!.saved_at,
      ]);
    }
    await run.statement("DROP TABLE photos");
  },
};
