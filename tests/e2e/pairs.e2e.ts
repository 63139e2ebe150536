import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import AxeBuilder from "@axe-core/playwright";
import { expect, test, type Page } from "@playwright/test";
import { startServer, type RunningServer } from "./server.ts";

test.describe.configure({ mode: "serial" });
test.setTimeout(180_000);

let folder: string;
let server: RunningServer | undefined;

test.beforeAll(async () => {
  test.setTimeout(240_000);
  folder = mkdtempSync(join(tmpdir(), "green-fable-e2e-"));
  server = await startServer(folder, []);
});
test.afterAll(async () => {
  await server?.kill("SIGTERM");
  rmSync(folder, { recursive: true, force: true });
});

async function openJob(page: Page, name: RegExp) {
  await page.goto(server!.url);
  await page.getByRole("link", { name }).click();
  await expect(page.getByRole("heading", { name: "Three pairs at rest" })).toBeVisible();
}

async function noSeriousProblem(page: Page) {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(({ impact }) => impact === "serious" || impact === "critical")).toEqual([]);
}

test("the third pair, typed and entered, settles the verdict, and a reload keeps it", async ({ page }) => {
  await openJob(page, /Cargo trike 3, rear hub/u);
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(verdict.getByRole("heading")).toHaveText("Not decided yet");
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  await page.keyboard.type("143.1m");
  await expect(page.getByText("= 143.1 mΩ")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(verdict.getByRole("heading")).toHaveText("High joint or lead");
  await expect(page.getByRole("row", { name: /C–A/u })).toContainText("143");
  await page.reload();
  await expect(verdict.getByRole("heading")).toHaveText("High joint or lead");
});

test("a motor is taken in by keyboard, and an empty name is refused at the field", async ({ page }) => {
  await page.goto(server!.url);
  await expect(page.getByRole("heading", { name: "Waiting for a reading" })).toBeVisible();
  await page.keyboard.press("n");
  await expect(page.getByLabel("Machine and place")).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toHaveText("Name the machine and where the motor sits in it.");
  await page.keyboard.type("Lock gate winch");
  await page.getByRole("combobox", { name: /^Complaint/u }).selectOption({ label: "runs hot" });
  await page.getByLabel("Expected pair resistance").fill("0,3 V");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("does not fit a resistance");
  await page.getByLabel("Expected pair resistance").fill("300m");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "Lock gate winch" })).toBeVisible();
  await expect(page.getByLabel("Probe tips together")).toBeFocused();
  await noSeriousProblem(page);
});

test("what cannot be a resistance is refused at the field and stays there", async ({ page }) => {
  await openJob(page, /Fan bay 6, greenhouse/u);
  await page.keyboard.type("12..3");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("more than one decimal point");
  await expect(page.getByLabel("Probe tips together")).toHaveValue("12..3");
});

test("readings outlive a kill of the server, and O, + and Backspace do what the foot says", async ({
  page,
}) => {
  await openJob(page, /Fan bay 6, greenhouse/u);
  await page.keyboard.type("0.2");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Pair A–B")).toBeFocused();
  await page.keyboard.press("o");
  await expect(page.getByRole("row", { name: /A–B/u })).toContainText("OL");
  await expect(page.getByLabel("Pair B–C")).toBeVisible();
  await page.keyboard.type("11.8");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("row", { name: /B–C/u })).toContainText("11.");
  await server!.kill("SIGKILL");
  server = await startServer(folder, ["--keep"]);
  await openJob(page, /Fan bay 6, greenhouse/u);
  await expect(page.getByRole("row", { name: /A–B/u })).toContainText("OL");
  await expect(page.getByRole("row", { name: /B–C/u })).toContainText("11.");
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  await page.keyboard.press("Backspace");
  await expect(page.getByLabel("Pair B–C")).toBeFocused();
});

test("a stale window is refused and told what changed", async ({ page, context }) => {
  await openJob(page, /Chair, left drive/u);
  const other = await context.newPage();
  await openJob(other, /Chair, left drive/u);
  await other.keyboard.type("0.1m");
  await other.keyboard.press("Enter");
  await expect(other.getByLabel("Pair A–B")).toBeFocused();
  await page.bringToFront();
  await page.getByLabel("Probe tips together").fill("0.2m");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert")).toContainText("MO wrote winding tips: 0.1m");
  await expect(page.getByLabel("Probe tips together")).toHaveValue("0.2m");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Pair A–B")).toBeFocused();
});

for (const colorScheme of ["light", "dark"] as const)
  test(`axe finds nothing serious on bench and job, ${colorScheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme });
    await page.goto(server!.url);
    await expect(page.getByRole("heading", { name: "Waiting for a reading" })).toBeVisible();
    await noSeriousProblem(page);
    await openJob(page, /Cargo trike 3, rear hub/u);
    await noSeriousProblem(page);
  });
