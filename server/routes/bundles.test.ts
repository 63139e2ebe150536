import { createHash } from "node:crypto";
import { buffer } from "node:stream/consumers";
import { ZipFile } from "yazl";
import { beforeEach, describe, expect, it } from "vitest";
import { toBundle } from "#contract/bundle";
import type { BundledJob } from "#contract/bundledJob";
import { API } from "#contract/routes";
import type { JobView } from "#contract/jobs";
import { readView } from "#contract/view";
import { assessJob } from "#core/judge";
import { choice, HUB, job, MILLIOHM, pairs } from "../../tests/jobs.ts";
import {
  aDecision,
  aPicture,
  aReading,
  aTurning,
  bundledIn,
  INTAKE,
  JOB,
  useShop,
  uuid,
} from "../../tests/shop.ts";

const shop = useShop();
const sha256 = (bytes: Buffer) => createHash("sha256").update(bytes).digest("hex");
const exported = () => shop.bytes(`${API}/jobs/${JOB}/bundle`);

/** A job with everything a job can have: photo, correction, undo, closings, reopening. */
async function everything(): Promise<void> {
  await shop.takeIn();
  const picture = aPicture();
  await shop.agent
    .put(`${API}/jobs/${JOB}/files/${sha256(picture)}`)
    .set("Content-Type", "image/jpeg")
    .send(picture)
    .expect(201);
  const at = "2026-03-02T11:05:00.000Z";
  const entries: [string, { id: string; [field: string]: unknown }][] = [
    ["readings", aReading(1)],
    ["readings", aReading(2, { slot: "BC", value: { kind: "open" }, typed: "OL" })],
    ["readings", aReading(3, { slot: "CA", typed: "9" })],
    ["undos", { id: uuid(4), of: uuid(3), by: "PR", at }],
    [
      "readings",
      aReading(5, {
        check: "mechanical",
        slot: "photo",
        value: { kind: "photo", photo: sha256(picture) },
        instrumentId: null,
      }),
    ],
    [
      "corrections",
      { ...aTurning(6, "misread at the counter"), changes: { motor: { name: "Trike 3, front hub" } } },
    ],
    ["decisions", aDecision(7)],
    ["closings", aTurning(8, "done")],
    ["reopenings", aTurning(9, "came back")],
    ["readings", aReading(10, { slot: "CA" })],
    ["closings", aTurning(11, "done again")],
  ];
  for (const [version, [noun, body]] of entries.entries()) await shop.put(noun, body, version).expect(201);
}

