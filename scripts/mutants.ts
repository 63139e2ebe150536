// Breaks rules of the core, the contract, the services and the browser's store one by one and counts how many of the breaks a test notices.
// npm run mutants [room …]  The score of every room run so far is kept in docs/mutants.md.
import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { Stryker } from "@stryker-mutator/core";
import { format } from "prettier";

/** Each room with the rooms whose tests hold it: its own, and where it has none those of its users. */
const TESTS: Readonly<Record<string, readonly string[]>> = {
  "core/inference": ["core/inference"],
  "core/judge": ["core/judge"],
  "core/quantity": ["core/quantity"],
  "core/pattern": ["core/pattern", "core/measure/winding", "core/measure/backemf"],
  "core/measure/winding": ["core/measure/winding"],
  "core/measure/backemf": ["core/measure/backemf"],
  "core/measure/hall": ["core/measure/hall"],
  contract: ["contract"],
  "core/closing": ["core/closing"],
  "core/history": ["core/history"],
  "core/measure/run": ["core/measure/run", "core/runlog"],
  "core/measure/safety": ["core/measure/safety"],
  "core/measure/module": ["core/measure/module"],
  "core/measure/insulation": ["core/measure/insulation"],
  "core/measure/feed": ["core/measure/feed"],
  "core/report": ["core/report"],
  "core/measure/power": ["core/measure/power"],
  "core/families": ["core/families", "core/measure/power"],
  "core/measure/mechanical": ["core/measure/mechanical"],
  "core/record": ["core/record"],
  "core/check": ["core/check"],
  "core/live": ["core/live"],
  "core/schedule": ["core/schedule"],
  "core/outcomes": ["core/outcomes"],
  "core/formats": ["core/formats"],
  "core/runlog": ["core/runlog"],
  "core/sound": ["core/sound"],
  "core/capture": ["core/capture"],
  "server/doors": ["server/doors", "server/routes"],
  "server/services": ["server/services", "server/routes"],
  "web/app": ["web/app"],
};
const ROOMS = Object.keys(TESTS);
/** Judgement and looks written down as figures and words, reviewed by people: a changed figure breaks no rule. */
const TABLES = [
  "likelihoods",
  "faultTable",
  "spunTable",
  "instrumentTemplates",
  "variables",
  "slots",
  "openApi",
  "reportPdf",
  "labelPdf",
];
/** Rooms where a change takes half a minute to be tried: of so many stretches of lines one is taken. */
const ONE_IN: Readonly<Record<string, number>> = { "server/services": 12, "server/doors": 12 };
const STRETCH = 12;
const PAGE = "docs/mutants.md";
/** What is to be noticed of a room, %. */
const LEAST = 80;
/** Rooms whose tests are not there yet. */
const LEAST_FOR_NOW: Readonly<Record<string, number>> = { "core/measure/backemf": 75 };
const NOTICED = ["Killed", "Timeout"];
const COUNTED = [...NOTICED, "Survived", "NoCoverage"];

interface Score {
  readonly room: string;
  readonly noticed: number;
  readonly all: number;
}

/** Every stretch of a room that is taken, as file and lines; the whole room where all are. */
function stretchesOf(room: string): string[] {
  const oneIn = ONE_IN[room];
  if (oneIn === undefined) return [`${room}/**/*.ts`];
  const files = readdirSync(room).filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts"));
  const all = files.flatMap((file) => {
    const lines = readFileSync(`${room}/${file}`, "utf8").split("\n").length;
    return Array.from(
      { length: Math.ceil(lines / STRETCH) },
      (_, at) => `${room}/${file}:${at * STRETCH + 1}-${Math.min(lines, (at + 1) * STRETCH)}`,
    );
  });
  return all.filter((_, at) => at % oneIn === 0);
}

