// Sends wild requests to every operation of the API on a shop of its own, and bundles with their closings changed, and says
// what came back: npm run fuzz [-- COUNT]
import { once } from "node:events";
import { mkdtempSync, rmSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pino } from "pino";
import { createApp } from "../server/app.ts";
import { openDatabase } from "../server/database/database.ts";
import { doorService } from "../server/doors/doors.ts";
import { copyKeeper, fileCopies } from "../server/keeping/daily.ts";
import { firstInstruments } from "../server/services/firstInstruments.ts";
import { services } from "../server/services/index.ts";
import { INTAKE, JOB } from "../tests/entries.ts";
import { aClosedBundle } from "../tests/closedBundle.ts";
import { fuzz } from "../tests/fuzz.ts";
import { fuzzBundles } from "../tests/fuzzBundles.ts";

/** One bundle for so many requests. */
const BUNDLES = 10;

const count = Number(process.argv[2] ?? 20_000);
const folder = mkdtempSync(join(tmpdir(), "green-fable-fuzz-"));
const file = join(folder, "shop.sqlite");
const log = pino({ level: "silent" });
const clock = () => new Date();
const database = await openDatabase(file, clock());
const shop = services(database, clock);
await firstInstruments(shop.people);
await shop.jobs.takeIn(JOB, INTAKE);
const app = createApp({
  services: shop,
  doors: doorService(database, clock, false),
  copies: copyKeeper({ maker: fileCopies(file), folder: join(folder, "copies"), keep: 1, clock, log }),
  log,
  hosts: ["127.0.0.1"],
  web: null,
  requestsAMinute: 1e9,
});
const server = app.listen(0, "127.0.0.1");
await once(server, "listening");
const started = performance.now();
const { port } = server.address() as AddressInfo;
const { byStatus, faults } = await fuzz(`http://127.0.0.1:${port}`, count, 1);
const seconds = (performance.now() - started) / 1000;
const base = `http://127.0.0.1:${port}`;
const bundles = await fuzzBundles(base, await aClosedBundle(shop), Math.ceil(count / BUNDLES), 2);
server.close();
await shop.judging.idle();
await database.close();
rmSync(folder, { recursive: true, force: true });
for (const fault of [...faults, ...bundles.faults].slice(0, 20)) process.stdout.write(`${fault}\n`);
const statuses = [...byStatus].sort(([a], [b]) => a - b).map(([status, n]) => `${status}: ${n}`);
process.stdout.write(
  `${count} requests in ${seconds.toFixed(0)} s, ${faults.length} faults. Answered ${statuses.join(", ")}.\n`,
);
process.stdout.write(
  `${bundles.sent} bundles with a closing changed, ${bundles.faults.length} faults: ${bundles.taken} taken, opened, printed and exported; ${bundles.refused} refused with a sentence.\n`,
);
process.exitCode = faults.length + bundles.faults.length > 0 ? 1 : 0;
