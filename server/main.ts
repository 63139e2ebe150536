import { join } from "node:path";
import { parseArgs } from "node:util";
import { pino } from "pino";
import { createApp } from "./app.ts";
import { openDatabase, type Database } from "./database.ts";
import { fillDemo } from "./demo/fill.ts";
import { emptyDemoFolder, ForeignFolder } from "./demo/folder.ts";
import { inOwnThread } from "./judge/thread.ts";
import { UnfitDatabase } from "./migrate.ts";
import { firstInstruments } from "./services/firstInstruments.ts";
import { services } from "./services/index.ts";
import type { Clock } from "./services/jobs.ts";

const { values } = parseArgs({
  options: {
    demo: { type: "boolean", default: false },
    keep: { type: "boolean", default: false },
    port: { type: "string", default: "4173" },
    host: { type: "string", default: "127.0.0.1" },
    data: { type: "string" },
  },
});

const FILE = "green-fable.sqlite";
const folder = values.data ?? (values.demo ? "data/demo" : "data/shop");
const fresh = values.demo && !values.keep;

/** One sentence, and out: what a person can do something about is no stack trace. */
function refuse(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

async function opened(): Promise<Database> {
  try {
    if (fresh) emptyDemoFolder(folder, FILE);
    return await openDatabase(join(folder, FILE), new Date());
  } catch (error) {
    if (error instanceof ForeignFolder || error instanceof UnfitDatabase) refuse(error.message);
    throw error;
  }
}

const log = pino({ level: process.env["LOG_LEVEL"] ?? "warn" });
const database = await opened();
const judge = inOwnThread(new URL("./judge.js", import.meta.url));
const servicesBy = (clock: Clock) => services(database, clock, judge, log);
const shop = servicesBy(() => new Date());
await firstInstruments(shop.people);
if (fresh) await fillDemo(servicesBy);
shop.judging.wake();
const unread = await database.models.UnreadEntry.count();
if (unread > 0)
  process.stdout.write(
    `${unread} ${unread === 1 ? "line" : "lines"} of earlier versions cannot be read any more; kept with their jobs as notes.\n`,
  );

const app = createApp({
  services: shop,
  log,
  hosts: ["127.0.0.1", "localhost", values.host],
  web: join(process.cwd(), "dist/web"),
});
const server = app.listen(Number(values.port), values.host, (error) => {
  if (error) refuse(`Cannot listen on ${values.host}:${values.port}: ${error.message}`);
  const address = server.address();
  const port = typeof address === "object" && address ? address.port : values.port;
  process.stdout.write(`Green Fable is at http://${values.host}:${port}\n`);
});

function stop() {
  server.close(() => {
    void judge
      .close()
      .then(() => database.close())
      .then(() => process.exit(0));
  });
  server.closeIdleConnections();
}
process.once("SIGTERM", stop);
process.once("SIGINT", stop);
