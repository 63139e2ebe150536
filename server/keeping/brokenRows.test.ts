import { once } from "node:events";
import { get } from "node:http";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { pino } from "pino";
import { QueryTypes } from "sequelize";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import { createApp } from "../app.ts";
import { copyKeeper, fileCopies } from "./daily.ts";
import { aDecision, aPicture, aReading, aTurning, JOB, useShop, uuid } from "../../tests/shop.ts";
import { createHash } from "node:crypto";

interface Answer {
  readonly status: number;
  /** The connection was cut before the answer was whole. */
  readonly cut: boolean;
}

describe("a broken row", () => {
  const shop = useShop();
  let server: ReturnType<ReturnType<typeof createApp>["listen"]>;
  let port = 0;
  const faults: string[] = [];

  beforeEach(async () => {
    const picture = aPicture();
    const name = createHash("sha256").update(picture).digest("hex");
    await shop.takeIn();
    await shop.agent
      .put(`${API}/jobs/${JOB}/files/${name}`)
      .set("Content-Type", "image/jpeg")
      .send(picture)
      .expect(201);
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.put("decisions", aDecision(2), 1).expect(201);
    await shop.put("closings", aTurning(3), 2).expect(201);
    await shop.services.people.putTechnician({ id: uuid(5), initials: "MO", name: "Maud Oakhanger" });
    await shop.agent.put(`${API}/limits`).send({}).expect(200);
    await shop.services.judging.idle();
    faults.length = 0;
    // A full line for each fault that the program itself saw, as it would be logged.
    const log = pino(
      { level: "error" },
      { write: (line: string) => void faults.push((JSON.parse(line) as { msg: string }).msg) },
    );
    const clock = () => shop.now;
    server = createApp({
      services: shop.services,
      doors: shop.doors,
      copies: copyKeeper({
        maker: fileCopies(shop.file),
        folder: join(shop.folder, "copies"),
        keep: 3,
        clock,
        log,
      }),
      log,
      hosts: ["127.0.0.1"],
      web: null,
    }).listen(0, "127.0.0.1");
    await once(server, "listening");
    port = (server.address() as AddressInfo).port;
  });
  afterEach(() => new Promise<void>((done) => void server.close(() => done())));

  const ask = (path: string) =>
    new Promise<Answer>((resolve, reject) => {
      const asked = get({ host: "127.0.0.1", port, path: `${API}${path}`, agent: false }, (response) => {
        const status = response.statusCode ?? 0;
        response.resume();
        response.on("close", () => resolve({ status, cut: !response.complete }));
        response.on("error", () => undefined);
      });
      asked.setTimeout(20_000, () => reject(new Error(`${path} did not answer`)));
      asked.on("error", () => resolve({ status: 0, cut: true }));
    });

  it("in any table ends the answer that meets it, and nothing else: the next ones are answered, and it is logged", async () => {
    const { sequelize } = shop.database;
    const rows = <Row extends object>(sql: string) => sequelize.query<Row>(sql, { type: QueryTypes.SELECT });
    for (const { name } of await rows<{ name: string }>(
      "SELECT name FROM sqlite_master WHERE type = 'trigger'",
    ))
      await sequelize.query(`DROP TRIGGER ${name}`);
    const tables = (await rows<{ name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'"))
      .map(({ name }) => name)
      .filter((name) => !/^(?:sqlite_|migrations)/u.test(name));
    expect(tables.length).toBeGreaterThan(12);
    const asked = [
      "/export.zip",
      `/jobs/${JOB}`,
      `/jobs/${JOB}/bundle`,
      `/jobs/${JOB}/report.pdf`,
      `/jobs/${JOB}/label.pdf`,
      "/jobs",
      "/aside",
      "/units",
      "/models",
      "/instruments",
      "/technicians",
      "/limits",
      "/account",
      "/found",
      "/session",
      "/audit",
      "/copies",
    ];
    let met = 0;
    for (const table of tables) {
      const columns = (
        await rows<{ name: string; type: string; pk: number }>(`PRAGMA table_info(${table})`)
      ).filter(({ type }) => type === "JSON");
      for (const { name } of columns) {
        const kept = await rows<Record<string, unknown>>(
          `SELECT rowid AS row, ${name} AS value FROM ${table}`,
        );
        // An index over it refuses what it cannot read: such a row is never written at all.
        const wasBroken = await sequelize.query(`UPDATE ${table} SET ${name} = '{'`).then(
          () => true,
          () => false,
        );
        if (!wasBroken) continue;
        for (const path of asked) {
          const { status, cut } = await ask(path);
          if (status >= 500 || cut) met += 1;
          expect(
            status === 200 || status === 500 || cut,
            `${table}.${name}: ${path} answered ${status}`,
          ).toBe(true);
        }
        expect((await ask("/health")).status, `after ${table}.${name}`).toBe(200);
        for (const { row, value } of kept)
          await sequelize.query(`UPDATE ${table} SET ${name} = ? WHERE rowid = ?`, {
            replacements: [value, row],
          });
      }
    }
    expect(met).toBeGreaterThan(10);
    expect(faults.length).toBeGreaterThan(10);
    // Put right, all is as before: nothing of a fault is remembered.
    for (const path of asked) expect(await ask(path), path).toEqual({ status: 200, cut: false });
  });
});
