// Runs every check and ends with one line: N passed, N failed. With --postgres what the server does on PostgreSQL as well; with
// --postgres-alone nothing else.
import { spawn, spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { availableParallelism } from "node:os";
import { stripVTControlCharacters } from "node:util";
import { testBrowser, PACKAGES } from "./browser.mjs";
import { buildWhatIsStale } from "./start.mjs";

mkdirSync(".cache", { recursive: true });
const CORE_REPORT = ".cache/core.json";
const UNIT_REPORT = ".cache/unit.json";
const E2E_REPORT = ".cache/e2e.json";
const POSTGRES_REPORT = ".cache/postgres.json";
const onlyPostgres = process.argv.includes("--postgres-alone");
const withPostgres = onlyPostgres || process.argv.includes("--postgres");
// What an earlier run left tells nothing of this one.
for (const report of [CORE_REPORT, UNIT_REPORT, E2E_REPORT, POSTGRES_REPORT]) rmSync(report, { force: true });

/** What looks at the text of the code alone: side by side, the longest first. */
const STATIC = [
  { name: "lint", command: ["eslint", "--max-warnings", "0", "."] },
  { name: "formatting", command: ["prettier", "--check", "--log-level", "warn", "."] },
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
    name: "unused files, packages and exports",
    command: ["knip", "--include", "files,dependencies,unlisted,unresolved,exports,types"],
  },
];
const AT_ONCE = Math.max(1, Math.min(availableParallelism(), 4));

const vitest = (report, ...more) => [
  "vitest",
  "run",
  ...more,
  "--reporter=default",
  "--reporter=json",
  `--outputFile.json=${report}`,
];
/** What is covered is asked of core and bench alone, by their own tests: counting it costs all others an eighth of their time. */
const OF_CORE = vitest(CORE_REPORT, "--coverage", "--project", "pure");
const OF_ALL_ELSE = vitest(UNIT_REPORT, "--project", "server", "--project", "web");
const ON_POSTGRES = vitest(POSTGRES_REPORT, "--config", "vitest.postgres.config.ts");

/** A browser for the tests: there, or installed if we may, else told how. */
function browserReady() {
  for (const name of process.getuid?.() === 0 ? PACKAGES : []) {
    if (testBrowser()) break;
    console.log(`Installing Debian's ${name} for the browser tests.`);
    spawnSync("sh", ["-c", `apt-get update -qq && apt-get install -y -qq ${name}`], { stdio: "inherit" });
  }
  if (testBrowser()) return true;
  console.error(`The browser tests need a browser: apt-get install ${PACKAGES[0]}`);
  return false;
}

/** Why a test failed, as far as it is read at a glance. */
const reasonOf = (messages = []) =>
  messages
    // Without the colours that a terminal would show.
    .flatMap((message) => stripVTControlCharacters(message).split("\n").slice(0, 8))
    .map((line) => `    ${line}`)
    .join("\n");

/** The browser tests that did not do what is expected of them, by file and title. */
function unexpectedIn(suites) {
  return suites.flatMap(({ file, specs, suites: inner = [] }) => [
    ...specs
      .filter(({ ok }) => !ok)
      .map(({ title, tests }) => {
        const said = tests.flatMap(({ results }) => results.flatMap(({ error }) => error?.message ?? []));
        return `${file}: ${title}\n${reasonOf(said)}`;
      }),
    ...unexpectedIn(inner),
  ]);
}

let passed = 0;
let failed = 0;
/** What failed, by name: said once more at the end, where it is read first. */
const failures = [];
const took = [];
const environment = { ...process.env, FORCE_COLOR: "0" };

