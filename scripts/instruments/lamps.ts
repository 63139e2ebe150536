// Three lamps on the sensors, in words on this screen each time they change: --bench URL
import { setTimeout as pause } from "node:timers/promises";
import { askBench, endWithParent, given, sayReady } from "./program.ts";

const { bench } = given(["bench"]);
endWithParent();
sayReady();
let last = "";
for (;;) {
  const { lamps } = await askBench<{ lamps: string }>(bench, "/lamps");
  const words = [...lamps].map((bit) => (bit === "1" ? "on" : "off")).join(", ");
  if (words !== last) process.stdout.write(`lamps A B C: ${words}\n`);
  last = words;
  await pause(100);
}
