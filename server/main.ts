import { rmSync } from "node:fs";
import { join } from "node:path";
import { parseArgs } from "node:util";
import { pino } from "pino";
import { createApp } from "./app.ts";
import { openDatabase } from "./database.ts";
import { fillDemo } from "./demo/fill.ts";
import { firstInstruments } from "./services/firstInstruments.ts";
import { jobService } from "./services/jobs.ts";
import { photoService } from "./services/photos.ts";
import { shopService } from "./services/shop.ts";

const { values } = parseArgs({
  options: {
    demo: { type: "boolean", default: false },
    keep: { type: "boolean", default: false },
    port: { type: "string", default: "4173" },
    host: { type: "string", default: "127.0.0.1" },
    data: { type: "string" },
  },
});

const folder = values.data ?? (values.demo ? "data/demo" : "data/shop");
const file = join(folder, "green-fable.sqlite");
if (values.demo && !values.keep) rmSync(folder, { recursive: true, force: true });

const log = pino({ level: process.env["LOG_LEVEL"] ?? "warn" });
const database = await openDatabase(file);
const jobs = jobService(database, () => new Date());
const shop = shopService(database);
const photos = photoService(database, () => new Date());
await firstInstruments(jobs);
if (values.demo && !values.keep) await fillDemo(jobs, shop);

const app = createApp({
  jobs,
  shop,
  photos,
  log,
  hosts: ["127.0.0.1", "localhost", values.host],
  web: join(process.cwd(), "dist/web"),
});
const server = app.listen(Number(values.port), values.host, (error) => {
  if (error) {
    process.stderr.write(`Cannot listen on ${values.host}:${values.port}: ${error.message}\n`);
    process.exit(1);
  }
  const address = server.address();
  const port = typeof address === "object" && address ? address.port : values.port;
  process.stdout.write(`Green Fable is at http://${values.host}:${port}\n`);
});

function stop() {
  server.close(() => {
    void database.close().then(() => process.exit(0));
  });
  server.closeIdleConnections();
}
process.once("SIGTERM", stop);
process.once("SIGINT", stop);
