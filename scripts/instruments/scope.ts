// An oscilloscope that writes what it records as a text of columns: --bench URL --folder FOLDER --motor JSON --seed N
import { once } from "node:events";
import { writeFileSync } from "node:fs";
import { createServer, type AddressInfo } from "node:net";
import { join } from "node:path";
import { chanceFrom } from "#bench/chance";
import { asText, PLAIN_TEXT, scoped } from "#bench/scope";
import type { MotorOnTable } from "#bench/table";
import { limbParts } from "#bench/windings";
import { askBench, endWithParent, given, sayReady } from "./program.ts";

const { bench, folder, motor, seed } = given(["bench", "folder", "motor", "seed"]);
const { motor: lying, polePairs, rpmPerVolt } = JSON.parse(motor) as MotorOnTable;
const chance = chanceFrom(Number(seed));
/** Seconds, and samples in each cycle of the motor at least. */
const [SECONDS, IN_A_CYCLE] = [1.5, 60];

/** Records three lines against each other, as the rotor turns now. */
async function record(number: number): Promise<string> {
  const { rpm } = await askBench<{ rpm: number }>(bench, "/rotor");
  const [A, B, C] = limbParts(lying.winding).map(({ turns }) => turns * lying.flux);
  const volts = (2 * rpm) / rpmPerVolt;
  const signals = scoped(
    {
      ...{ polePairs, constant: rpmPerVolt, phases: [A!, B!, C!], order: "ABC" },
      ...{ harmonics: { 5: 0.03 }, lower: {}, swing: 0.002 },
    },
    {
      seconds: SECONDS,
      rate: Math.max(2000, Math.ceil((rpm / 60) * polePairs * IN_A_CYCLE)),
      speed: () => rpm,
      noise: volts / 500,
      range: Math.max(0.1, volts),
      steps: 256,
      offset: 0,
      probes: ["AB", "BC", "CA"].map((of) => ({ of, way: 1 as const })),
    },
    chance,
  );
  const file = join(folder, `recording-${number}.csv`);
  writeFileSync(file, asText(signals, { ...PLAIN_TEXT, names: ["AB", "BC", "CA"] }));
  return file;
}

let count = 0;
// Pressing its button is a line to its port: it answers with the file it wrote.
const button = createServer((socket) => {
  socket.on("error", () => socket.destroy());
  socket.on("data", () => void record((count += 1)).then((file) => socket.end(`${file}\n`)));
}).listen(0, "127.0.0.1");
await once(button, "listening");
sayReady(String((button.address() as AddressInfo).port));
endWithParent();