/** Runs a program of ours; what it prints is kept together where others run beside it. */
async function run(name, command, { beside = false, env = {} } = {}) {
  const begun = performance.now();
  if (!beside) console.log(`\n${name}`);
  const child = spawn("npx", ["--no-install", ...command], {
    stdio: beside ? ["ignore", "pipe", "pipe"] : "inherit",
    env: { ...environment, ...env },
  });
  let said = "";
  for (const stream of [child.stdout, child.stderr]) stream?.on("data", (chunk) => (said += String(chunk)));
  const status = await new Promise((resolve) => child.on("close", resolve));
  const seconds = (performance.now() - begun) / 1000;
  took.push([name, seconds]);
  if (beside) process.stdout.write(`\n${name}${status === 0 ? "" : ", failed"}\n${said}`);
  return status === 0;
}

const waiting = [...STATIC];
async function oneAfterTheOther() {
  for (let step = waiting.shift(); step; step = waiting.shift())
    if (await run(step.name, step.command, { beside: true })) passed += 1;
    else {
      failed += 1;
      failures.push(step.name);
    }
}

/** Runs tests and counts them. @param otherwise what failed where no test did */
async function runUnits(name, command, report, otherwise) {
  const unitsHold = await run(name, command);
  try {
    countUnits(JSON.parse(readFileSync(report, "utf8")), unitsHold, otherwise);
  } catch {
    console.error(`the ${name} left no report`);
    failed += 1;
  }
}

function countUnits({ numPassedTests, numFailedTests, testResults }, unitsHold, otherwise) {
  passed += numPassedTests;
  failed += numFailedTests;
  for (const { name, message, assertionResults } of testResults) {
    if (message) failures.push(`${name}: ${message.split("\n", 1)[0]}`);
    for (const { status, fullName, failureMessages } of assertionResults)
      if (status === "failed") failures.push(`${name}: ${fullName}\n${reasonOf(failureMessages)}`);
  }
  // A run that failed although no test did: coverage below its bar, or a file that would not load.
  if (!unitsHold && numFailedTests === 0) {
    failed += 1;
    failures.push(otherwise);
  }
}

/** Where Debian puts the database server, by its version. */
const POSTGRES = "/usr/lib/postgresql";
const hasPostgres = () =>
  existsSync(POSTGRES) &&
  readdirSync(POSTGRES).some((version) => existsSync(`${POSTGRES}/${version}/bin/initdb`));

async function runOnPostgres() {
  if (!hasPostgres()) {
    console.log(
      "\nThere is no PostgreSQL server on this computer: nothing is tried on one (apt-get install postgresql).",
    );
    if (onlyPostgres) failed += 1;
    return;
  }
  const otherwise = "tests on PostgreSQL: a file that would not load, or a server that did not start";
  await runUnits("server tests on PostgreSQL", ON_POSTGRES, POSTGRES_REPORT, otherwise);
}

async function runInBrowser(...which) {
  if (!browserReady()) {
    failed += 1;
    return;
  }
  buildWhatIsStale();
  const pagesHold = await run("browser tests", ["playwright", "test", ...which], {
    env: { PLAYWRIGHT_JSON_OUTPUT_NAME: E2E_REPORT },
  });
  try {
    const { stats, suites } = JSON.parse(readFileSync(E2E_REPORT, "utf8"));
    passed += stats.expected;
    failed += stats.unexpected + stats.flaky + (!pagesHold && stats.unexpected === 0 ? 1 : 0);
    failures.push(...unexpectedIn(suites));
  } catch {
    failed += 1;
  }
}

if (!onlyPostgres) {
  await Promise.all(Array.from({ length: AT_ONCE }, oneAfterTheOther));
  const unloaded = "unit tests: a file that would not load";
  await runUnits(
    "unit and property tests of the core",
    OF_CORE,
    CORE_REPORT,
    `${unloaded}, or coverage below its bar`,
  );
  await runUnits("unit tests of server and web", OF_ALL_ELSE, UNIT_REPORT, unloaded);
}
if (withPostgres) await runOnPostgres();
await (onlyPostgres ? runInBrowser("chain") : runInBrowser());
console.log("\nseconds by step");
for (const [name, seconds] of took) console.log(`${seconds.toFixed(0).padStart(6)}  ${name}`);
if (failures.length > 0) console.log(`\nfailed\n${failures.map((one) => `  ${one}`).join("\n")}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