describe("a bundle", () => {
  it("is the whole job: into an empty shop it gives the same verdict, report, photos, closings and corrections", async () => {
    await everything();
    const before = await shop.view();
    const report = await shop.bytes(`${API}/jobs/${JOB}/report.pdf`);
    const zip = await exported();
    await shop.moveToAnEmptyOne();
    await shop.import(uuid(900), zip).expect(201);
    const after = await shop.view(uuid(900));
    expect(after.entries).toEqual(before.entries);
    expect(after.intake).toEqual(before.intake);
    // Another shop's word, by its file; what it measured is judged here.
    expect(after.closing).toBeNull();
    expect(after.elsewhere).toMatchObject({
      kind: "closing",
      at: before.closing!.at,
      by: "MO",
      reason: "done again",
      headline: before.closing!.verdict.headline,
      file: { sha256: sha256(zip), by: "" },
    });
    expect(after).toMatchObject({
      closedAt: before.closedAt,
      number: before.number,
      version: before.version,
    });
    const told = (view: JobView) => {
      const { readings, motor, decisions } = readView(view).record;
      return { readings, motor, decisions };
    };
    expect(told(after)).toEqual(told(before));
    // Printed too, with whose word its closing is.
    const printed = await shop.bytes(`${API}/jobs/${uuid(900)}/report.pdf`);
    expect(printed.length).toBeGreaterThan(report.length);
    const photo = await shop.bytes(`${API}/jobs/${uuid(900)}/files/${sha256(aPicture())}`);
    expect(Buffer.compare(photo, aPicture())).toBe(0);
    // Out again it is the same job.
    const again = await bundledIn(await shop.bytes(`${API}/jobs/${uuid(900)}/bundle`));
    expect(again).toEqual(await bundledIn(zip));
  });

  it("with a single line is weighed where it comes in, and what happened before is in its list", async () => {
    await shop.takeIn(JOB, { ...INTAKE, events: ["water"] }).expect(201);
    await shop.put("readings", aReading(1), 0).expect(201);
    const zip = await exported();
    await shop.moveToAnEmptyOne();
    await shop.import(uuid(900), zip).expect(201);
    await shop.services.judging.idle();
    const { items, judging } = (await shop.agent.get(`${API}/jobs`).expect(200)).body;
    expect(judging.left).toBe(0);
    expect(items[0].summary.headline).not.toBe("Being weighed");
    const kept = await shop.database.models.Job.findByPk(uuid(900));
    expect(kept!.events).toEqual(["water"]);
  });

  it("of an open job is judged in another shop by what it brought along", async () => {
    await shop.agent
      .put(`${API}/limits`)
      .send({ balance: { hub: { limit: 0.02, reason: "rewind practice" } } })
      .expect(200);
    await shop.takeIn();
    for (const [i, ohms] of [0.128, 0.128, 0.134].entries())
      await shop.put(
        "readings",
        aReading(20 + i, { slot: ["AB", "BC", "CA"][i], value: { kind: "ohms", ohms } }),
        i,
      );
    const verdict = assessJob(await shop.record());
    const zip = await exported();
    await shop.moveToAnEmptyOne();
    await shop.import(uuid(3), zip).expect(201);
    expect(assessJob(await shop.record(uuid(3)))).toEqual(verdict);
    await shop.put("readings", aReading(30), 3, uuid(3)).expect(201);
  });

  it("changes nothing that other jobs use: motors, instruments and limits stay", async () => {
    await everything();
    const zip = await exported();
    await shop.moveToAnEmptyOne();
    // This shop knows the motor by another name and family, and another meter by the same id.
    await shop.takeIn(uuid(50), { ...INTAKE, motor: { ...HUB, name: "Ours", family: "hobby" } }).expect(201);
    const instruments = (await shop.agent.get(`${API}/instruments`)).body;
    const mine = await shop.view(uuid(50));
    await shop.import(uuid(3), zip).expect(201);
    await shop.services.judging.idle();
    expect((await shop.view(uuid(50))).intake).toEqual(mine.intake);
    expect((await shop.agent.get(`${API}/instruments`)).body).toEqual(instruments);
    const { items } = (await shop.agent.get(`${API}/units`).query({ q: HUB.serial })).body;
    expect(items[0].motor).toMatchObject({ name: "Ours", family: "hobby" });
  });

  it("is taken once: again the same changes nothing, elsewhere it is refused", async () => {
    await everything();
    const zip = await exported();
    const refused = await shop.import(uuid(3), zip).expect(409);
    expect(refused.body.job).toBe(JOB);
    await shop.moveToAnEmptyOne();
    await shop.import(uuid(3), zip).expect(201);
    await shop.import(uuid(3), zip).expect(200);
    expect((await shop.agent.get(`${API}/jobs`)).body.total).toBe(1);
  });
});

describe("a bundle of version 1", () => {
  const old = (record: object) =>
    Buffer.from(JSON.stringify({ format: "green-fable-job", version: 1, job: record }));

  it("still reads, to the same verdict", async () => {
    const record = job([...pairs(["127.4m", "143.6m", "143.1m"], MILLIOHM, "0.1m")]);
    await shop.import(uuid(3), old(record), "application/json").expect(201);
    expect(assessJob(await shop.record(uuid(3)))).toEqual(assessJob(record));
  });

  it.each([
    ["a word that is no choice", choice("mechanical", "axialPlay", "lots"), /“lots” is no choice/u],
    ["a misspelt choice", choice("mechanical", "turn", "grindin"), /“grindin” is no choice/u],
    ["an unknown slot", { ...choice("mechanical", "wobble", "clear") }, /no slot “wobble”/u],
  ])("with %s is refused with the place, and nothing is changed", async (_, reading, sentence) => {
    const { body } = await shop.import(uuid(3), old(job([reading])), "application/json").expect(422);
    expect(body.fields[0].field).toMatch(/^job\.readings\.0/u);
    expect(body.detail).toMatch(sentence);
    expect((await shop.agent.get(`${API}/jobs`)).body.total).toBe(0);
  });
});

