import { chromium } from "@playwright/test";
const [url, file, w = "1280", h = "800", who = "MO"] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-gpu", "--disable-background-networking"] });
const p = await (await b.newContext({ viewport: { width: Number(w), height: Number(h) } })).newPage();
await p.addInitScript((who) => localStorage.setItem("green-fable.who", who), who);
const [path, name] = url!.split("#");
await p.goto("http://127.0.0.1:4998" + path!);
if (name) { await p.getByRole("link", { name: new RegExp(name.split("@")[0]!) }).first().click(); if (name.includes("@")) { await p.waitForTimeout(800); const u = p.url().replace(/\/[a-zA-Z]+$/, "/" + name.split("@")[1]); await p.goto(u); } }
await p.waitForTimeout(1500);
await p.screenshot({ path: file! });
await b.close();
