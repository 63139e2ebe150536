import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { brotliCompressSync, gzipSync } from "node:zlib";
import { describe, expect, it } from "vitest";
import { pino } from "pino";
import request from "supertest";
import { API } from "#contract/routes";
import { useShop } from "../tests/shop.ts";
import { createApp } from "./app.ts";
import { fillDemo } from "./demo/fill.ts";
import { services } from "./services/index.ts";
import { DEMO_JOBS } from "./demo/scenario.ts";

const shop = useShop();

describe("the server", () => {
  it("answers only to its own name and pages, with strict headers", async () => {
    const { headers } = await shop.agent.get(`${API}/health`).expect(200);
    expect(headers["content-security-policy"]).toContain("default-src 'self'");
    expect(headers).toMatchObject({
      "x-content-type-options": "nosniff",
      "x-frame-options": "SAMEORIGIN",
      "referrer-policy": "no-referrer",
      "cross-origin-opener-policy": "same-origin",
    });
    expect(headers).not.toHaveProperty("x-powered-by");
    await shop.agent.get(`${API}/health`).set("Host", "elsewhere.example").expect(421);
    await shop.agent.get(`${API}/health`).set("Origin", "http://elsewhere.example").expect(403);
    await shop.agent.get(`${API}/nothing`).expect(404);
  });

  it("has nothing below the addresses of a chain where it is in none: in words for a page, as a problem for a program", async () => {
    for (const path of [
      "/chain",
      "/chain/people",
      "/at/north/",
      `/at/north${API}/jobs`,
      `/chain${API}/session`,
    ]) {
      const { body, headers } = await shop.agent.get(path).expect(404);
      expect(headers["cache-control"]).toBe("no-store");
      expect(body.detail).toMatch(/no shop at this address/u);
      const page = await shop.agent.get(path).set("Accept", "text/html").expect(404);
      expect(page.text).toMatch(/^There is no shop at this address/u);
    }
    await shop.agent.get("/chains").expect(404);
  });

  it("believes what stands in front of it only where one was said to stand there", async () => {
    const asked = (...proxies: string[]) =>
      request(
        createApp({
          services: shop.services,
          doors: shop.doors,
          log: pino({ level: "silent" }),
          hosts: ["127.0.0.1", "bench.lock"],
          web: null,
          proxies,
        }),
      )
        .get(`${API}/health`)
        .set("X-Forwarded-Host", "bench.lock")
        .set("X-Forwarded-Proto", "https")
        .set("Origin", "https://bench.lock");
    await asked("127.0.0.1", "::1", "::ffff:127.0.0.1").expect(200);
    await asked("127.0.0.1").set("X-Forwarded-Host", "elsewhere.example").expect(421);
    await asked("127.0.0.1").set("Origin", "http://bench.lock").expect(403);
    await asked().expect(403);
    // Another one of our own network says the same, and is not believed.
    await asked("10.1.2.3").expect(403);
  });

  it("sends the application packed as the browser takes it, and plain to who takes nothing packed", async () => {
    const web = mkdtempSync(join(tmpdir(), "green-fable-web-"));
    const script = "let fable = 'green';".repeat(200);
    writeFileSync(join(web, "room.js"), script);
    writeFileSync(join(web, "room.js.br"), brotliCompressSync(script));
    writeFileSync(join(web, "room.js.gz"), gzipSync(script));
    const app = createApp({
      services: shop.services,
      doors: shop.doors,
      log: pino({ level: "silent" }),
      hosts: ["127.0.0.1"],
      web,
    });
    for (const [taken, sent] of [
      ["gzip, deflate, br", "br"],
      ["gzip", "gzip"],
      ["identity", undefined],
    ] as const) {
      const { headers, text } = await request(app).get("/room.js").set("Accept-Encoding", taken).expect(200);
      expect(headers["content-encoding"]).toBe(sent);
      expect(headers["content-type"]).toMatch(/^text\/javascript/u);
      expect(headers["cache-control"]).toContain("immutable");
      expect(headers["vary"]).toContain("Accept-Encoding");
      if (sent === "br") expect(Number(headers["content-length"])).toBe(brotliCompressSync(script).length);
      else expect(text).toBe(script);
    }
    const { body } = await request(app).get("/%E0%A4%A").expect(400);
    expect(body.detail).toBe("The address is not written as addresses are.");
    rmSync(web, { recursive: true });
  });

  it.each([
    ["SQLITE_FULL", 507, /disk is full/u],
    ["ENOSPC", 507, /disk is full/u],
    ["SQLITE_READONLY", 507, /may not write/u],
    ["SQLITE_CORRUPT", 500, /damaged/u],
    ["SQLITE_BUSY", 503, /Another program/u],
  ])("says %s by its cause, however deep the driver wraps it", async (code, status, sentence) => {
    const cause = Object.assign(new Error("inner"), { code });
    const fault = Object.assign(new Error("outer"), { original: cause });
    const people = { ...shop.services.people, instruments: () => Promise.reject(fault) };
    const app = createApp({
      services: { ...shop.services, people },
      doors: shop.doors,
      log: pino({ level: "silent" }),
      hosts: ["127.0.0.1"],
      web: null,
    });
    const { body, type, headers } = await request(app).get(`${API}/instruments`).expect(status);
    expect(type).toBe("application/problem+json");
    expect(body.detail).toMatch(sentence);
    expect(headers["cache-control"]).toBe("no-store");
  });

  it("writes into its file to know that it is well", async () => {
    await shop.agent.get(`${API}/health`).expect(200, { ok: true, demo: false, unjudged: 0 });
    expect(await shop.database.models.Setting.count({ where: { id: "beat" } })).toBe(1);
  });

  it("describes itself from the schemas that validate, answers and files included", async () => {
    const { body } = await shop.agent.get(`${API}/openapi.json`).expect(200);
    const path = body.paths[`${API}/jobs/{job}`];
    expect(path.put.requestBody.content["application/json"].schema.properties.complaint.enum).toContain(
      "noRun",
    );
    expect(path.get.responses[200].content["application/json"].schema.properties).toHaveProperty("entries");
    const file = body.paths[`${API}/jobs/{job}/files/{name}`];
    expect(file.put.requestBody.content).toHaveProperty("image/jpeg");
    for (const [where, operations] of Object.entries<
      Record<string, { responses: Record<string, { content?: object }> }>
    >(body.paths))
      for (const [verb, { responses }] of Object.entries(operations))
        for (const [status, answer] of Object.entries(responses))
          expect(answer.content, `${verb} ${where} ${status}`).toBeDefined();
  });

  it("plays the whole demo through the same services, searchable, twice the same", async () => {
    await fillDemo((clock) => services(shop.database, clock));
    const all = (await shop.agent.get(`${API}/jobs`).expect(200)).body;
    expect(all.total).toBe(DEMO_JOBS.length);
    expect(all.judging.left).toBe(0);
    expect(new Set(all.items.map(({ stage }: { stage: string }) => stage)).size).toBeGreaterThanOrEqual(5);
    const found = (await shop.agent.get(`${API}/jobs`).query({ q: "narrowboat" })).body;
    expect(found.items).toMatchObject([{ name: "Narrowboat drive", stage: "parts" }]);
    await fillDemo((clock) => services(shop.database, clock)).catch(() => undefined);
    expect((await shop.agent.get(`${API}/jobs`)).body.total).toBe(DEMO_JOBS.length);
  });
});