describe("a file that is no bundle", () => {
  let good: BundledJob;
  beforeEach(async () => {
    await everything();
    good = await bundledIn(await exported());
    await shop.moveToAnEmptyOne();
  });

  const zipped = async (parts: Record<string, Buffer>) => {
    const zip = new ZipFile();
    for (const [name, bytes] of Object.entries(parts)) zip.addBuffer(bytes, name);
    zip.end();
    return buffer(zip.outputStream);
  };
  const json = (bundle: object) => Buffer.from(JSON.stringify(bundle));
  const files = () => ({ [`files/${sha256(aPicture())}`]: aPicture() });
  const refusedWith = async (bytes: Buffer, sentence: RegExp, status = 422) => {
    const { body } = await shop.import(uuid(3), bytes).expect(status);
    expect(body.detail).toMatch(sentence);
    expect((await shop.agent.get(`${API}/jobs`)).body.total).toBe(0);
    expect(await shop.database.models.Motor.count()).toBe(0);
  };

  it("is refused where a path points outside", async () => {
    const bytes = await zipped({ "job.json": json(toBundle(good)), "files/aa": aPicture() });
    // The name is of the same length, so that only it is wrong.
    const outside = Buffer.from(bytes.toString("latin1").replaceAll("files/aa", "../../aa"), "latin1");
    await refusedWith(outside, /cannot be read: invalid relative path/u);
  });

  it("is refused where it is a bomb: a small file that unpacks to more than a bundle holds", async () => {
    const bomb = await zipped({ "job.json": Buffer.alloc(33 * 1024 * 1024, 0x20) });
    expect(bomb.length).toBeLessThan(100_000);
    await refusedWith(bomb, /unpacks to more/u);
  });

  it("is refused where its stated size is a lie", async () => {
    const bytes = await zipped({ "job.json": Buffer.alloc(1000, 0x20) });
    const lie = Buffer.from(bytes);
    const directory = lie.lastIndexOf(Buffer.from("PK\x01\x02", "latin1"));
    lie.writeUInt32LE(10, directory + 24);
    await refusedWith(lie, /cannot be read/u);
  });

  it("is refused where it was cut short", async () => {
    const bytes = await zipped({ "job.json": json(toBundle(good)), ...files() });
    await refusedWith(bytes.subarray(0, bytes.length - 40), /cannot be read/u);
  });

  it("is refused where a file is not what its name says, or is missing", async () => {
    await refusedWith(
      await zipped({ "job.json": json(toBundle(good)), [`files/${sha256(aPicture())}`]: aPicture(9) }),
      /changed on the way/u,
    );
    await refusedWith(await zipped({ "job.json": json(toBundle(good)) }), /missing/u);
  });

  it("is refused where it holds something else, or no job", async () => {
    await refusedWith(
      await zipped({ "job.json": json(toBundle(good)), "run.sh": Buffer.from("ls") }),
      /“run\.sh” has no place/u,
    );
    await refusedWith(await zipped({}), /no job\.json/u);
    await refusedWith(Buffer.from("{"), /not JSON/u);
    await refusedWith(json({ format: "song", version: 2 }), /no job bundle/u);
    await refusedWith(json({ ...toBundle(good), version: 99 }), /newer version/u);
    await shop.import(uuid(3), Buffer.from("hello"), "text/plain").expect(415);
  });

  it("is refused where its parts do not hang together, with the place", async () => {
    const without = (part: Partial<BundledJob>) =>
      zipped({ "job.json": json(toBundle({ ...good, ...part })), ...files() });
    await refusedWith(
      await without({ instruments: [] }),
      /names an instrument that the bundle does not list/u,
    );
    await refusedWith(await without({ closings: [] }), /record of its closing is not in the bundle/u);
    await refusedWith(
      await without({ closings: good.closings.map((one) => ({ ...one, entryId: uuid(77) })) }),
      /names an entry that the bundle does not hold/u,
    );
    await refusedWith(
      await without({
        entries: [
          ...good.entries,
          { kind: "wish", body: { id: uuid(3) }, savedAt: "2026-03-02T10:00:00.000Z" } as never,
        ],
      }),
      /wish is no kind of entry/u,
    );
  });
});
