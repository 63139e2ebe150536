import { beforeEach, describe, expect, it } from "vitest";
import type { BenchAside, JobList } from "#contract/jobs";
import { API } from "#contract/routes";
import {
  asideSchema,
  jobListSchema,
  jobViewSchema,
  problemSchema,
  receiptSchema,
} from "#contract/responseSchemas";
import { RULES_VERSION } from "#core/judge";
import { standing } from "#core/record";
import { HUB } from "../../tests/jobs.ts";
import {
  aDecision,
  aReading,
  aTurning,
  bundledIn,
  INTAKE,
  JOB,
  NOW,
  useShop,
  uuid,
} from "../../tests/shop.ts";

const shop = useShop();

describe("taking a motor in", () => {
  it("numbers it, and doing it again changes nothing", async () => {
    const { body } = await shop.takeIn().expect(201);
    expect(body).toMatchObject({ number: 1, version: 0 });
    expect(jobViewSchema.validate(body).error).toBeUndefined();
    await shop.takeIn().expect(200);
    expect((await shop.agent.get(`${API}/jobs`).expect(200)).body.total).toBe(1);
    await shop.takeIn(JOB, { ...INTAKE, complaint: "hot" }).expect(409);
  });

  it("without a name is refused at the field", async () => {
    const { body, type } = await shop.takeIn(JOB, { ...INTAKE, motor: { ...HUB, name: "" } }).expect(422);
    expect(type).toBe("application/problem+json");
    expect(problemSchema.validate(body).error).toBeUndefined();
    expect(body.fields[0]).toEqual({
      field: "motor.name",
      sentence: "Name the machine and where the motor sits in it.",
    });
  });

  it.each([
    ["family", { motor: { ...HUB, family: "steam" } }],
    ["complaint", { complaint: "sulks" }],
    ["past event", { events: ["eclipse"] }],
  ])("with a misspelt %s is refused, and nothing is stored", async (_, part) => {
    await shop.agent
      .put(`${API}/jobs/${JOB}`)
      .send({ ...INTAKE, ...part })
      .expect(422);
    await shop.agent.get(`${API}/jobs/${JOB}`).expect(404);
  });
});

