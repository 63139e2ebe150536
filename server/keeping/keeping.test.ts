import {
  appendFileSync,
  copyFileSync,
  createWriteStream,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  truncateSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import { pino } from "pino";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { openDatabase } from "../database/database.ts";
import { services, type Services } from "../services/index.ts";
import { soon } from "../../tests/answers.ts";
import { aReading, INTAKE, NOW, useShop, uuid } from "../../tests/shop.ts";
import { copiesIn, copyShop, lookOver } from "./backup.ts";
import { putUpSign } from "./atWork.ts";
import { copyKeeper, fileCopies } from "./daily.ts";
import { CASES } from "#bench/cases";
import { exportShop } from "./exportShop.ts";
import { importShop } from "./importShop.ts";
import { holdShop } from "./lock.ts";
import { restoreShop } from "./restore.ts";

const FILE = "shop.sqlite";
const log = pino({ level: "silent" });

/** Everything that a screen of a shop shows: its lists, and each job whole. */
async function screensOf({ jobs, people, shop }: Services) {
  const list = await jobs.list({}, 1, 500);
  return {
    lines: list.items,
    views: await Promise.all(list.items.map(({ id }) => jobs.view(id))),
    people: await people.technicians(),
    instruments: await people.instruments(),
    models: await shop.models(),
    limits: await shop.limits(),
  };
}

describe("a copy of a shop", () => {
  const shop = useShop();
  const copies = () => join(shop.folder, "copies");
  const target = () => join(copies(), "green-fable-2026-03-02.sqlite");

  it("is whole although people write while it is made, and holds all that was acknowledged before", async () => {
    await shop.takeIn().expect(201);
    let version = 0;
    const write = async () => {
      await shop.put("readings", aReading(1000 + version, { instrumentId: null }), version).expect(201);
      version += 1;
    };
    for (let n = 0; n < 20; n += 1) await write();
    const before = version;
    const [copied] = await Promise.all([
      copyShop(shop.file, target()),
      (async () => {
        for (let n = 0; n < 20; n += 1) await write();
      })(),
    ]);
    expect(copied.entries).toBeGreaterThanOrEqual(before);
    expect(await lookOver(target())).toEqual({ jobs: 1, entries: copied.entries, sealed: true });
    expect(existsSync(`${target()}.part`)).toBe(false);
  });

  it("that is damaged, cut short or no shop is told apart, and never put in the place of one", async () => {
    await shop.takeIn().expect(201);
    await copyShop(shop.file, target());
    const whole = readFileSync(target());
    const bad = join(shop.folder, "bad.sqlite");
    const restored = join(shop.folder, "elsewhere");
    writeFileSync(bad, whole);
    truncateSync(bad, Math.floor(statSync(bad).size / 2));
    await expect(lookOver(bad)).rejects.toThrow(/damaged/u);
    writeFileSync(bad, "these are the cat's whiskers\n".repeat(400));
    await expect(lookOver(bad)).rejects.toThrow(/no shop of this program, or damaged/u);
    await expect(restoreShop(bad, restored, FILE, NOW)).rejects.toThrow(/damaged/u);
    expect(existsSync(join(restored, FILE))).toBe(false);
    await expect(lookOver(join(shop.folder, "nowhere"))).rejects.toThrow(/There is no file/u);
  });

  it("is made once a day, and the oldest go where more than are kept", async () => {
    let now = new Date("2026-03-02T09:15:00.000Z");
    const keeper = copyKeeper({
      maker: fileCopies(shop.file),
      folder: copies(),
      keep: 3,
      clock: () => now,
      log,
    });
    for (let day = 2; day <= 6; day += 1) {
      now = new Date(`2026-03-0${day}T09:15:00.000Z`);
      await keeper.daily();
      await keeper.daily();
    }
    expect(copiesIn(copies())).toEqual([
      "green-fable-2026-03-06.sqlite",
      "green-fable-2026-03-05.sqlite",
      "green-fable-2026-03-04.sqlite",
    ]);
    expect((await keeper.now()).name).toBe("green-fable-2026-03-06-091500.sqlite");
    expect(keeper.last()).toEqual({ at: now.toISOString(), problem: null });
  });

  it("of a large shop waits until nobody works, and no longer than a day", async () => {
    let now = new Date("2026-03-02T18:00:00.000Z");
    let open = false;
    const keeper = (waitsFrom: number) =>
      copyKeeper({
        ...{ maker: fileCopies(shop.file), folder: copies(), keep: 9, clock: () => now, log, waitsFrom },
        isOpen: () => Promise.resolve(open),
      });
    const daysOf = () => copiesIn(copies()).map((name) => name.slice(12, 22));
    await keeper(1).daily();
    expect(daysOf()).toEqual(["2026-03-02"]);
    now = new Date("2026-03-03T09:00:00.000Z");
    open = true;
    await keeper(1).daily();
    expect(daysOf()).toEqual(["2026-03-02"]);
    // Yesterday has none either: somebody works at every hour here.
    now = new Date("2026-03-04T09:00:00.000Z");
    await keeper(1).daily();
    expect(daysOf()).toEqual(["2026-03-04", "2026-03-02"]);
    now = new Date("2026-03-05T18:00:00.000Z");
    open = false;
    await keeper(1).daily();
    open = true;
    now = new Date("2026-03-06T09:00:00.000Z");
    // A small one is made at once.
    await keeper(1e12).daily();
    expect(daysOf()).toEqual(["2026-03-06", "2026-03-05", "2026-03-04", "2026-03-02"]);
    expect(keeper(1).last()).toBeNull();
  });

  it("that fails says why, and the next day tries again", async () => {
    mkdirSync(copies(), { recursive: true });
    // A folder lies where the copy is to be written.
    mkdirSync(`${target()}.part/full`, { recursive: true });
    const keeper = copyKeeper({
      maker: fileCopies(shop.file),
      folder: copies(),
      keep: 3,
      clock: () => NOW,
      log,
    });
    await keeper.daily();
    expect(keeper.last()?.problem).toMatch(/\S/u);
    expect(copiesIn(copies())).toEqual([]);
  });

  it("is rehearsed: a shop lost after its copy comes back with the same screens, and what was there is set aside", async () => {
    await shop.becomeDemo();
    const before = await screensOf(shop.services);
    await copyShop(shop.file, target());
    await shop.close();
    // The shop's own file is overwritten in its middle.
    const bytes = readFileSync(shop.file);
    bytes.fill(0xa5, 4096, 12_288);
    writeFileSync(shop.file, bytes);
    const { jobs, setAside } = await restoreShop(target(), shop.folder, FILE, NOW);
    expect(jobs).toBe(before.lines.length);
    expect(readFileSync(setAside!).equals(bytes)).toBe(true);
    await shop.open();
    expect(await screensOf(shop.services)).toEqual(before);
  });
});

describe("a copy's seal", () => {
  const shop = useShop();
  const target = () => join(shop.folder, "copies", "green-fable-2026-03-02.sqlite");
  const elsewhere = () => join(shop.folder, "elsewhere");

  it("finds one bit that changed anywhere in it, in what no check of pages sees", async () => {
    await shop.takeIn().expect(201);
    await copyShop(shop.file, target());
    const whole = readFileSync(target());
    // In the words of the take-in: the pages and their references stay sound.
    const words = whole.indexOf(Buffer.from("Cargo trike 3"));
    const changed = Buffer.from(whole);
    changed[words + 12] = "4".charCodeAt(0);
    const bad = join(shop.folder, "bad.sqlite");
    writeFileSync(bad, changed);
    await expect(lookOver(bad)).rejects.toThrow(/does not match the SHA-256/u);
    await expect(restoreShop(bad, elsewhere(), FILE, NOW)).rejects.toThrow(/does not match the SHA-256/u);
    expect(existsSync(join(elsewhere(), FILE))).toBe(false);
    writeFileSync(bad, whole);
    expect(await lookOver(bad)).toMatchObject({ sealed: true });
  });

  it("is broken by whoever works on it: a restored shop can be set aside and brought back", async () => {
    await shop.takeIn().expect(201);
    await copyShop(shop.file, target());
    expect(await restoreShop(target(), elsewhere(), FILE, NOW)).toMatchObject({
      sealed: true,
      setAside: null,
    });
    const opened = await openDatabase(join(elsewhere(), FILE), NOW);
    await opened.models.Setting.create({ id: "later", body: {} });
    await opened.close();
    const again = await restoreShop(target(), elsewhere(), FILE, NOW);
    expect(await restoreShop(again.setAside!, elsewhere(), FILE, NOW)).toMatchObject({
      jobs: 1,
      sealed: false,
    });
  });

  it("of a newer program is refused before anything is moved", async () => {
    await shop.takeIn().expect(201);
    await copyShop(shop.file, target());
    await restoreShop(target(), elsewhere(), FILE, NOW);
    const there = readFileSync(join(elsewhere(), FILE));
    const newer = await openDatabase(join(shop.folder, "newer", FILE), NOW);
    await newer.sequelize.query("INSERT INTO migrations (name) VALUES ('999-not-yet')");
    await newer.close();
    await expect(restoreShop(join(shop.folder, "newer", FILE), elsewhere(), FILE, NOW)).rejects.toThrow(
      /newer version of this program \(it has 999-not-yet\)/u,
    );
    expect(readFileSync(join(elsewhere(), FILE)).equals(there)).toBe(true);
    expect(readdirSync(elsewhere()).filter((name) => name.includes("before-restore"))).toEqual([]);
  });

  it("what a shop holds, and what leaves it, is for its owner alone", async () => {
    await shop.takeIn().expect(201);
    await copyShop(shop.file, target());
    await restoreShop(target(), elsewhere(), FILE, NOW);
    const modeOf = (path: string) => (statSync(path).mode & 0o777).toString(8);
    for (const path of [shop.file, `${shop.file}-wal`, target(), join(elsewhere(), FILE)])
      expect(modeOf(path), path).toBe("600");
    for (const path of [join(shop.folder, "copies"), elsewhere()]) expect(modeOf(path), path).toBe("700");
  });

  it("takes a journal that was never closed with it: what a killed program left is whole in what is set aside", async () => {
    await shop.takeIn().expect(201);
    await copyShop(shop.file, target());
    const folder = elsewhere();
    mkdirSync(folder);
    await shop
      .takeIn(uuid(9), { ...INTAKE, motor: { ...INTAKE.motor, id: uuid(8), serial: "" } })
      .expect(201);
    // As a kill leaves it: the second job is in the journal beside the file alone.
    for (const end of ["", "-wal"]) copyFileSync(`${shop.file}${end}`, join(folder, `${FILE}${end}`));
    const { setAside } = await restoreShop(target(), folder, FILE, NOW);
    expect(await lookOver(setAside!)).toMatchObject({ jobs: 2 });
    expect(await lookOver(join(folder, FILE))).toMatchObject({ jobs: 1 });
    expect(readdirSync(folder).filter((name) => name.endsWith("-wal"))).toEqual([]);
  });
});

describe("one program at a shop", () => {
  const shop = useShop();

  it("holds it against a restore, an import and a second start, and lets it go at its end", async () => {
    await shop.takeIn().expect(201);
    const copy = join(shop.folder, "copies", "green-fable-2026-03-02.sqlite");
    await copyShop(shop.file, copy);
    const folder = join(shop.folder, "other");
    const lock = await holdShop(folder);
    putUpSign(folder, "https://127.0.0.1:9");
    for (const attempt of [
      () => restoreShop(copy, folder, FILE, NOW),
      () => importShop(copy, folder, FILE, NOW),
      () => holdShop(folder),
    ])
      await expect(attempt()).rejects.toThrow(
        /is at work on .+: it is at https:\/\/127\.0\.0\.1:9\. Nothing was changed/u,
      );
    await lock.release();
    await restoreShop(copy, folder, FILE, NOW);
  });
});

describe("the export of a shop", () => {
  const shop = useShop();

  describe("on its way", () => {
    const usual = process.env["TMPDIR"];
    const left = () => readdirSync(join(shop.folder, "tmp"));
    beforeEach(async () => {
      mkdirSync(join(shop.folder, "tmp"));
      process.env["TMPDIR"] = join(shop.folder, "tmp");
      for (let n = 1; n <= 3; n += 1)
        await shop.takeIn(uuid(n), { ...INTAKE, motor: { ...INTAKE.motor, id: uuid(90 + n) } }).expect(201);
    });
    afterEach(() => {
      if (usual === undefined) delete process.env["TMPDIR"];
      else process.env["TMPDIR"] = usual;
    });

    it("reads each job once, oldest first, and leaves nothing behind", async () => {
      const read = vi.spyOn(shop.services.bundles, "bundle");
      const viewed = vi.spyOn(shop.services.jobs, "view");
      const zip = join(shop.folder, "export.zip");
      await pipeline(await exportShop(shop.services), createWriteStream(zip));
      expect(read.mock.calls.map(([id]) => id)).toEqual([1, 2, 3].map((n) => uuid(n)));
      expect(viewed).not.toHaveBeenCalled();
      await soon(() => expect(left()).toEqual([]));
    });

    it("that nobody takes to its end, or that cannot be read, leaves nothing behind either", async () => {
      const begun = await exportShop(shop.services);
      expect(left()).toHaveLength(1);
      begun.destroy();
      await soon(() => expect(left()).toEqual([]));
      vi.spyOn(shop.services.people, "instruments").mockRejectedValueOnce(new Error("the disk stumbled"));
      await expect(exportShop(shop.services)).rejects.toThrow("stumbled");
      await soon(() => expect(left()).toEqual([]));
      vi.spyOn(shop.services.bundles, "bundle").mockRejectedValueOnce(new Error("the disk stumbled"));
      const zip = join(shop.folder, "export.zip");
      await expect(pipeline(await exportShop(shop.services), createWriteStream(zip))).rejects.toThrow(
        "stumbled",
      );
      await soon(() => expect(left()).toEqual([]));
    });
  });

  it("taken into an empty shop gives the same screens; into one with jobs it is refused", async () => {
    await shop.becomeDemo();
    await shop.doors.audit("MO", "changed a model", "127.0.0.1");
    // An instrument that speaks, a case of one's own, a try at it, and somebody who may work alone.
    const { feeds, practice, people } = shop.services;
    await feeds.putFeed("meter-3", { kind: "scpi", host: "127.0.0.1", port: 5025 });
    await feeds.putFeed("meter-2", { kind: "http" });
    await practice.putCase({ ...CASES[0]!, id: "our-own" });
    const tried = { acts: [], entries: [], words: [], decided: { cures: [] }, peeked: false };
    await practice.keep({ id: uuid(77), caseId: "our-own", by: "MO", at: NOW.toISOString(), ...tried });
    const trainee = { id: uuid(78), initials: "TR", name: "Trainee", role: "trainee" as const };
    await people.putTechnician(trainee);
    await practice.letAlone(trainee.id, ["hub"]);
    // Judged to the end, as the one that is held against it.
    shop.services.judging.wake();
    await shop.services.judging.idle();
    const before = await screensOf(shop.services);
    const zip = join(shop.folder, "export.zip");
    await pipeline(await exportShop(shop.services), createWriteStream(zip));
    await shop.services.judging.idle();
    await shop.close();
    await expect(importShop(zip, shop.folder, FILE, NOW)).rejects.toThrow(/has jobs already/u);
    await shop.open();

    const elsewhere = join(shop.folder, "other");
    expect(await importShop(zip, elsewhere, FILE, NOW)).toEqual({ jobs: before.lines.length });
    const other = await openDatabase(join(elsewhere, FILE), NOW);
    const taken = services(other, () => NOW);
    taken.judging.wake();
    await taken.judging.idle();
    const after = await screensOf(taken);
    await other.close();
    expect(after.lines).toEqual(before.lines);
    expect(after.people).toEqual(before.people);
    expect(after.models).toEqual(before.models);
    expect(after.limits).toEqual(before.limits);
    const told = (views: typeof after.views) =>
      views.map(({ number, takenInAt, closedAt, savedAt, intake, entries, closing }) => ({
        number,
        takenInAt,
        closedAt,
        savedAt,
        intake,
        entries,
        closing,
      }));
    expect(told(after.views)).toEqual(told(before.views));

    // Who did what moves with it, and verdicts that early versions kept.
    const opened = await openDatabase(join(elsewhere, FILE), NOW);
    const moved = services(opened, () => NOW);
    expect(await moved.whole.beside()).toEqual(await shop.services.whole.beside());
    expect((await moved.whole.beside()).audit).toMatchObject([{ who: "MO", what: "changed a model" }]);
    expect(await moved.whole.beside()).toMatchObject({
      feeds: [{ instrument: "meter-2" }, { instrument: "meter-3", feed: { port: 5025 } }],
      cases: [{ id: "our-own" }],
      tries: [{ caseId: "our-own", byWhom: "MO" }],
      alone: { [trainee.id]: ["hub"] },
    });
    // What an instrument called with stays behind: it opens nothing here until it has a new one.
    const { keyDigest } = (await opened.models.InstrumentFeed.findByPk("meter-2"))!;
    expect(keyDigest).toBeNull();
    // Its open jobs follow its own limits from now on; nothing was carried along.
    expect(
      (await moved.jobs.view(before.views.find(({ closedAt }) => closedAt === null)!.id)).grounds.limits,
    ).toEqual(before.limits);
    await moved.shop.putLimits({ spin: { limit: 0.09, reason: "older drill" } });
    const open = after.views.find(({ closedAt }) => closedAt === null)!;
    expect((await moved.jobs.view(open.id)).grounds.limits).toMatchObject({ spin: { limit: 0.09 } });
    await moved.judging.idle();
    await opened.close();

    // Changed in one file it is refused, with its name.
    const bytes = readFileSync(zip);
    const name = Buffer.from("jobs.csv");
    const data = bytes.indexOf(name) + name.length + 40;
    const tampered = Buffer.from(bytes);
    tampered[data] = tampered[data]! ^ 1;
    const bad = join(shop.folder, "bad.zip");
    writeFileSync(bad, tampered);
    await expect(importShop(bad, join(shop.folder, "fourth"), FILE, NOW)).rejects.toThrow();
    expect(existsSync(join(shop.folder, "fourth", FILE))).toBe(false);

    // Cut short it is refused, and nothing is half taken in.
    const cut = join(shop.folder, "cut.zip");
    writeFileSync(cut, readFileSync(zip).subarray(0, 4000));
    appendFileSync(cut, "x");
    const third = join(shop.folder, "third");
    await expect(importShop(cut, third, FILE, NOW)).rejects.toThrow();
    expect(existsSync(join(third, FILE))).toBe(false);
  });
});
