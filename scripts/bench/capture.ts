import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { build } from "esbuild";
import type { Browser } from "@playwright/test";
import { chanceFrom } from "#bench/chance";
import { asText, PLAIN_TEXT, scoped } from "#bench/scope";
import { readCapture } from "#core/capture";
import { startServer } from "../../tests/e2e/server.ts";
import { printTimes } from "./print.ts";
import { usualWay } from "./usualWay.ts";

const RUNS = 4;
const SAMPLES = 1_000_000;
const RATE = 100_000;
const LINES = ["AB", "BC", "CA"] as const;
const KNOWN = { as: null, polePairs: 7, slots: 12, ratedConstant: null, turned: null } as const;

/** A million samples of three lines as text. */
function aMillion(): Uint8Array {
  const signals = scoped(
    {
      ...{ polePairs: 7, constant: 1000, phases: [1, 1, 1], harmonics: { 5: 0.06, 7: 0.03 } },
      ...{ lower: {}, swing: 0, order: "ABC" },
    },
    {
      ...{ seconds: SAMPLES / RATE, rate: RATE, noise: 0.02, range: 5, steps: 4096, offset: 0 },
      speed: (t) => 2000 + 20 * Math.sin(t),
      probes: LINES.map((of) => ({ of, way: 1 as const })),
    },
    chanceFrom(1),
  );
  return asText(signals, { ...PLAIN_TEXT, names: [...LINES] });
}

const timed = (work: () => void): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

/** What a process of its own holds at most while it reads the file, over what it holds without. */
function mostMemory(file: string, size: number): void {
  const script = fileURLToPath(new URL("captureMemory.ts", import.meta.url));
  const held = (...args: string[]) =>
    Number(spawnSync("npx", ["--no-install", "tsx", script, ...args], { encoding: "utf8" }).stdout.trim());
  const [without, withIt] = [held(), held(file)];
  process.stdout.write(
    `memory while it is read: ${((withIt - without) / 1e6).toFixed(0)} MB more than without, ${((withIt - without) / size).toFixed(1)} times the file (asked: under six)\n`,
  );
}

function printBoth(where: string, own: readonly number[], usual: readonly number[]): void {
  printTimes(`a million samples of three lines read and told ${where}`, own, "under 2000 ms in a worker");
  printTimes(`the same by papaparse and fft.js alone ${where}`, usual);
  const middle = (all: readonly number[]) => all.toSorted((a, b) => a - b)[all.length >> 1]!;
  process.stdout.write(
    `that is ${((100 * middle(own)) / middle(usual)).toFixed(0)} % of the usual way (asked: under 25 % in a worker)\n`,
  );
}

/** A million samples of three lines: read and told, beside the usual way with the same text. */
export function benchCapture(): void {
  const bytes = aMillion();
  const [own, usual]: [number[], number[]] = [[], []];
  for (let n = 0; n < RUNS; n += 1) {
    own.push(timed(() => readCapture(bytes, KNOWN)));
    usual.push(timed(() => usualWay(bytes)));
  }
  printBoth("in the process", own, usual);
  const folder = mkdtempSync(join(tmpdir(), "green-fable-capture-"));
  const file = join(folder, "million.csv");
  writeFileSync(file, bytes);
  mostMemory(file, bytes.length);
  rmSync(folder, { recursive: true, force: true });
}

/** Both ways in turn in a worker of a browser. */
async function benchInWorker(browser: Browser, file: string): Promise<void> {
  const entry = fileURLToPath(new URL("captureWorker.ts", import.meta.url));
  const built = await build({ entryPoints: [entry], bundle: true, write: false, format: "iife" });
  const page = await browser.newPage();
  await page.setContent('<input type="file">');
  await page.locator("input").setInputFiles(file);
  const ask = await page.evaluateHandle(async (code) => {
    const worker = new Worker(URL.createObjectURL(new Blob([code], { type: "text/javascript" })));
    const bytes = new Uint8Array(await document.querySelector("input")!.files![0]!.arrayBuffer());
    return (own: boolean) =>
      new Promise<number>((resolve) => {
        worker.addEventListener("message", ({ data }) => resolve(data as number), { once: true });
        worker.postMessage({ bytes, own });
      });
  }, built.outputFiles[0]!.text);
  const [own, usual]: [number[], number[]] = [[], []];
  for (let n = 0; n < RUNS; n += 1) {
    own.push(await ask.evaluate((one) => one(true)));
    usual.push(await ask.evaluate((one) => one(false)));
  }
  printBoth("in a worker of a browser", own, usual);
  await page.close();
}

/** The same file dropped in a browser: until it is drawn, and the longest that the page could not answer. */
export async function benchCaptureInBrowser(browser: Browser, folder: string): Promise<void> {
  const scratch = mkdtempSync(join(tmpdir(), "green-fable-capture-"));
  const file = join(scratch, "million.csv");
  writeFileSync(file, aMillion());
  await benchInWorker(browser, file);
  const server = await startServer(folder, ["--keep"]);
  const page = await (await browser.newContext()).newPage();
  await page.addInitScript(() => localStorage.setItem("green-fable.walk-left", "before"));
  await page.goto(`${server.url}/captures`);
  await page.getByRole("button", { name: "Choose a file" }).waitFor();
  // What draws is fetched in a pause before the first file.
  await page.waitForTimeout(2000);
  await page.evaluate(() => {
    const counts = { longest: 0 };
    Object.assign(window, { counts });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) counts.longest = Math.max(counts.longest, duration);
    }).observe({ entryTypes: ["longtask"] });
  });
  const read: number[] = [];
  for (let n = 0; n < RUNS; n += 1) {
    const start = performance.now();
    await page.getByLabel("Recording", { exact: true }).setInputFiles(file);
    await page.getByText("million.csv").waitFor();
    read.push(performance.now() - start);
    await page.waitForTimeout(500);
    await page.getByRole("button", { name: "Leave it" }).click();
  }
  // Looked at: pushed and made larger, a hundred times.
  await page.getByLabel("Recording", { exact: true }).setInputFiles(file);
  await page.getByRole("button", { name: "All of it" }).click();
  for (let n = 0; n < 100; n += 1)
    await page.keyboard.press(n % 4 === 0 ? "+" : n % 4 === 3 ? "-" : "ArrowRight");
  await page.waitForTimeout(500);
  const { longest } = await page.evaluate(
    () => (window as unknown as { counts: { longest: number } }).counts,
  );
  printTimes("a million samples of three lines, from dropped to drawn in a browser", read, "under 2000 ms");
  process.stdout.write(
    `longest task of the page meanwhile, and while it was looked at: ${longest === 0 ? "under 50" : longest.toFixed(0)} ms (asked: under 50 ms)\n`,
  );
  await page.context().close();
  await server.kill("SIGTERM");
  rmSync(scratch, { recursive: true, force: true });
}
