import { once } from "node:events";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { gzipSync } from "node:zlib";
import type { Browser } from "@playwright/test";
import { build } from "esbuild";
import { printTimes } from "./print.ts";

const VISITS = 5;
const SOURCE = `
import { createElement } from "react";
import { createRoot } from "react-dom/client";
createRoot(document.getElementById("root")).render(createElement("h2", null, "Nothing here"));
`;
const PAGE =
  '<!doctype html><title>Empty</title><div id="root"></div><script type="module" src="/page.js"></script>';

/** What a page of React with one heading takes on this machine: the least that any page can. */
export async function benchEmptyPage(browser: Browser): Promise<void> {
  const { outputFiles } = await build({
    stdin: { contents: SOURCE, resolveDir: process.cwd() },
    bundle: true,
    minify: true,
    write: false,
    format: "esm",
    define: { "process.env.NODE_ENV": '"production"' },
  });
  const script = outputFiles[0]!.contents;
  const server = createServer((request, response) => {
    const [type, body] = request.url === "/page.js" ? ["text/javascript", script] : ["text/html", PAGE];
    response.setHeader("Content-Type", type).end(body);
  }).listen(0, "127.0.0.1");
  await once(server, "listening");
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const painted: number[] = [];
  for (let n = 0; n < VISITS; n += 1) {
    const context = await browser.newContext();
    const page = await context.newPage();
    const opened = performance.now();
    await page.goto(url);
    await page.getByRole("heading", { level: 2 }).waitFor();
    painted.push(performance.now() - opened);
    await context.close();
  }
  server.closeAllConnections();
  server.close();
  printTimes(`an empty React page of ${(gzipSync(script).length / 1000).toFixed(0)} kB gzip`, painted);
}