async function scoreOf(room: string): Promise<Score> {
  process.env["MUTANT_TESTS"] = TESTS[room]!.join(",");
  const stryker = new Stryker({
    mutate: [
      ...stretchesOf(room),
      `!${room}/**/*.test.ts`,
      `!${room}/**/index.ts`,
      ...TABLES.map((name) => `!${room}/${name}.ts`),
    ],
    // Words are not rules; what runs once at loading cannot be told from one test to the next.
    mutator: { excludedMutations: ["StringLiteral"], plugins: null },
    ignoreStatic: true,
    testRunner: "vitest",
    vitest: { configFile: "scripts/mutants.vitest.ts" },
    coverageAnalysis: "perTest",
    concurrency: 2,
    timeoutMS: 20_000,
    reporters: ["progress-append-only"],
    tempDirName: ".cache/mutants",
    ignorePatterns: ["dist", "docs/screenshots", "test-results", ".cache"],
    allowConsoleColors: false,
  });
  const results = await stryker.runMutationTest();
  const counted = results.filter(({ status }) => COUNTED.includes(status));
  for (const { status, fileName, location, mutatorName, replacement } of counted)
    if (!NOTICED.includes(status))
      process.stdout.write(
        `${fileName}:${location.start.line} ${mutatorName} -> ${(replacement ?? "").slice(0, 80)}\n`,
      );
  const noticed = counted.filter(({ status }) => NOTICED.includes(status)).length;
  return { room, noticed, all: counted.length };
}

/** The scores of rooms run earlier, read back from the page. */
function kept(): Score[] {
  const text = existsSync(PAGE) ? readFileSync(PAGE, "utf8") : "";
  return [...text.matchAll(/^\| ([\w/]+)\s*\| (\d+)\s*\| (\d+)/gmu)].map(([, room, all, noticed]) => ({
    room: room!,
    all: Number(all),
    noticed: Number(noticed),
  }));
}

const share = ({ noticed, all }: Omit<Score, "room">) => (all === 0 ? 0 : (100 * noticed) / all);

async function write(scores: readonly Score[]): Promise<void> {
  const rows = ROOMS.flatMap((room) => scores.filter((one) => one.room === room));
  const total = {
    all: rows.reduce((sum, { all }) => sum + all, 0),
    noticed: rows.reduce((sum, { noticed }) => sum + noticed, 0),
  };
  const line = (name: string, score: Omit<Score, "room">) =>
    `| ${name} | ${score.all} | ${score.noticed} | ${share(score).toFixed(1)} % |`;
  const missing = ROOMS.filter((room) => !rows.some((one) => one.room === room));
  const text = [
    "# Broken rules that a test notices",
    "",
    "Written by `npm run mutants`. Each room's code is changed in one place at a time, and its own tests run, but those that walk everything. Words and",
    `tables of judgement and looks (${TABLES.join(", ")}) are left alone. At least ${LEAST} % are to be noticed (${Object.entries(
      LEAST_FOR_NOW,
    )
      .map(([room, share]) => `${room} ${share} %`)
      .join(", ")} for now). Where a change takes half a minute to be tried, some are: of ${Object.entries(
      ONE_IN,
    )
      .map(([room, oneIn]) => `${room} one stretch of ${STRETCH} lines in ${oneIn}`)
      .join(", ")}.`,
    "",
    "| room | changes | noticed | share |",
    "| --- | --- | --- | --- |",
    ...rows.map((score) => line(score.room, score)),
    line("all of these", total),
    "",
    ...(missing.length > 0 ? [`Not run yet: ${missing.join(", ")}.`, ""] : []),
  ].join("\n");
  writeFileSync(PAGE, await format(text, { parser: "markdown" }));
}

const wanted = process.argv.slice(2);
const rooms = wanted.length > 0 ? wanted : ROOMS;
const unknown = rooms.filter((room) => !ROOMS.includes(room));
if (unknown.length > 0) {
  process.stderr.write(`No such room: ${unknown.join(", ")}. There are ${ROOMS.join(", ")}.\n`);
  process.exit(2);
}
let scores = kept();
for (const room of rooms) {
  const score = await scoreOf(room);
  scores = [...scores.filter((one) => one.room !== room), score];
  await write(scores);
  process.stdout.write(`${room}: ${score.noticed} of ${score.all} noticed, ${share(score).toFixed(1)} %\n`);
  if (share(score) < (LEAST_FOR_NOW[room] ?? LEAST)) process.exitCode = 1;
}