describe("a reading", () => {
  beforeEach(async () => {
    await shop.takeIn();
  });

  it("has one id, in capitals or not, and so has what it corrects", async () => {
    const id = "01990000-0000-7000-9000-00000000abcd";
    await shop.put("readings", aReading(1, { id: id.toUpperCase() }), 0).expect(201);
    await shop.put("readings", aReading(1, { id }), 0).expect(200);
    await shop.put("readings", aReading(2, { supersedes: id.toUpperCase() }), 1).expect(201);
    expect((await shop.record()).readings.map(({ id: own, supersedes }) => [own, supersedes])).toEqual([
      [id, null],
      [uuid(2), id],
    ]);
  });

  it("is on disk when it is answered: a reopened file has it", async () => {
    const { body } = await shop.put("readings", aReading(1), 0).expect(201);
    expect(receiptSchema.validate(body).error).toBeUndefined();
    await shop.close();
    await shop.open();
    expect((await shop.record()).readings).toEqual([aReading(1)]);
  });

  it("sent twice is there once, even with a stale version", async () => {
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.put("readings", aReading(1), 0).expect(200);
    await shop.put("readings", aReading(1), 1).expect(200);
    expect((await shop.view()).version).toBe(1);
    const other = await shop.put("readings", aReading(1, { typed: "129m" }), 1).expect(409);
    expect(other.body.title).toBe("Entry exists");
  });

  it("of a stale version is refused and shows what changed, in words and not in names of slots", async () => {
    await shop.put("readings", aReading(1), 0);
    const { body } = await shop.put("readings", aReading(2, { slot: "BC" }), 0).expect(412);
    expect(body.changes).toMatchObject([{ version: 1, kind: "reading", what: "Pair A–B: 128m", by: "MO" }]);
    expect((await shop.record()).readings).toHaveLength(1);
  });

  it.each([
    ["below zero", { value: { kind: "ohms", ohms: -1 } }, "value.ohms"],
    ["as text", { value: { kind: "ohms", ohms: "0.1" } }, "value.ohms"],
    ["beyond any range", { value: { kind: "ohms", ohms: 1e15 } }, "value.ohms"],
    ["of an unknown kind", { value: { kind: "smell", ohms: 1 } }, "value"],
    ["hotter than a winding", { value: { kind: "celsius", celsius: 900 } }, "value.celsius"],
    ["with an unknown instrument", { instrumentId: "nobody" }, "instrumentId"],
    ["of a repair not made", { epoch: 3 }, "epoch"],
    ["correcting nothing", { supersedes: uuid(77) }, "supersedes"],
    ["of an unknown check", { check: "horoscope" }, "check"],
    ["of an unknown slot", { slot: "AD" }, ""],
    ["of another kind than its slot takes", { value: { kind: "celsius", celsius: 20 } }, ""],
    ["that skips elsewhere than in its slot", { value: { kind: "skipped", reason: "no time" } }, ""],
    ["that takes nothing back", { value: { kind: "withdrawn", reason: "slip" } }, ""],
    ["that undoes by itself", { value: { kind: "undone" } }, "value"],
  ])("%s is refused with field and sentence, and nothing is stored", async (_, part, field) => {
    const { body } = await shop.put("readings", aReading(1, part), 0).expect(422);
    expect(body.fields[0].field).toBe(field);
    expect(body.fields[0].sentence).toMatch(/\.$/u);
    expect((await shop.view()).version).toBe(0);
  });

  it("says which words a choice takes: lots of play is no play felt", async () => {
    const lots = aReading(1, {
      check: "mechanical",
      slot: "axialPlay",
      value: { kind: "choice", choice: "lots" },
      instrumentId: null,
    });
    const { body } = await shop.put("readings", lots, 0).expect(422);
    expect(body.detail).toContain("“lots” is no choice of “axialPlay”");
    expect(body.detail).toContain("“clear”");
  });

  it("needs a version, a known job, a sound body of fair size", async () => {
    const path = `${API}/jobs/${JOB}/readings/${uuid(1)}`;
    await shop.agent.put(path).send(aReading(1)).expect(428);
    await shop.put("readings", aReading(1), 0, uuid(9)).expect(404);
    await shop.agent.put(path).set("Content-Type", "application/json").send("{").expect(400);
    await shop.takeIn(uuid(8), { ...INTAKE, complaintWords: "x".repeat(3_000_000) }).expect(413);
  });

  it("corrects only one of its own place", async () => {
    await shop.put("readings", aReading(1), 0).expect(201);
    const { body } = await shop
      .put("readings", aReading(2, { slot: "BC", supersedes: uuid(1), typed: "129m" }), 1)
      .expect(422);
    expect(body.fields[0].field).toBe("supersedes");
    // Nor one of another check, whatever was typed.
    const turned = { check: "frame", slot: "A", value: { kind: "ohms", ohms: 0.128 }, supersedes: uuid(1) };
    await shop.put("readings", aReading(4, turned), 1).expect(422);
    await shop.put("readings", aReading(3, { supersedes: uuid(1), typed: "129m" }), 1).expect(201);
  });

  it("typed into the wrong place is moved by one entry: it stands in its new place and no more in its old one", async () => {
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.put("readings", aReading(2, { slot: "BC", supersedes: uuid(1) }), 1).expect(201);
    const stands = async () =>
      standing((await shop.record()).readings).map(({ slot, typed }) => `${slot} ${typed}`);
    expect(await stands()).toEqual(["BC 128m"]);
    // Taken back it is where it was.
    const undo = { id: uuid(3), of: uuid(2), by: "MO", at: NOW.toISOString() };
    await shop.put("undos", undo, 2).expect(201);
    expect(await stands()).toEqual(["AB 128m"]);
  });

  it("reads back as typed, 115 digits long, through its journal, its bundle and its table", async () => {
    const typed = `0.128${"0".repeat(109)}1`;
    expect(typed.length).toBe(115);
    const value = { kind: "ohms", ohms: Number(typed) };
    await shop.put("readings", aReading(1, { typed, value }), 0).expect(201);
    expect((await shop.record()).readings).toEqual([aReading(1, { typed, value })]);
    const bundled = await bundledIn(await shop.bytes(`${API}/jobs/${JOB}/bundle`));
    expect(bundled.entries.map(({ body }) => body)).toEqual([aReading(1, { typed, value })]);
  });

  it("cannot be changed or deleted, even past the services", async () => {
    await shop.put("readings", aReading(1), 0);
    const { sequelize } = shop.database;
    await expect(sequelize.query("DELETE FROM entries")).rejects.toThrow();
    await expect(sequelize.query("UPDATE entries SET body = '{}'")).rejects.toThrow();
    expect((await shop.record()).readings).toEqual([aReading(1)]);
  });
});

