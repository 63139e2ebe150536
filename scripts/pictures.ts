// Takes the pictures of docs/screenshots from a running demo: tsx scripts/pictures.ts http://127.0.0.1:4173
import { chromium } from "@playwright/test";

const base = process.argv[2] ?? "http://127.0.0.1:4173";
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
page.on("pageerror", (error) => process.stderr.write(`${error.message}\n`));
await page.goto(base);
await page.getByRole("heading", { name: "Waiting for a reading" }).waitFor();
await page.screenshot({ path: "docs/screenshots/bench.png" });
await page.getByRole("link", { name: /Cargo trike 3, rear hub/u }).click();
await page.getByRole("heading", { name: "Three pairs at rest" }).waitFor();
await page.screenshot({ path: "docs/screenshots/job.png" });
await page.emulateMedia({ colorScheme: "dark" });
await page.setViewportSize({ width: 820, height: 1180 });
await page.screenshot({ path: "docs/screenshots/job-tablet-night.png" });
await browser.close();
