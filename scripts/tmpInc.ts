import { mkdtempSync, writeFileSync } from "node:fs";
import { monitorEventLoopDelay } from "node:perf_hooks";
import { uuidv7 } from "uuidv7";
import { openDatabase } from "../server/database/database.ts";
import { services } from "../server/services/index.ts";
import { readBundleFile } from "../server/incoming/bundleFile.ts";
import { plainSql } from "../server/database/plainSql.ts";
import { ofNotes } from "./bench/incoming.ts";
const folder = mkdtempSync("/tmp/inc-");
const db = await openDatabase(folder + "/shop.sqlite", new Date());
const s = services(db, () => new Date());
for (let n = 0; n < 4; n++) {
  const path = `${folder}/b${n}.json`;
  writeFileSync(path, ofNotes());
  const job = await readBundleFile(path);
  const m = monitorEventLoopDelay({ resolution: 1 }); m.enable();
  let t = performance.now();
  const lap = (what: string) => { console.log(what, (performance.now() - t).toFixed(0), "loop max", (m.max / 1e6).toFixed(0)); m.reset(); t = performance.now(); };
  const id = uuidv7();
  const w = db.write;
  const got = await s.bundles.importJob(id, job, { sha256: "a".repeat(64), by: "" });
  lap("import whole");
  const text = JSON.stringify(got.view); lap("stringify " + text.length);
  await w(async (tx) => { await plainSql(tx, "SELECT 1", {}); }); lap("empty tx");
  await s.judging.idle(); lap("judge");
  await s.jobs.view(id); lap("view");
}
await db.close();
