import type { Page } from "@playwright/test";
import { atTheBench, type Bench, choose, expect, goTo, openJob, sayDone, test, onDisk } from "./bench.ts";

test.setTimeout(180_000);
test.use({ serviceWorkers: "allow" });

/** At the bench, with what the application is made of kept on this device. */
async function atTheBenchKept(page: Page, bench: Bench): Promise<void> {
  await atTheBench(page, bench);
  await page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);
  await page.reload();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
}

test("the page opens and takes readings without the server, and they arrive when it answers again", async ({
  page,
  bench,
}) => {
  await atTheBenchKept(page, bench);
  await openJob(page, bench, /Cargo trike 3, rear hub/u);
  await goTo(page, "Three pairs");
  await expect(page.getByLabel("Pair C–A")).toBeVisible();
  const address = page.url();

  await bench.end("SIGKILL");
  await page.goto("about:blank");
  await page.goto(address);
  await expect(page.getByLabel("Pair C–A")).toBeVisible();
  await page.getByLabel("Pair C–A").fill("143.1m");
  await page.keyboard.press("Enter");
  await expect(page.getByText("143.1 mΩ").first()).toBeVisible();
  await expect(page.getByRole("status").filter({ hasText: /entry kept on this device/u })).toBeVisible();
  // What this device answers in the server's place is no answer of the server.
  await expect(page.getByText("The server does not answer.")).toBeVisible();

  await bench.comeBack();
  await page.reload();
  await expect(onDisk(page)).toBeVisible();
  await expect(page.getByText("143.1 mΩ").first()).toBeVisible();
  // Left as it was found: other tests look at this job too.
  await page.keyboard.press("u");
  await expect(page.getByRole("status").filter({ hasText: "Taken back" })).toBeVisible();
});

test("a motor is taken in, made safe and read while the server is away, and is there when it answers", async ({
  page,
  bench,
}) => {
  await atTheBenchKept(page, bench);
  // The rooms that will be wanted were looked at once.
  await openJob(page, bench, /Cargo trike 3, rear hub/u);
  await goTo(page, "Leads to frame");
  await page.goto(`${bench.url}/take-in`);
  await expect(page.getByLabel("Machine and place")).toBeVisible();

  await bench.end("SIGKILL");
  await page.getByLabel("Machine and place").fill("Ferry tender, bow");
  await choose(page, "Complaint", "cuts out under load");
  await choose(page, "Family", "Hub motor");
  await page.getByRole("button", { name: /^Take it in E/u }).press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Ferry tender, bow" })).toBeVisible();
  await expect(page.getByText("not numbered yet")).toBeVisible();
  await sayDone(page);
  await goTo(page, "Leads to frame");
  await expect(page.getByLabel("Lead A to frame")).toBeFocused();
  await page.keyboard.press("o");
  await expect(page.getByRole("status").filter({ hasText: /entries kept on this device/u })).toBeVisible();

  await bench.comeBack();
  await expect(onDisk(page)).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText(/^J-\d{4}, Hub motor/u)).toBeVisible();
  await page.goto(bench.url);
  await expect(page.getByRole("main").getByRole("link", { name: /Ferry tender, bow/u })).toBeVisible();
});

test("an address behind which nothing is says so and leads to the bench", async ({ page, bench }) => {
  await atTheBench(page, bench);
  await page.goto(`${bench.url}/motrs/trike`);
  await expect(page.getByRole("heading", { name: "Nothing is at this address" })).toBeVisible();
  await page.getByRole("link", { name: "To the bench" }).press("Enter");
  await expect(page.getByRole("heading", { name: /^Do now/u })).toBeVisible();
});