describe("two writers at once", () => {
  beforeEach(async () => {
    await shop.takeIn();
  });

  it("on one version: one is written, the other refused, nothing is lost or doubled", async () => {
    const answers = await Promise.all([
      shop.put("readings", aReading(1), 0),
      shop.put("readings", aReading(2, { slot: "BC" }), 0),
    ]);
    expect(answers.map(({ status }) => status).toSorted()).toEqual([201, 412]);
    expect((await shop.view()).version).toBe(1);
    expect((await shop.record()).readings).toHaveLength(1);
  });

  it("sending the same entry: it is there once", async () => {
    const answers = await Promise.all([1, 2, 3].map(() => shop.put("readings", aReading(1), 0)));
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, 200, 201]);
    expect((await shop.record()).readings).toHaveLength(1);
  });

  it("taking two motors in get two numbers", async () => {
    await Promise.all([
      shop.takeIn(uuid(77), { ...INTAKE, motor: { ...HUB, id: uuid(78) } }).expect(201),
      shop.takeIn(uuid(79), { ...INTAKE, motor: { ...HUB, id: uuid(80) } }).expect(201),
    ]);
    const { items } = (await shop.agent.get(`${API}/jobs`)).body;
    expect(new Set(items.map(({ number }: { number: number }) => number)).size).toBe(3);
  });
});

const aRepair = (n: number) => ({
  id: uuid(n),
  plan: "Star joint",
  done: "soldered",
  minutes: 30,
  by: "MO",
  at: "2026-03-02T11:00:00.000Z",
});

describe("a repair", () => {
  it("starts a new round: a reading of the round before is refused with the field", async () => {
    await shop.takeIn();
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.put("repairs", aRepair(2), 1).expect(201);
    const late = await shop.put("readings", aReading(3), 2).expect(422);
    expect(late.body.fields).toMatchObject([{ field: "epoch" }]);
    await shop.put("readings", aReading(3, { epoch: 1 }), 2).expect(201);
  });
});

describe("taking back", () => {
  const undo = (n: number, of: string) => ({ id: uuid(n), of, by: "PR", at: "2026-03-02T11:05:00.000Z" });
  beforeEach(async () => {
    await shop.takeIn();
  });

  it("an entry keeps both lines, and what it had corrected stands again", async () => {
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.put("readings", aReading(2, { typed: "12.8", supersedes: uuid(1) }), 1).expect(201);
    await shop.put("undos", undo(3, uuid(2)), 2).expect(201);
    const view = await shop.view();
    expect(view.entries.map(({ kind }) => kind)).toEqual(["reading", "reading", "undo"]);
    const { readings } = await shop.record();
    expect(readings.map(({ value }) => value.kind)).toEqual(["ohms", "ohms", "undone"]);
  });

  it("is refused for what is not there, was taken back already, or was corrected since", async () => {
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.put("readings", aReading(2, { supersedes: uuid(1) }), 1).expect(201);
    const sentence = async (of: string) =>
      (await shop.put("undos", undo(9, of), 2).expect(422)).body.detail as string;
    expect(await sentence(uuid(40))).toContain("not in this job");
    expect(await sentence(uuid(1))).toContain("take the correction back first");
    await shop.put("undos", undo(3, uuid(2)), 2).expect(201);
    expect((await shop.put("undos", undo(4, uuid(2)), 3).expect(422)).body.detail).toContain("already");
    expect((await shop.put("undos", undo(4, uuid(3)), 3).expect(422)).body.detail).toContain(
      "cannot be taken back",
    );
  });

  it("a repair waits for the readings after it, and returns the job to the round before", async () => {
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.put("repairs", aRepair(2), 1).expect(201);
    await shop.put("readings", aReading(3, { epoch: 1 }), 2).expect(201);
    expect((await shop.put("undos", undo(4, uuid(1)), 3).expect(422)).body.detail).toContain(
      "proves what was found",
    );
    expect((await shop.put("undos", undo(4, uuid(2)), 3).expect(422)).body.detail).toContain(
      "after this repair",
    );
    await shop.put("undos", undo(4, uuid(3)), 3).expect(201);
    await shop.put("undos", undo(5, uuid(2)), 4).expect(201);
    expect((await shop.record()).repairs).toEqual([]);
    await shop.put("readings", aReading(6), 5).expect(201);
  });

  it("a decision leaves the one before", async () => {
    await shop.put("decisions", aDecision(1), 0).expect(201);
    await shop.put("decisions", aDecision(2, { disposition: "replaceMotor" }), 1).expect(201);
    await shop.put("undos", undo(3, uuid(2)), 2).expect(201);
    expect((await shop.record()).decisions).toMatchObject([{ disposition: "resolder" }]);
  });
});

