import { readFileSync } from "node:fs";
import { assessJob } from "#core/assess";
import { readBundle } from "#contract/bundle";

const file = process.argv[2];
if (!file) {
  process.stderr.write("Name a job bundle: npm run assess -- FILE\n");
  process.exit(2);
}
let text: string;
try {
  text = readFileSync(file, "utf8");
} catch (error) {
  process.stderr.write(`Cannot read ${file}: ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(2);
}
const result = readBundle(text);
if (result.kind === "refused") {
  process.stderr.write(`${JSON.stringify({ refused: result.problems }, null, 2)}\n`);
  process.exit(1);
}
const {
  headline,
  reason,
  decided,
  findings,
  faults,
  next,
  runnerUp,
  wouldChange,
  conflict,
  beyondThree,
  rules,
} = assessJob(result.bundle.job);
process.stdout.write(
  `${JSON.stringify({ rules, headline, reason, decided, conflict, findings, faults, next, runnerUp, wouldChange, beyondThree }, null, 2)}\n`,
);
