import { atTheBench, expect, goTo, openJob, test } from "./bench.ts";

test.setTimeout(180_000);
test.use({ serviceWorkers: "allow" });

test("the page opens and takes readings without the server, and they arrive when it answers again", async ({
  page,
  bench,
}) => {
  await atTheBench(page, bench);
  // Kept once: what the application is made of, and what was looked at.
  await page.evaluate(async () => (await navigator.serviceWorker.ready).active?.state);
  await page.reload();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
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
  await expect(page.getByRole("status").filter({ hasText: "on disk" })).toBeVisible();
  await expect(page.getByText("143.1 mΩ").first()).toBeVisible();
  // Left as it was found: other tests look at this job too.
  await page.keyboard.press("u");
  await expect(page.getByRole("status").filter({ hasText: "Taken back" })).toBeVisible();
});

test("an address behind which nothing is says so and leads to the bench", async ({ page, bench }) => {
  await atTheBench(page, bench);
  await page.goto(`${bench.url}/motrs/trike`);
  await expect(page.getByRole("heading", { name: "Nothing is at this address" })).toBeVisible();
  await page.getByRole("link", { name: "To the bench" }).press("Enter");
  await expect(page.getByRole("heading", { name: /^Do now/u })).toBeVisible();
});
