import { rmSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import { expect, test as base, type Page } from "@playwright/test";
import { copyOfDemo } from "./demoShop.ts";
import { startServer, type RunningServer } from "./server.ts";

/** A server with a data folder of its own that a test may end and start again. */
export class Bench {
  private server: RunningServer | null = null;
  private constructor(private readonly folder: string) {}

  static async open(): Promise<Bench> {
    const bench = new Bench(copyOfDemo());
    await bench.start(["--keep"]);
    return bench;
  }

  get url(): string {
    return this.server!.url;
  }

  private async start(args: readonly string[], port = 0) {
    this.server = await startServer(this.folder, args, port);
  }

  async end(signal: NodeJS.Signals): Promise<void> {
    await this.server?.kill(signal);
  }

  /** Comes back on the same file and the same port, as a restarted machine would. */
  async comeBack(): Promise<void> {
    await this.start(["--keep"], Number(new URL(this.url).port));
  }

  async [Symbol.asyncDispose](): Promise<void> {
    await this.close();
  }

  async close(): Promise<void> {
    await this.end("SIGTERM");
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** The walk that is offered in the demo was left on this device: it has its own test. */
export const leaveTheWalk = () => {
  try {
    localStorage.setItem("green-fable.walk-left", "before");
  } catch {
    // A page of no address keeps nothing.
  }
};

export const test = base.extend<object, { bench: Bench }>({
  page: async ({ page }, use) => {
    await page.addInitScript(leaveTheWalk);
    await use(page);
  },
  bench: [
    // eslint-disable-next-line no-empty-pattern -- the runner reads the names out of this pattern
    async ({}, use) => {
      const bench = await Bench.open();
      await use(bench);
      await bench.close();
    },
    { scope: "worker", timeout: 120_000 },
  ],
});

/** Opens the bench as Maud Oakhanger, whom this device knows already. */
export async function atTheBench(page: Page, bench: Pick<Bench, "url">): Promise<void> {
  await page.addInitScript(() => localStorage.setItem("green-fable.who", "MO"));
  await page.goto(bench.url);
  await expect(page.getByRole("heading", { name: /^Do now/u })).toBeVisible();
}

/** Chooses one of a few by its words. */
export const choose = (page: Page, question: string, words: string) =>
  page.getByRole("radiogroup", { name: question }).getByRole("radio", { name: words, exact: true }).click();

/** Takes a hub motor in and makes it safe. */
/** Chooses one of a list that opens, by its label and its words. */
export async function pick(page: Page, label: string, words: string | RegExp): Promise<void> {
  await page.getByLabel(label, { exact: true }).click();
  await page
    .getByRole("option", { name: words, exact: typeof words === "string" })
    .first()
    .click();
}

export async function takeIn(
  page: Page,
  bench: Pick<Bench, "url">,
  name: string,
  serial = "",
): Promise<void> {
  await atTheBench(page, bench);
  await page.keyboard.press("n");
  await page.getByLabel("Machine and place").fill(name);
  await page.getByLabel("Serial or label").fill(serial);
  await choose(page, "Complaint", "does not run");
  await choose(page, "Family", "Hub motor");
  await page.getByLabel("Machine and place").press("Enter");
  await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
  await sayDone(page);
}

export async function openJob(page: Page, bench: Pick<Bench, "url">, name: RegExp): Promise<void> {
  await atTheBench(page, bench);
  const link = page.getByRole("main").getByRole("link", { name });
  if ((await link.count()) === 0) {
    // Closed jobs are folded.
    const show = page.getByRole("main").getByRole("button", { name: "Show", exact: true });
    await expect(link.or(show).first()).toBeVisible();
    if (await show.isVisible()) await show.click();
  }
  await link.click();
  await expect(page.getByRole("heading", { level: 1, name })).toBeVisible();
  await takeOver(page);
}

/** What was made safe on another day is made safe again, and the job goes on where it would have. */
async function takeOver(page: Page): Promise<void> {
  const plan = page.getByRole("navigation", { name: "Plan" });
  await expect(plan.getByRole("link", { name: "Decide" })).toBeAttached();
  const again = plan.getByRole("link", { name: /Made safe again/u });
  if ((await again.count()) === 0 || !(await again.isVisible())) return;
  await again.click();
  await expect(page.getByRole("heading", { name: "Made safe" })).toBeVisible();
  const capacitors = page.getByRole("listitem").filter({ hasText: "Capacitors hold charge" });
  if ((await capacitors.getByText("after: switched off").count()) > 0) {
    await page.getByRole("button", { name: "Done", exact: true }).first().press("Enter");
    await expect(capacitors.getByText("after: switched off")).toHaveCount(0);
  }
  // Capacitors that are still to be waited out hold it up: what needs no power goes on without.
  if ((await page.getByRole("button", { name: /^(Start \d+ minutes|Measured dead already)$/u }).count()) > 0)
    return;
  const open = page.getByRole("button", { name: /^(Done|Waited, and measured dead)$/u });
  for (let left = await open.count(); left > 0; left--) {
    await open.first().press("Enter");
    await expect(open).toHaveCount(left - 1);
  }
  await page.keyboard.press("n");
  await expect(page.getByRole("heading", { name: "Made safe" })).toHaveCount(0);
}

/** With a four-wire meter the tips need not be touched: whoever wants to goes there. */
export async function toTips(page: Page): Promise<void> {
  await expect(page.getByRole("heading", { name: "Three pairs at rest" })).toBeVisible();
  const field = page.getByLabel("Probe tips together", { exact: true });
  if ((await field.count()) === 0)
    await page.getByRole("button", { name: /^(Go to )?Probe tips together/u }).click();
  await field.focus();
  await expect(field).toBeFocused();
}

export async function goTo(page: Page, step: string): Promise<void> {
  const plan = page.getByRole("navigation", { name: "Plan" });
  await expect(plan).toBeVisible();
  const link = plan.getByRole("link", { name: step });
  // What was found, and what nobody needed, stands folded once it is decided.
  const folded = plan.locator("details:not([open]) > summary");
  while ((await folded.count()) > 0 && !(await link.first().isVisible())) await folded.first().click();
  await link.click();
  // What is drawn may still be the step before; a phone's plan is gone once it is another.
  await expect(async () => {
    if ((await link.count()) > 0)
      expect(await link.getAttribute("aria-current", { timeout: 500 })).toBe("step");
  }).toPass();
}

/** What a screen says once nothing is on its way. */
export const onDisk = (page: Page) => page.getByRole("status").filter({ hasText: "on disk" });

/** Loads a job's page anew, once what was entered is on disk: who reloads sooner was never told that it is. */
export async function reloadKept(page: Page): Promise<void> {
  await expect(onDisk(page)).toBeVisible();
  await page.reload();
}

/** Says of each caution that is still open that it is done, one after the other. */
export async function sayDone(page: Page): Promise<void> {
  const done = page.getByRole("button", { name: "Done", exact: true });
  await expect(done.first()).toBeVisible();
  for (let left = await done.count(); left > 0; left--) {
    await done.first().press("Enter");
    await expect(done).toHaveCount(left - 1);
  }
}

/** Switches off, waits out the capacitors by the page's own clock, which is installed, and goes through the rest. */
export async function waitOut(page: Page): Promise<void> {
  await goTo(page, "Made safe");
  await expect(page.getByRole("heading", { name: "Made safe" })).toBeVisible();
  // Another test of this shop has done so today.
  if ((await page.getByText(/^Dead and safe/u).count()) > 0) return;
  const done = page.getByRole("button", { name: "Done", exact: true });
  const start = page.getByRole("button", { name: "Start 5 minutes" });
  if ((await start.count()) === 0) await done.first().press("Enter");
  await start.press("Enter");
  await page.clock.fastForward("05:01");
  await page.getByRole("button", { name: "Waited, and measured dead" }).press("Enter");
  await sayDone(page);
  await expect(page.getByText(/^Dead and safe/u)).toBeVisible();
}

/** What axe finds serious or critical, each with the first place it is at. */
export async function graveProblems(page: Page): Promise<string[]> {
  // No page holds another one, and what passes is asked by nobody: a third of the time.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .options({ resultTypes: ["violations"] })
    .analyze();
  const grave = violations.filter(({ impact }) => impact === "serious" || impact === "critical");
  return grave.map(({ id, nodes }) => `${id}: ${nodes[0]?.html}`);
}

export async function noSeriousProblem(page: Page): Promise<void> {
  expect(await graveProblems(page)).toEqual([]);
}

export { expect };