describe("the take-in", () => {
  const correction = (n: number, changes: object, reason = "misread at the counter") => ({
    ...aTurning(n, reason),
    changes,
  });
  beforeEach(async () => {
    await shop.takeIn();
  });

  it("is put right field by field, the old value kept, with who and why", async () => {
    const changes = { motor: { family: "hobby", name: "Copter 2, arm 5" }, complaint: "hot" };
    await shop.put("corrections", correction(1, changes), 0).expect(201);
    const record = await shop.record();
    expect(record).toMatchObject({ motor: { family: "hobby", name: "Copter 2, arm 5" }, complaint: "hot" });
    const view = await shop.view();
    expect(view.intake.motor).toMatchObject({ family: "hub", name: HUB.name });
    expect(view.entries).toMatchObject([
      { kind: "correction", body: { by: "MO", reason: "misread at the counter" } },
    ]);
    const { items } = (await shop.agent.get(`${API}/jobs`).query({ q: "copter 2" })).body;
    expect(items).toHaveLength(1);
  });

  it("corrected and taken back is as it was", async () => {
    await shop.put("corrections", correction(1, { motor: { family: "traction" } }), 0).expect(201);
    await shop
      .put("undos", { id: uuid(2), of: uuid(1), by: "MO", at: "2026-03-02T11:05:00.000Z" }, 1)
      .expect(201);
    expect((await shop.record()).motor.family).toBe("hub");
  });

  it.each([
    ["without a reason", { changes: { complaint: "hot" }, reason: "" }, "reason"],
    ["of nothing", { changes: {} }, "changes"],
    ["of a field that is none", { changes: { motor: { colour: "red" } } }, "changes.motor.colour"],
    ["to an unknown family", { changes: { motor: { family: "steam" } } }, "changes.motor.family"],
    ["of the motor's id", { changes: { motor: { id: uuid(4) } } }, "changes.motor.id"],
  ])("corrected %s is refused at the field", async (_, part, field) => {
    const body = { ...aTurning(1, "misread"), ...part };
    expect((await shop.put("corrections", body, 0).expect(422)).body.fields[0].field).toBe(field);
  });

  it("moves to another unit, and is then found as that", async () => {
    const other = { ...HUB, id: uuid(70), name: "Cargo trike 9, rear hub", serial: "TF-0099" };
    await shop.put("corrections", correction(1, { unit: other }), 0).expect(201);
    expect((await shop.record()).motor).toEqual(other);
    const units = (await shop.agent.get(`${API}/units`).query({ q: "TF-0099" })).body;
    expect(units.items).toMatchObject([{ serial: "TF-0099", versions: [{ by: "MO" }] }]);
  });

  it("of a job that is not to be done is called off with a reason, and may be taken up again", async () => {
    await shop.put("callings-off", aTurning(1, ""), 0).expect(422);
    await shop.put("callings-off", aTurning(1, "the customer took it back"), 0).expect(201);
    const view = await shop.view();
    expect(view.closedAt).not.toBeNull();
    expect(view.closing).toMatchObject({ kind: "callingOff", reason: "the customer took it back" });
    await shop.put("readings", aReading(2), 1).expect(409);
    await shop.put("reopenings", aTurning(3, "it came back"), 1).expect(201);
    await shop.put("readings", aReading(2), 2).expect(201);
  });
});

describe("the list", () => {
  it("finds by number, name, owner and serial, part of a word too, whatever the case", async () => {
    await shop.takeIn();
    const total = async (q: string) =>
      (await shop.agent.get(`${API}/jobs`).query({ q })).body.total as number;
    for (const q of ["j-0001", "J-0001", "trike 3", "thistledown", "tf-0031", "HUB"])
      expect(await total(q), q).toBe(1);
    for (const q of ["%", "_________"]) expect(await total(q), q).toBeLessThanOrEqual(1);
    expect(await total("nothing such")).toBe(0);
  });

  it("pages, filters by stage, and refuses a page that is none", async () => {
    await shop.takeIn();
    const list = (query: object) => shop.agent.get(`${API}/jobs`).query(query);
    expect((await list({ page: 2 })).body.items).toEqual([]);
    expect((await list({ stage: "open" })).body.total).toBe(1);
    expect((await list({ stage: "closed" })).body.total).toBe(0);
    for (const page of ["0", "-1", "x", "1.5"]) await list({ page }).expect(400);
  });

  it("follows what is written once that is judged, and says how many still wait", async () => {
    await shop.takeIn();
    await shop.services.judging.idle();
    const list = async () => (await shop.agent.get(`${API}/jobs`)).body;
    expect(jobListSchema.validate(await list()).error).toBeUndefined();
    expect(await list()).toMatchObject({ judging: { left: 0 }, items: [{ stage: "reading" }] });
    await shop.put(
      "decisions",
      aDecision(5, { disposition: "replaceMotor", waitingFor: "parts", by: "PR" }),
      0,
    );
    await shop.services.judging.idle();
    expect(await list()).toMatchObject({
      judging: { left: 0, of: 0 },
      items: [{ stage: "parts", summary: { disposition: "replaceMotor", by: "PR" } }],
    });
  });
});

