import { fileURLToPath } from "node:url";
import type { Browser, Page } from "@playwright/test";
import { startServer } from "../../tests/e2e/server.ts";
import { printTimes } from "./print.ts";

const TYPED = 16;
/** A cheap tablet beside a desk. */
const SLOWER = 4;
/** A commit that draws fewer components says that something is on its way, and no more. */
const LARGE = 10;

/** What the page counts of itself. */
interface Counts {
  /** Components drawn, by each time that React wrote to the page. */
  readonly commits: readonly number[];
  readonly longestTask: number;
}

/** What one Enter cost. */
interface Typed extends Counts {
  /** From the key to the frame that shows the changed verdict; not a number where nothing changed. */
  readonly painted: number;
}

async function typeOnce(page: Page, text: string): Promise<Typed> {
  await page
    .getByLabel(/^Pair /u)
    .first()
    .fill(text);
  await page.waitForTimeout(150);
  const changed = page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const { counts } = window as unknown as { counts: Counts };
        Object.assign(counts, { commits: [], longestTask: 0 });
        const panel = document.querySelector('[aria-label="Standing verdict"]')!;
        let pressed = 0;
        document.addEventListener("keydown", () => (pressed = performance.now()), {
          once: true,
          capture: true,
        });
        const watch = new MutationObserver(() => {
          watch.disconnect();
          // After the frame that shows it.
          requestAnimationFrame(() => {
            const { port1, port2 } = new MessageChannel();
            port1.onmessage = () => resolve(performance.now() - pressed);
            port2.postMessage(null);
          });
        });
        watch.observe(panel, { subtree: true, childList: true, characterData: true, attributes: true });
        // A reading that was asked about once more changes nothing yet.
        setTimeout(() => resolve(Number.NaN), 5000);
      }),
  );
  await page.waitForTimeout(50);
  await page.keyboard.press("Enter");
  const painted = await changed;
  // What is on its way arrives meanwhile, and is counted too.
  await page.waitForTimeout(500);
  const counts = await page.evaluate(() => ({ ...(window as unknown as { counts: Counts }).counts }));
  return { painted, ...counts };
}

/** Opens a job at its pairs, made safe today. */
async function atThePairs(browser: Browser, url: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await page.addInitScript(() => {
    localStorage.setItem("green-fable.who", "MO");
    localStorage.setItem("green-fable.walk-left", "before");
  });
  await page.addInitScript({ path: fileURLToPath(new URL("countDrawing.page.js", import.meta.url)) });
  await page.goto(url);
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
  return page;
}

function tell(where: string, all: readonly Typed[], asked: string): void {
  const typed = all.filter(({ painted }) => !Number.isNaN(painted));
  printTimes(
    `typed reading to its painted verdict, ${where}, ${typed.length} of ${all.length}`,
    typed.map(({ painted }) => painted),
    asked,
  );
  const usual = (of: (one: Typed) => number) => typed.map(of).toSorted((a, b) => a - b)[typed.length >> 1]!;
  const large = usual(({ commits }) => commits.filter((drawn) => drawn >= LARGE).length);
  const drawn = usual(({ commits }) => commits.reduce((sum, one) => sum + one, 0));
  const longest = Math.max(...typed.map(({ longestTask }) => longestTask));
  process.stdout.write(
    `an Enter, ${where}: ${large} commits of ${LARGE} components or more, ${drawn} components drawn in all, longest task ${longest.toFixed(0)} ms\n`,
  );
}

/** From the Enter key to the verdict painted, on this machine and on one that is several times slower. */
export async function benchTyping(browser: Browser, folder: string): Promise<void> {
  const server = await startServer(folder, ["--keep"]);
  const page = await atThePairs(browser, server.url);
  const device = await page.context().newCDPSession(page);
  for (const { where, rate, asked } of [
    { where: "this machine", rate: 1, asked: "p50 under 25 ms, p95 under 40 ms" },
    {
      where: `${SLOWER} times slower`,
      rate: SLOWER,
      asked: "p50 under 120 ms, longest task under 150 ms",
    },
  ]) {
    await device.send("Emulation.setCPUThrottlingRate", { rate });
    const typed: Typed[] = [];
    // One high, one low, so that the verdict moves each time.
    for (let n = 0; n < TYPED; n += 1) typed.push(await typeOnce(page, n % 2 === 0 ? "47.9m" : "61m"));
    tell(where, typed, asked);
  }
  await page.context().close();
  await server.kill("SIGTERM");
}
