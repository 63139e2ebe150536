import type { Page } from "@playwright/test";
import type { JobList, JobView } from "#contract/jobs";
import { API } from "#contract/routes";
import { hasPostgres } from "../../scripts/postgres/server.ts";
import {
  choose,
  expect,
  goTo,
  noSeriousProblem,
  onDisk,
  openJob,
  reloadKept,
  sayDone,
  takeIn,
  test,
  toTips,
} from "./bench.ts";
import { ChainBench } from "./chainBench.ts";
import { layoutProblems } from "./layout.ts";

test.skip(!hasPostgres(), "there is no PostgreSQL server here");
test.setTimeout(300_000);

test("a job is taken in, read and judged through two processes by turns, and each shows all of it", async ({
  page,
}) => {
  await using chain = await ChainBench.open(2);
  await takeIn(page, chain, "Ferry davit, by turns");
  await goTo(page, "Three pairs");
  await toTips(page);
  for (const [label, typed] of [
    ["Probe tips together", "0.1m"],
    ["Winding temperature", "21"],
    ["Pair A–B", "120.4m"],
    ["Pair B–C", "120.2m"],
    ["Pair C–A", "191.3m"],
  ] as const) {
    await expect(page.getByLabel(label, { exact: true })).toBeFocused();
    await page.keyboard.type(typed);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("button", { name: "Correct 191.3 mΩ" })).toBeVisible();
  await expect(onDisk(page)).toBeVisible();
  const job = /jobs\/([0-9a-f-]{36})/u.exec(page.url())![1]!;
  const seenBy = async (n: number) =>
    (await (await fetch(`${chain.processes[n]!.url}${API}/jobs/${job}`)).json()) as JobView;
  expect(await seenBy(0)).toEqual(await seenBy(1));
  expect((await seenBy(0)).entries.filter(({ kind }) => kind === "reading").length).toBeGreaterThanOrEqual(4);

  // One is gone: the other goes on, with all that was acknowledged, and judges what is left.
  const before = await seenBy(1);
  await chain.kill(0);
  await reloadKept(page);
  await expect(page.getByRole("button", { name: "Correct 191.3 mΩ" })).toBeVisible();
  expect((await seenBy(1)).entries).toEqual(before.entries);
  await page.goto(chain.url);
  const line = page.getByRole("main").getByRole("link", { name: /Ferry davit, by turns/u });
  // What the dead one was weighing is left to it for a minute.
  await expect(line).not.toContainText("Being weighed", { timeout: 100_000 });
});

test("readings typed while the database is gone are kept on the device, and there once when it is back", async ({
  page,
}) => {
  await using chain = await ChainBench.open(2);
  await openJob(page, chain, /Cargo trike 3, rear hub/u);
  await expect(page.getByLabel("Pair C–A")).toBeFocused();
  const crashed = chain.crash();
  await page.keyboard.type("143.1m");
  await page.keyboard.press("Enter");
  await crashed;
  const verdict = page.getByRole("complementary", { name: "Standing verdict" });
  await expect(verdict.getByRole("heading")).toHaveText("High joint or lead");
  await expect(onDisk(page)).toBeVisible({ timeout: 60_000 });
  await page.reload();
  await expect(page.getByRole("button", { name: "Correct 143.1 mΩ" })).toHaveCount(1);
  await page.getByText(/Record of this check/u).press("Enter");
  await expect(page.getByRole("row", { name: /Pair C–A 143.1 mΩ/u })).toHaveCount(1);
});

/** Somebody new at a device that stands in a shop nobody worked in yet. */
async function beHere(page: Page, shop: { readonly url: string }): Promise<void> {
  await page.goto(shop.url);
  await page.getByRole("button", { name: "Who is at the bench" }).click();
  await page.getByRole("menuitem", { name: "Somebody else" }).click();
  await page.getByLabel("Initials").fill("EL");
  await page.getByLabel("Name", { exact: true }).fill("Edda Lowick");
  await page.getByRole("button", { name: "Add" }).click();
  await expect(page.getByRole("menuitemradio", { name: /Edda Lowick/u, checked: true })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("button", { name: /At the bench: EL/u })).toBeVisible();
}

