import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { chromium } from "@playwright/test";
import { startServer } from "../../tests/e2e/server.ts";
import { benchCaptureInBrowser } from "./capture.ts";
import { benchEmptyPage } from "./emptyPage.ts";
import { benchMemory } from "./memory.ts";
import { printTimes } from "./print.ts";
import { benchSlowLine } from "./slowLine.ts";
import { benchTyping } from "./typing.ts";
import { peoplesBrowser } from "../browser.mjs";

const STARTS = 5;

function gzipped(file: string): number {
  return gzipSync(readFileSync(file)).length;
}

/** JavaScript the bench needs before it shows, as the built page asks for it. */
function firstViewSize(): void {
  const page = readFileSync("dist/web/index.html", "utf8");
  const scripts = [...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/gu)].map(([, path]) => path!);
  const first = scripts.reduce((sum, path) => sum + gzipped(join("dist/web", path)), 0);
  const all = readdirSync("dist/web/assets")
    .filter((name) => name.endsWith(".js"))
    .reduce((sum, name) => sum + gzipped(join("dist/web/assets", name)), 0);
  process.stdout.write(
    `JavaScript of the first view: ${(first / 1000).toFixed(0)} kB gzip (asked: under 150 kB); everything ${(all / 1000).toFixed(0)} kB\n`,
  );
}

/** From starting the process to the bench painted with its jobs, in a browser that is already running. */
export async function benchStartAndSize(): Promise<void> {
  firstViewSize();
  const folder = mkdtempSync(join(tmpdir(), "green-fable-bench-"));
  await (await startServer(folder, [])).kill("SIGTERM");
  const browser = await chromium.launch({
    executablePath: peoplesBrowser(),
    args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
  });
  const [listening, painted]: [number[], number[]] = [[], []];
  for (let n = 0; n < STARTS; n += 1) {
    const start = performance.now();
    const server = await startServer(folder, ["--keep"]);
    listening.push(performance.now() - start);
    const context = await browser.newContext();
    const page = await context.newPage();
    const opened = performance.now();
    await page.goto(server.url);
    await page.getByRole("heading", { level: 2 }).first().waitFor();
    painted.push(performance.now() - opened);
    await context.close();
    await server.kill("SIGTERM");
  }
  await benchEmptyPage(browser);
  await benchCaptureInBrowser(browser, folder);
  await benchTyping(browser, folder);
  await benchSlowLine(browser, folder);
  await benchMemory(folder);
  await browser.close();
  rmSync(folder, { recursive: true, force: true });
  printTimes("cold start: process to listening", listening, "under 500 ms");
  printTimes(
    "first paint of the bench from a cold server, empty browser cache",
    painted,
    "p95 under 1500 ms",
  );
}
