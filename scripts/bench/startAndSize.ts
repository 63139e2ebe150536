import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { chromium, type Browser } from "@playwright/test";
import { startServer } from "../../tests/e2e/server.ts";
import { benchEmptyPage } from "./emptyPage.ts";
import { printTimes } from "./print.ts";

const STARTS = 5;
const TYPED = 16;

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
    `JavaScript of the first view: ${(first / 1000).toFixed(0)} kB gzip (asked: under 212 kB); everything ${(all / 1000).toFixed(0)} kB\n`,
  );
}

/** From the Enter key to the verdict changed on screen, measured in the page itself. */
async function benchTyping(browser: Browser, folder: string): Promise<void> {
  const server = await startServer(folder, ["--keep"]);
  const page = await (await browser.newContext()).newPage();
  await page.addInitScript(() => {
    localStorage.setItem("green-fable.who", "MO");
    localStorage.setItem("green-fable.walk-left", "before");
  });
  await page.goto(server.url);
  await page.getByRole("link", { name: /Survey copter 2, arm 5/u }).click();
  await page.getByRole("navigation", { name: "Plan" }).waitFor();
  // What was made safe on another day is gone through again.
  await page.getByRole("link", { name: /Made safe/u }).click();
  await page.getByRole("heading", { name: "Made safe" }).waitFor();
  await page.waitForTimeout(500);
  const open = page.getByRole("button", { name: "Done", exact: true });
  for (let left = await open.count(); left > 0; left -= 1) {
    await open.first().press("Enter");
    await page.waitForTimeout(300);
  }
  await page.getByRole("link", { name: /Three pairs/u }).click();
  await page.getByLabel(/^Pair /u).waitFor();
  const times: number[] = [];
  for (let n = 0; n < TYPED; n += 1) {
    // One high, one low, so that the verdict moves each time.
    await page
      .getByLabel(/^Pair /u)
      .first()
      .fill(n % 2 === 0 ? "47.9m" : "61m");
    const changed = page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const panel = document.querySelector('[aria-label="Standing verdict"]')!;
          let pressed = 0;
          document.addEventListener("keydown", () => (pressed = performance.now()), {
            once: true,
            capture: true,
          });
          const watch = new MutationObserver(() => {
            watch.disconnect();
            resolve(performance.now() - pressed);
          });
          watch.observe(panel, { subtree: true, childList: true, characterData: true, attributes: true });
          // A reading that was asked about once more changes nothing yet.
          setTimeout(() => resolve(Number.NaN), 3000);
        }),
    );
    await page.waitForTimeout(50);
    await page.keyboard.press("Enter");
    times.push(await changed);
    await page.waitForTimeout(150);
  }
  await server.kill("SIGTERM");
  const changed = times.filter((time) => !Number.isNaN(time));
  printTimes(
    `typed reading to changed verdict on screen, ${changed.length} of ${TYPED}`,
    changed,
    "p50 under 30 ms",
  );
}

/** From starting the process to the bench painted with its jobs, in a browser that is already running. */
export async function benchStartAndSize(): Promise<void> {
  firstViewSize();
  const folder = mkdtempSync(join(tmpdir(), "green-fable-bench-"));
  await (await startServer(folder, [])).kill("SIGTERM");
  const browser = await chromium.launch({
    executablePath: "/usr/bin/chromium",
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
  await benchTyping(browser, folder);
  await browser.close();
  rmSync(folder, { recursive: true, force: true });
  printTimes("cold start: process to listening", listening, "under 1000 ms");
  printTimes(
    "first paint of the bench from a cold server, empty browser cache",
    painted,
    "p95 under 1500 ms",
  );
}
