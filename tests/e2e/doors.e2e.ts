import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { once } from "node:events";
import { request as forward } from "node:http";
import { createServer, type Server } from "node:https";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Browser, Page } from "@playwright/test";
import { generate } from "selfsigned";
import { expect, leaveTheWalk, test, pick } from "./bench.ts";
import { copyOfDemo } from "./demoShop.ts";
import { startServer, type RunningServer } from "./server.ts";

test.setTimeout(120_000);

interface Pair {
  readonly cert: string;
  readonly private: string;
}

/** A certificate of our own making for this computer, good for a day. */
const selfMade = (): Promise<Pair> =>
  generate([{ name: "commonName", value: "127.0.0.1" }], { keyType: "ec" });

/** A page that takes a certificate which nobody vouches for. */
async function pageIn(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ locale: "en-GB", ignoreHTTPSErrors: true });
  await context.addInitScript(leaveTheWalk);
  return context.newPage();
}

/** The first owner signs in, changes something, and it stays: cookie, token and origin all fit. */
async function worksFor(page: Page, server: RunningServer, url: string): Promise<void> {
  const code = /with this code: (\S+)/u.exec(server.said)![1]!;
  await page.goto(`${url}/shop/people`);
  await expect(page.getByRole("heading", { name: "The first owner" })).toBeVisible();
  await page.getByLabel("Code").fill(code);
  await page.getByLabel("Your initials").fill("MO");
  await page.getByLabel("Your name").fill("Maud Oakhanger");
  await page.getByLabel("Pass-phrase").fill("quiet copper heron");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "People", exact: true })).toBeVisible();
  const role = page.getByLabel("Role of Pell Rushbrook");
  await pick(page, "Role of Pell Rushbrook", "trainee");
  await expect(role).toHaveText("trainee");
  await page.reload();
  await expect(role).toHaveText("trainee");
  // One's own pass-phrase is changed with the old one.
  const phrases = page.getByRole("form", { name: "Your own pass-phrase" });
  await phrases.getByLabel("The one you have now").fill("loud copper heron");
  await phrases.getByLabel("The new one").fill("another quiet heron");
  await phrases.getByRole("button", { name: "Change it" }).click();
  await expect(phrases.getByText("That is not the pass-phrase you have now.")).toBeVisible();
  await phrases.getByLabel("The one you have now").fill("quiet copper heron");
  await phrases.getByRole("button", { name: "Change it" }).click();
  await expect(page.getByText("Changed. Your other devices sign in again")).toBeVisible();
  await pick(page, "Role of Pell Rushbrook", "technician");
  await expect(role).toHaveText("technician");
  // The owner is told who was not let in, and from where.
  await page.reload();
  await expect(page.getByText("1 wrong pass-phrase in the last day,")).toBeVisible();
  await page.getByRole("link", { name: "Who did what" }).first().click();
  await expect(page.getByRole("heading", { name: "Not let in" })).toBeVisible();
  await expect(page.getByRole("cell", { name: "changed their own pass-phrase" })).toBeVisible();
  // Where people sign in over HTTPS the key never travels in the clear.
  const [key] = await page.context().cookies();
  expect(key).toMatchObject({
    name: "green-fable-session",
    secure: true,
    httpOnly: true,
    sameSite: "Strict",
  });
}

/** What stands in front of a server in a shop: speaks HTTPS to people and plain HTTP to the server. */
async function proxyTo(port: string, { cert, private: key }: Pair): Promise<Server> {
  const proxy = createServer({ cert, key }, (request, response) => {
    const headers = {
      ...request.headers,
      "x-forwarded-proto": "https",
      "x-forwarded-for": request.socket.remoteAddress ?? "",
    };
    const { url = "/", method } = request;
    request.pipe(
      forward({ host: "127.0.0.1", port, path: url, method, headers }, (answer) => {
        response.writeHead(answer.statusCode ?? 502, answer.headers);
        answer.pipe(response);
      }),
    );
  }).listen(0, "127.0.0.1");
  await once(proxy, "listening");
  return proxy;
}

test("over HTTPS by its own certificate people sign in", async ({ browser }) => {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-https-"));
  const pair = await selfMade();
  const [cert, key] = [join(folder, "cert.pem"), join(folder, "key.pem")];
  writeFileSync(cert, pair.cert);
  writeFileSync(key, pair.private);
  const shop = copyOfDemo();
  const server = await startServer(shop, ["--keep", "--host", "127.0.0.2", "--cert", cert, "--key", key]);
  const page = await pageIn(browser);
  try {
    expect(server.url).toMatch(/^https:\/\/127\.0\.0\.2:/u);
    expect(server.said).toContain("Open on 127.0.0.2; people sign in.\n");
    await worksFor(page, server, server.url);
  } finally {
    await page.context().close();
    await server.kill("SIGTERM");
    rmSync(shop, { recursive: true, force: true });
    rmSync(folder, { recursive: true, force: true });
  }
});

test("through a proxy people sign in too, though it listens to its own computer alone", async ({
  browser,
}) => {
  const folder = copyOfDemo();
  const server = await startServer(folder, ["--keep", "--behind-proxy", "127.0.0.1"]);
  const proxy = await proxyTo(new URL(server.url).port, await selfMade());
  const page = await pageIn(browser);
  try {
    expect(server.said).toContain("through a proxy; people sign in.");
    await worksFor(page, server, `https://127.0.0.1:${(proxy.address() as AddressInfo).port}`);
  } finally {
    await page.context().close();
    proxy.closeAllConnections();
    proxy.close();
    await server.kill("SIGTERM");
    rmSync(folder, { recursive: true, force: true });
  }
});
