import type { Browser } from "@playwright/test";
import { startServer } from "../../tests/e2e/server.ts";
import { printTimes } from "./print.ts";

const VISITS = 3;
/** A telephone at the edge of a town: 150 ms there and back, 1.6 Mbit a second. */
const SLOW_LINE = {
  offline: false,
  latency: 150,
  downloadThroughput: 1_600_000 / 8,
  uploadThroughput: 750_000 / 8,
};
/** Whoever comes to a bench looks at it before a job is opened. */
const LOOKED_AT = 2000;

/** A browser that was never here before, on a slow line: the bench, and then a job of it. */
export async function benchSlowLine(browser: Browser, folder: string): Promise<void> {
  const server = await startServer(folder, ["--keep"]);
  const [bench, job, straight]: [number[], number[], number[]] = [[], [], []];
  const visit = async (use: (page: Awaited<ReturnType<typeof opened>>) => Promise<void>) => {
    const page = await opened(browser);
    await use(page);
    await page.context().close();
  };
  for (let n = 0; n < VISITS; n += 1) {
    let address = "";
    await visit(async (page) => {
      const asked = performance.now();
      await page.goto(server.url, { waitUntil: "commit" });
      const link = page.getByRole("link", { name: /Survey copter 2, arm 5/u });
      await link.waitFor();
      bench.push(performance.now() - asked);
      await page.waitForTimeout(LOOKED_AT);
      const pressed = performance.now();
      await link.click();
      await page.getByRole("complementary", { name: "Standing verdict" }).waitFor();
      job.push(performance.now() - pressed);
      address = page.url();
    });
    await visit(async (page) => {
      const asked = performance.now();
      await page.goto(address, { waitUntil: "commit" });
      await page.getByRole("complementary", { name: "Standing verdict" }).waitFor();
      straight.push(performance.now() - asked);
    });
  }
  await server.kill("SIGTERM");
  printTimes("slow line, never here before: the bench with its jobs", bench, "under 2000 ms");
  printTimes("slow line: a job opened from the bench, with its verdict", job, "under 3000 ms");
  printTimes("slow line, never here before: a job by its address", straight);
}

async function opened(browser: Browser) {
  const page = await (await browser.newContext()).newPage();
  await page.addInitScript(() => {
    localStorage.setItem("green-fable.who", "MO");
    localStorage.setItem("green-fable.walk-left", "before");
  });
  const device = await page.context().newCDPSession(page);
  await device.send("Network.enable");
  await device.send("Network.emulateNetworkConditions", SLOW_LINE);
  return page;
}