test("a motor that another shop of the chain knows is known at take-in, and its job is this shop's alone", async ({
  page,
}) => {
  await using chain = await ChainBench.open(2, { north: "Harbour room" });
  const north = chain.at("north");
  await beHere(page, north);
  await expect(page.getByRole("banner")).toContainText("Harbour room");
  await page.keyboard.press("n");
  await page.getByLabel("Serial or label").fill("tf-0022");
  const aside = page.getByRole("complementary");
  await expect(aside).toContainText("Known at Mill lane, never here");
  await aside.getByRole("button", { name: "Take over what is known of it" }).click();
  await expect(page.getByLabel("Machine and place")).toHaveValue("Cargo trike 2, rear hub");
  await expect(page.getByLabel("Owner")).toHaveValue("");
  await choose(page, "Complaint", "does not run");
  await page.getByLabel("Machine and place").press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Cargo trike 2, rear hub" })).toBeVisible();
  await sayDone(page);
  await goTo(page, "Three pairs");
  await toTips(page);
  await page.keyboard.type("0.1m");
  await page.keyboard.press("Enter");
  await expect(onDisk(page)).toBeVisible();
  const desk = page.viewportSize()!;
  await page.setViewportSize({ width: 390, height: 844 });
  await expect(page.getByRole("banner").getByText("Harbour room").last()).toBeVisible();
  expect(await layoutProblems(page, false)).toEqual([]);
  await page.setViewportSize(desk);

  // Both processes have it, in the north and nowhere else.
  const job = /at\/north\/jobs\/([0-9a-f-]{36})/u.exec(page.url())![1]!;
  for (const process of chain.processes) {
    expect((await fetch(`${process!.url}/at/north${API}/jobs/${job}`)).status).toBe(200);
    expect((await fetch(`${process!.url}${API}/jobs/${job}`)).status).toBe(404);
  }
  const toBeJudged = async () =>
    ((await (await fetch(`${north.url}${API}/jobs`)).json()) as JobList).judging.left;
  await expect.poll(toBeJudged).toBe(0);
  await page.goto(`${north.url}/motors/TF-0022`);
  const visits = page.getByRole("table", { name: /Visits of/u });
  await expect(visits.getByRole("row", { name: /Mill lane/u }).first()).toBeVisible();
  await expect(visits.getByRole("link", { name: "J-0001" })).toBeVisible();
  await page.getByRole("navigation", { name: "Rooms" }).getByRole("link", { name: "Bench" }).click();
  await expect(page).toHaveURL(north.url);
});

test("what is typed in one shop while nothing answers waits for that shop, and is sent to no other", async ({
  page,
}) => {
  await using chain = await ChainBench.open(1, { north: "Harbour room" });
  const north = chain.at("north");
  await beHere(page, north);
  await page.keyboard.press("n");
  await page.getByLabel("Machine and place").fill("Ferry davit");
  await choose(page, "Complaint", "does not run");
  await choose(page, "Family", "Hub motor");
  await page.getByLabel("Machine and place").press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Ferry davit" })).toBeVisible();
  await sayDone(page);
  await goTo(page, "Three pairs");
  await toTips(page);
  await chain.kill(0);
  await page.keyboard.type("0.1m");
  await page.keyboard.press("Enter");
  await expect(page.getByText("The server does not answer.")).toBeVisible();
  await chain.start(0);
  // Another tab of this device is in the first shop: what waits is not its own.
  const other = await page.context().newPage();
  await other.goto(chain.url);
  await expect(other.getByRole("banner")).toContainText("Mill lane");
  await expect(onDisk(page)).toBeVisible({ timeout: 60_000 });
  const { items } = (await (await fetch(`${north.url}${API}/jobs`)).json()) as JobList;
  const { entries } = (await (await fetch(`${north.url}${API}/jobs/${items[0]!.id}`)).json()) as JobView;
  expect(entries.filter(({ body }) => "typed" in body && body.typed === "0.1m")).toHaveLength(1);
});

test("the chain sees its shops side by side, takes another in and shares a model, by the keyboard alone", async ({
  page,
}) => {
  await using chain = await ChainBench.open(2, { north: "Harbour room" });
  await page.goto(`${chain.url}/chain`);
  const shops = page.getByRole("table", { name: "Shops of the chain" });
  await expect(shops.getByRole("row", { name: /Mill lane.*motors.*19 of 20 true/u })).toBeVisible();
  await expect(shops.getByRole("row", { name: /Harbour room.*none.*none tells yet/u })).toBeVisible();
  await page.getByRole("button", { name: "Take another shop in" }).press("Enter");
  await expect(page.getByLabel("The shop is called")).toBeFocused();
  await page.keyboard.type("Quay side");
  for (const typed of ["North Pier", "pr", "Pell Rushbrook", "short"]) {
    await page.keyboard.press("Tab");
    await page.keyboard.type(typed);
  }
  await page.keyboard.press("Enter");
  await expect(page.getByText(/A pass-phrase has 10 letters at least/u)).toBeVisible();
  await page.getByLabel("Their first pass-phrase").fill("quiet copper heron");
  await page.keyboard.press("Enter");
  await expect(page.getByText(/“North Pier” is no name for an address/u)).toBeVisible();
  await page.getByLabel("Name in its address").fill("quay");
  await page.keyboard.press("Enter");
  await expect(shops.getByRole("row", { name: /Quay side.*\/at\/quay\/, 1 person/u })).toBeVisible();
  await noSeriousProblem(page);

  await page.getByRole("link", { name: "Models" }).press("Enter");
  const own = page.getByRole("list", { name: "Models of one shop" });
  await own.getByRole("button", { name: /Make Market trike hub, 16 inch of Mill lane/u }).press("Enter");
  await expect(page.getByRole("list", { name: "Models of all shops" })).toContainText("Market trike hub");
  await noSeriousProblem(page);
  await page.goto(`${chain.at("quay").url}/motors`);
  await page.getByRole("link", { name: /Market trike hub, 16 inch/u }).press("Enter");
  await expect(page.getByText(/This model is the chain's/u)).toBeVisible();
  await expect(page.getByRole("list", { name: "Motors" })).toContainText("at Mill lane");
  await noSeriousProblem(page);
});
