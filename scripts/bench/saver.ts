// Saves readings for some seconds, one after the other with a short pause, and prints what each took.
import { setTimeout as after } from "node:timers/promises";
import { uuidv7 } from "uuidv7";
import { ENTRY_PATHS, versionTag } from "#contract/routes";
import type { Intake } from "#core/record";
import { printTimes } from "./print.ts";

interface Saving {
  readonly base: string;
  readonly intake: Intake;
  readonly reading: object;
  readonly seconds: number;
  readonly what: string;
}

const PAUSE = 25;
const READINGS_A_JOB = 60;
const HEADERS = { "Content-Type": "application/json" };
const { base, intake, reading, seconds, what } = JSON.parse(process.argv[2]!) as Saving;

const times: number[] = [];
const until = performance.now() + seconds * 1000;
let [job, version] = ["", READINGS_A_JOB];
while (performance.now() < until) {
  if (version >= READINGS_A_JOB) {
    [job, version] = [uuidv7(), 0];
    const motor = { ...intake.motor, id: uuidv7(), serial: "" };
    await fetch(`${base}/jobs/${job}`, {
      method: "PUT",
      headers: HEADERS,
      body: JSON.stringify({ ...intake, motor }),
    });
  }
  const body = { ...reading, id: uuidv7(), takenAt: new Date().toISOString() };
  const start = performance.now();
  const answer = await fetch(`${base}/jobs/${job}/${ENTRY_PATHS.reading}/${body.id}`, {
    method: "PUT",
    headers: { ...HEADERS, "If-Match": versionTag(version) },
    body: JSON.stringify(body),
  });
  await answer.arrayBuffer();
  times.push(performance.now() - start);
  if (answer.status !== 201) throw new Error(`answered ${answer.status}`);
  version += 1;
  await after(PAUSE);
}
printTimes(what, times);
