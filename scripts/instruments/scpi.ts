// A bench instrument that answers IEEE 488.2 and SCPI over TCP: --bench URL --as ID --name WORDS --knows CONF|MEAS
import { createServer } from "node:net";
import type { AddressInfo } from "node:net";
import type { Act } from "#bench/acts";
import { askBench, endWithParent, given, sayReady, shownOn } from "./program.ts";

const { bench, as, name, knows } = given(["bench", "as", "name", "knows"]);
/** What SCPI says for an overload, and for what it does not know. */
const [OVERLOAD, UNKNOWN, FINE] = ["9.90000000E+37", '-113,"Undefined header"', '+0,"No error"'];

const FUNCTIONS: Readonly<Record<string, string>> = {
  RES: "ohms",
  FRES: "ohms",
  "VOLT:DC": "dcVolts",
  VOLT: "dcVolts",
  "CURR:DC": "dcAmperes",
  CURR: "dcAmperes",
  "VOLT:AC": "acVolts",
  FREQ: "frequency",
};

async function act(body: Act): Promise<void> {
  await askBench(bench, "/acts", { method: "POST", body: JSON.stringify(body) });
}

async function read(): Promise<string> {
  const { value } = await shownOn(bench, as);
  return value === null ? OVERLOAD : value.toExponential(8).toUpperCase();
}

let fault = FINE;
/** Answers one line; null where it takes no answer. */
async function answer(words: string): Promise<string | null> {
  const [, verb = "", what = "", query = ""] = /^(CONF|MEAS|READ)(?::([A-Z:]+))?(\?)?$/u.exec(words) ?? [];
  const reads = FUNCTIONS[what];
  if (words === "*IDN?") return `Green Fable stand-in,${name},${as},1`;
  if (words === "*CLS" || words === "*RST") {
    fault = FINE;
    return null;
  }
  if (words === "SYST:ERR?") {
    const said = fault;
    fault = FINE;
    return said;
  }
  const current = /^CURR (\d+(?:\.\d+)?)$/u.exec(words);
  if (current && knows === "MEAS") {
    await act({ do: "supply", with: as, amperes: Number(current[1]) });
    return null;
  }
  if (words === "OUTP OFF" && knows === "MEAS") {
    await act({ do: "supply", with: as, amperes: null });
    return null;
  }
  if (verb === "CONF" && knows === "CONF" && reads) {
    await act({ do: "dial", with: as, reads: reads as "ohms" });
    return null;
  }
  if (verb === "READ" && query && knows === "CONF") return read();
  if (verb === "MEAS" && query && reads) {
    await act({ do: "dial", with: as, reads: reads as "ohms" });
    return read();
  }
  fault = UNKNOWN;
  return null;
}

const server = createServer((socket) => {
  let [kept, before] = ["", Promise.resolve()];
  socket.on("error", () => socket.destroy());
  socket.setEncoding("latin1").on("data", (text: string) => {
    const lines = (kept + text).split("\n");
    kept = lines.pop()!;
    for (const line of lines)
      before = before.then(async () => {
        const said = await answer(line.trim().toUpperCase());
        if (said !== null && socket.writable) socket.write(`${said}\n`);
      });
  });
}).listen(0, "127.0.0.1", () => sayReady(String((server.address() as AddressInfo).port)));
endWithParent();
