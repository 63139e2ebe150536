// Stand-ins for the instruments of a bench, each a program of its own, all on one simulated motor:
//   npm run instruments [-- --server URL] [--motor FILE] [--seed N] [--folder FOLDER]
import { fork, type ChildProcess } from "node:child_process";
import { once } from "node:events";
import { connect } from "node:net";
import { tmpdir } from "node:os";
import { mkdtempSync } from "node:fs";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { text } from "node:stream/consumers";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";
import { chanceFrom } from "#bench/chance";
import { tableWith } from "#bench/table";
import type { Feed, FeedKey } from "#contract/feed";
import { API } from "#contract/routes";
import { canMeasure, type Instrument } from "#core/quantity";
import { motorFrom } from "./instruments/motorFile.ts";
import { actOf } from "../server/practice/actSchema.ts";
import { openWorld } from "./instruments/world.ts";

const HELP = `Acts, one a line: touch METER A B · tips METER · lift METER · press METER · dial METER FUNCTION
spin RPM · stop · turn DEGREES · supply AMPERES (or off) · record · list · quit`;

const { values } = parseArgs({
  options: {
    server: { type: "string", default: "http://127.0.0.1:4173" },
    motor: { type: "string" },
    seed: { type: "string", default: "1" },
    folder: { type: "string" },
  },
});
const say = (words: string) => void process.stdout.write(`${words}\n`);

/** One sentence, and out. */
function refuse(error: unknown): never {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}

async function ask<Answer>(path: string, init?: RequestInit): Promise<Answer> {
  const answer = await fetch(`${values.server}${API}${path}`, init).catch(() =>
    refuse(
      `Nothing answers at ${values.server}. Start it first, as npm run demo does, or name it with --server.`,
    ),
  );
  if (!answer.ok) refuse(`${values.server} does not let instruments be set up: ${await answer.text()}`);
  return (await answer.json()) as Answer;
}
const putFeed = (id: string, feed: Feed) =>
  ask<FeedKey>(`/instruments/${id}/feed`, {
    method: "PUT",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(feed),
  });

const instruments = await ask<Instrument[]>("/instruments");
const one = (what: string, test: (instrument: Instrument) => boolean): Instrument =>
  instruments.find(test) ?? refuse(`This shop has no ${what} on its list of instruments.`);
const meter = one(
  "meter for volts and hertz",
  (it) => canMeasure(it, "acVolts") && canMeasure(it, "frequency"),
);
const milliohm = one("four-wire meter", (it) => it.wiring === "fourWire" && canMeasure(it, "ohms"));
const tachometer = one("tachometer", (it) => canMeasure(it, "tachometer"));
const supply = one("bench supply", (it) => it.ranges.length === 0 && canMeasure(it, "dcAmperes"));

const motor = (() => {
  try {
    return motorFrom(values.motor);
  } catch (error) {
    return refuse(error);
  }
})();
const folder = values.folder ?? mkdtempSync(join(tmpdir(), "recordings-"));
const table = tableWith(motor, [meter, milliohm, tachometer, supply], chanceFrom(Number(values.seed)));
table.act({ do: "dial", with: tachometer.id, reads: "tachometer" });
table.act({ do: "dial", with: supply.id, reads: "dcAmperes" });
const world = await openWorld(table);

const started: ChildProcess[] = [];
/** Starts a stand-in and waits until it is ready. @returns where it is */
async function start(program: string, args: Readonly<Record<string, string>>): Promise<string> {
  const child = fork(
    fileURLToPath(new URL(`./instruments/${program}.ts`, import.meta.url)),
    // In one piece: a key may begin with a dash.
    Object.entries(args).map(([name, value]) => `--${name}=${value}`),
  );
  started.push(child);
  const [{ ready }] = (await once(child, "message")) as [{ ready: string }];
  return ready;
}
const bench = world.url;
const sends = async ({ id }: Instrument) => {
  const { key } = await putFeed(id, { kind: "http" });
  await start("sender", { bench, as: id, server: values.server, key: key! });
};
const answers = async ({ id, name }: Instrument, knows: "CONF" | "MEAS") => {
  const port = Number(await start("scpi", { bench, as: id, name, knows }));
  await putFeed(id, { kind: "scpi", host: "127.0.0.1", port });
};
const [, , , , , button] = await Promise.all([
  sends(meter),
  sends(tachometer),
  answers(milliohm, "CONF"),
  answers(supply, "MEAS"),
  start("lamps", { bench }),
  start("scope", { bench, folder, motor: JSON.stringify(motor), seed: values.seed }),
]);

const NAMES: Readonly<Record<string, string>> = {
  meter: meter.id,
  milliohm: milliohm.id,
  tachometer: tachometer.id,
  supply: supply.id,
};
/** A line as it is typed, as an act. */
function typedAct([what, first, second, third]: readonly string[]): unknown {
  const by = { do: what, with: NAMES[first ?? ""] ?? first };
  switch (what) {
    case "touch":
      return { ...by, red: second, black: third };
    case "dial":
      return { ...by, reads: second };
    case "spin":
      return { do: what, rpm: Number(first) };
    case "turn":
      return { do: what, degrees: Number(first) };
    case "supply":
      return { do: what, with: supply.id, amperes: first === "off" ? null : Number(first) };
    case "stop":
      return { do: what };
    default:
      return by;
  }
}

function end(): void {
  for (const child of started) child.kill();
  world.close();
  process.exit(0);
}
process.once("SIGTERM", end);
process.once("SIGINT", end);
process.once("disconnect", end);

say(
  `A motor lies on the bench. ${Object.keys(NAMES).join(", ")}, lamps and oscilloscope are ready; recordings go to ${folder}.`,
);
say(HELP);
say(`The bench is at ${bench}`);
for await (const line of createInterface({ input: process.stdin })) {
  const words = line.trim().split(/\s+/u);
  if (words[0] === "quit") break;
  if (words[0] === "" || words[0] === "list") say(HELP);
  else if (words[0] === "record") {
    const press = connect(Number(button), "127.0.0.1");
    press.write("record\n");
    say(`recorded ${(await text(press)).trim()}`);
  } else
    try {
      table.act(actOf(typedAct(words)));
      say("done");
    } catch (error) {
      say(error instanceof Error ? error.message : String(error));
    }
}
// Without a keyboard it stays until it is ended.
if (process.stdin.isTTY) end();
