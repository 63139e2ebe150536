import { parseArgs } from "node:util";
import { ROLES, type CaptureAnswer, type CaptureOptions, type ChannelRole } from "#core/capture";
import { readCaptureFile } from "../server/incoming/captureFile.ts";

const USAGE = `Name a recording: npm run capture -- FILE [--as AB,BC,CA] [--pole-pairs N] [--slots N] [--rated-kv K] [--turned forward|backward]
What the columns carry, in their order: ${ROLES.join(" ")}.\n`;

class WrongOption extends Error {}

function positive(name: string, text: string | undefined, whole: boolean): number | null {
  if (text === undefined) return null;
  const value = Number(text);
  if (!(value > 0) || (whole && !Number.isInteger(value)))
    throw new WrongOption(`--${name} takes a ${whole ? "whole " : ""}number above 0, not “${text}”.`);
  return value;
}

function rolesOf(text: string | undefined): readonly ChannelRole[] | null {
  if (text === undefined) return null;
  return text.split(",").map((word) => {
    const role = ROLES.find((one) => one === word.trim().toUpperCase());
    if (!role) throw new WrongOption(`--as does not know “${word}”: it takes ${ROLES.join(" ")}.`);
    return role;
  });
}

function turnedOf(text: string | undefined): CaptureOptions["turned"] {
  if (text === undefined || text === "forward" || text === "backward") return text ?? null;
  throw new WrongOption(`--turned is forward or backward, not “${text}”.`);
}

async function main(): Promise<number> {
  let file: string | undefined;
  let options: CaptureOptions;
  try {
    const { positionals, values } = parseArgs({
      allowPositionals: true,
      options: {
        as: { type: "string" },
        "pole-pairs": { type: "string" },
        slots: { type: "string" },
        "rated-kv": { type: "string" },
        turned: { type: "string" },
      },
    });
    [file] = positionals;
    options = {
      as: rolesOf(values.as),
      polePairs: positive("pole-pairs", values["pole-pairs"], true),
      slots: positive("slots", values.slots, true),
      ratedConstant: positive("rated-kv", values["rated-kv"], false),
      turned: turnedOf(values.turned),
    };
  } catch (error) {
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n${USAGE}`);
    return 2;
  }
  if (!file) {
    process.stderr.write(USAGE);
    return 2;
  }
  let answer: CaptureAnswer;
  try {
    answer = await readCaptureFile(file, options);
  } catch (error) {
    process.stderr.write(`Cannot read ${file}: ${error instanceof Error ? error.message : String(error)}\n`);
    return 2;
  }
  process.stdout.write(`${JSON.stringify(answer, null, 2)}\n`);
  return answer.outcome === "refused" ? 1 : 0;
}

process.exitCode = await main();
