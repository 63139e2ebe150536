// Runs every check in turn and ends with one line: N passed, N failed.
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync } from "node:fs";
import { buildWhatIsStale } from "./start.mjs";

mkdirSync(".cache", { recursive: true });
const UNIT_REPORT = ".cache/unit.json";

const STEPS = [
  { name: "formatting", command: ["prettier", "--check", "--log-level", "warn", "."] },
  { name: "lint", command: ["eslint", "--max-warnings", "0", "."] },
  { name: "types", command: ["tsc", "-p", "."] },
  {
    name: "boundaries",
    command: [
      "depcruise",
      "--config",
      ".dependency-cruiser.cjs",
      "core",
      "bench",
      "contract",
      "server",
      "web",
      "scripts",
    ],
  },
  {
    name: "unused files and packages",
    command: ["knip", "--include", "files,dependencies,unlisted,unresolved"],
  },
  {
    name: "unit and property tests",
    command: [
      "vitest",
      "run",
      "--coverage",
      "--reporter=default",
      "--reporter=json",
      `--outputFile.json=${UNIT_REPORT}`,
    ],
    report: UNIT_REPORT,
  },
];

const E2E_REPORT = ".cache/e2e.json";

/** Debian's chromium: there, or installed if we may, else told how. */
function browserReady() {
  if (existsSync("/usr/bin/chromium")) return true;
  if (process.getuid?.() === 0) {
    console.log("Installing Debian's chromium for the browser tests.");
    spawnSync("sh", ["-c", "apt-get update -qq && apt-get install -y -qq chromium"], { stdio: "inherit" });
  }
  if (existsSync("/usr/bin/chromium")) return true;
  console.error("The browser tests need chromium: apt-get install chromium");
  return false;
}

let passed = 0;
let failed = 0;
for (const { name, command, report } of STEPS) {
  console.log(`\n${name}`);
  const { status } = spawnSync("npx", ["--no-install", ...command], {
    stdio: "inherit",
    env: { ...process.env, FORCE_COLOR: "0" },
  });
  const ok = status === 0;
  if (report) {
    try {
      const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(report, "utf8"));
      passed += numPassedTests;
      failed += numFailedTests;
      // A run that failed although no test did: coverage below its bar, or a file that would not load.
      if (!ok && numFailedTests === 0) failed += 1;
      continue;
    } catch {
      console.error(`${name} left no report`);
    }
  }
  if (ok) passed += 1;
  else failed += 1;
}
console.log("\nbrowser tests");
if (browserReady()) {
  buildWhatIsStale();
  const { status } = spawnSync("npx", ["--no-install", "playwright", "test"], {
    stdio: "inherit",
    env: { ...process.env, FORCE_COLOR: "0", PLAYWRIGHT_JSON_OUTPUT_NAME: E2E_REPORT },
  });
  try {
    const { stats } = JSON.parse(readFileSync(E2E_REPORT, "utf8"));
    passed += stats.expected;
    failed += stats.unexpected + stats.flaky + (status !== 0 && stats.unexpected === 0 ? 1 : 0);
  } catch {
    failed += 1;
  }
} else failed += 1;
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