describe("the bench narrowed", () => {
  const unit = (n: number, motor: object) => ({ ...HUB, id: uuid(900 + n), serial: "", ...motor });
  const list = async (query: string) => {
    const { body } = await shop.agent.get(`${API}/jobs?${query}`).expect(200);
    expect(jobListSchema.validate(body).error).toBeUndefined();
    return body as JobList;
  };

  beforeEach(async () => {
    const units = [
      unit(1, { name: "Winch 1", owner: "Lock keepers" }),
      unit(2, { name: "Winch 2, 100% duty", owner: "Lock keepers" }),
      unit(3, { name: "Fan_bay 3", owner: "Saltmarsh Growers" }),
    ];
    for (const [i, motor] of units.entries())
      await shop.takeIn(uuid(800 + i), { ...INTAKE, motor, by: i === 0 ? "PR" : "MO" }).expect(201);
    await shop.services.judging.idle();
  });

  it("to an owner, to one's own, and counts over all that match and not over the page", async () => {
    const keepers = await list("owner=Lock%20keepers&size=1");
    expect(keepers.items).toHaveLength(1);
    expect(keepers.total).toBe(2);
    expect(keepers.totals).toEqual({ reading: { motors: 2, minutes: 4 } });
    expect((await list("mine=PR")).items.map(({ name }) => name)).toEqual(["Winch 1"]);
    expect((await list("stage=open&mine=MO")).total).toBe(2);
    expect((await list("stage=closed")).total).toBe(0);
    expect((await list("dueBefore=2030-01-01")).total).toBe(0);
  });

  it("by letters as they are: a percent sign and an underscore stand for themselves", async () => {
    expect((await list("q=100%25")).total).toBe(1);
    expect((await list("q=fan_bay")).total).toBe(1);
    expect((await list("q=_")).total).toBe(1);
    expect((await list("q=WINCH")).total).toBe(2);
  });

  it("with what stands beside it: whose they are, what is here longest, and how long it all takes", async () => {
    const { body } = await shop.agent.get(`${API}/aside`).expect(200);
    expect(asideSchema.validate(body).error).toBeUndefined();
    expect(body).toMatchObject({
      owners: ["Lock keepers", "Saltmarsh Growers"],
      minutes: 6,
      clocks: [],
    });
    expect((body as BenchAside).longest).toHaveLength(3);
  });
});

describe("a job's end", () => {
  it("needs a decision, freezes the verdict with its rules, and opens again only on purpose", async () => {
    await shop.takeIn();
    await shop.put("closings", aTurning(1), 0).expect(409);
    await shop.put("decisions", aDecision(50, { reason: "" }), 0).expect(422);
    await shop.put("decisions", aDecision(50), 0).expect(201);
    const { body } = await shop.put("closings", aTurning(1), 1).expect(201);
    expect(body.closedAt).not.toBeNull();
    await shop.put("readings", aReading(8), 2).expect(409);
    await shop
      .put("corrections", { ...aTurning(9, "misread"), changes: { complaint: "hot" } }, 2)
      .expect(409);
    expect((await shop.view()).closing?.verdict.rules).toBe(RULES_VERSION);
    await shop.put("reopenings", aTurning(2), 2).expect(201);
    await shop.put("readings", aReading(8), 3).expect(201);
  });
});

describe("the report", () => {
  it("comes as a PDF of a page and its measurements, with our own fonts in it", async () => {
    await shop.takeIn();
    await shop.put("readings", aReading(1), 0);
    const text = (await shop.bytes(`${API}/jobs/${JOB}/report.pdf`)).toString("latin1");
    expect(text.startsWith("%PDF-")).toBe(true);
    expect(text.match(/\/Type \/Page\b/gu)).toHaveLength(2);
    expect(text).toContain("AtkinsonHyperlegible");
    expect(text).toContain("NotoSans");
    const { headers } = await shop.agent.get(`${API}/jobs/${JOB}/report.pdf`).expect(200);
    expect(headers["content-disposition"]).toContain("J-0001-report.pdf");
  });

  it("of an unknown job is not found", async () => {
    await shop.agent.get(`${API}/jobs/${uuid(99)}/report.pdf`).expect(404);
  });
});
