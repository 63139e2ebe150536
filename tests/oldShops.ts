import { Sequelize } from "sequelize";
import { MIGRATIONS } from "../server/migrations/index.ts";
import { openDatabase } from "../server/database/database.ts";
import { aDecision, aPicture, aReading, aTurning, INTAKE, NOW, uuid } from "./entries.ts";
import { HUB } from "./jobs.ts";

/** Schemas that were released: a shop may come with any of them. */
export const RELEASED = MIGRATIONS.slice(0, 4).map(({ name }) => name);

/** What an old shop holds, whatever its schema: an open job, a closed one, and words that nobody knows any more. */
export const OLD = {
  open: uuid(1),
  closed: uuid(2),
  photo: uuid(400),
  picture: aPicture(3),
  readings: 5,
  unknown: aReading(14, {
    check: "mechanical",
    slot: "axialPlay",
    value: { kind: "choice", choice: "lots" },
    instrumentId: null,
  }),
  verdict: {
    rules: "2",
    epoch: 0,
    headline: "Star joint open",
    decided: "resolder",
    faults: [
      { fault: "starJointOpen", name: "Star joint open", probability: 0.756, place: null, weights: [] },
    ],
    findings: [
      {
        variable: "pairs",
        likelihood: { allOpen: 1 },
        sentence: "All pairs open",
        departs: true,
        place: null,
      },
    ],
    plan: [],
  },
};

/** Rows as the releases wrote them, in their own columns. */
async function fillOld(sequelize: Sequelize, upTo: string): Promise<void> {
  const run = (sql: string, values: unknown[]) => sequelize.query(sql, { replacements: values });
  const at = INTAKE.takenInAt;
  const has = (name: string) => RELEASED.indexOf(name) <= RELEASED.indexOf(upTo);
  await run("INSERT INTO instruments (id, body) VALUES ('meter-3', ?)", [
    JSON.stringify({
      id: "meter-3",
      name: "Old meter",
      wiring: "fourWire",
      ranges: [{ fullScale: 20, resolution: 0.0001, ofReading: 0.002, digits: 4 }],
      leadResistance: 0,
      contactScatter: 0.0001,
    }),
  ]);
  if (has("002-technicians"))
    await run("INSERT INTO technicians (id, initials, name) VALUES (?, 'MO', 'Maud Oakhanger')", [uuid(90)]);
  if (has("003-shop"))
    await run("INSERT INTO settings (id, body) VALUES ('shop', ?)", [
      JSON.stringify({ spin: { limit: 0.04, reason: "old drill" } }),
    ]);
  const jobs = [
    { id: OLD.open, number: 1, motor: { ...HUB, id: uuid(50) }, closedAt: null },
    {
      id: OLD.closed,
      number: 2,
      motor: { ...HUB, id: uuid(51), name: "Cargo trike 4, rear hub" },
      closedAt: "2026-02-01T10:00:00.000Z",
    },
  ];
  for (const { id, number, motor, closedAt } of jobs) {
    await run("INSERT INTO motors (id, name, owner, serial, body) VALUES (?, ?, ?, ?, ?)", [
      motor.id,
      motor.name,
      motor.owner,
      motor.serial,
      JSON.stringify(motor),
    ]);
    await run(
      `INSERT INTO jobs (id, number, motor_id, complaint, complaint_words, events, version, summarised, stage, summary, search, taken_in_at, closed_at)
        VALUES (?, ?, ?, 'noRun', 'dead', '[]', ?, -1, ?, '{}', ?, ?, ?)`,
      [
        id,
        number,
        motor.id,
        closedAt ? 3 : 3,
        closedAt ? "closed" : "reading",
        `j-000${number}`,
        at,
        closedAt,
      ],
    );
  }
  const entry = (id: string, job: string, version: number, kind: string, body: object) =>
    run(
      "INSERT INTO entries (id, job_id, version, kind, body, by_whom, saved_at) VALUES (?, ?, ?, ?, ?, 'MO', ?)",
      [id, job, version, kind, JSON.stringify(body), at],
    );
  await entry(uuid(10), OLD.open, 1, "reading", aReading(10));
  await entry(
    uuid(11),
    OLD.open,
    2,
    "reading",
    aReading(11, { slot: "BC", value: { kind: "open" }, typed: "OL" }),
  );
  await entry(uuid(14), OLD.open, 3, "reading", OLD.unknown);
  await entry(uuid(20), OLD.closed, 1, "reading", aReading(20));
  await entry(uuid(21), OLD.closed, 2, "decision", aDecision(21));
  await entry(uuid(22), OLD.closed, 3, "closing", aTurning(22, "done"));
  await run("INSERT INTO verdict_snapshots (id, job_id, rules, body, at) VALUES (?, ?, '2', ?, ?)", [
    uuid(30),
    OLD.closed,
    JSON.stringify(OLD.verdict),
    "2026-02-01T10:00:00.000Z",
  ]);
  if (has("004-photos"))
    await run("INSERT INTO photos (id, job_id, bytes, saved_at) VALUES (?, ?, ?, ?)", [
      OLD.photo,
      OLD.open,
      OLD.picture,
      at,
    ]);
}

/** More open jobs, so that an update takes long enough to be cut off in its midst. */
async function fillMore(sequelize: Sequelize, count: number): Promise<void> {
  for (let n = 0; n < count; n += 1) {
    const motor = { ...HUB, id: uuid(10_000 + n), serial: `OLD-${n % 20}` };
    const values = [motor.id, motor.name, motor.owner, motor.serial, JSON.stringify(motor)];
    await sequelize.query("INSERT INTO motors (id, name, owner, serial, body) VALUES (?, ?, ?, ?, ?)", {
      replacements: values,
    });
    await sequelize.query(
      `INSERT INTO jobs (id, number, motor_id, complaint, complaint_words, events, version, summarised, stage, summary, search, taken_in_at, closed_at)
        VALUES (?, ?, ?, 'noRun', '', '[]', 1, -1, 'reading', '{}', '', ?, NULL)`,
      { replacements: [uuid(20_000 + n), 100 + n, motor.id, INTAKE.takenInAt] },
    );
    await sequelize.query(
      "INSERT INTO entries (id, job_id, version, kind, body, by_whom, saved_at) VALUES (?, ?, 1, 'reading', ?, 'MO', ?)",
      {
        replacements: [
          uuid(30_000 + n),
          uuid(20_000 + n),
          JSON.stringify(aReading(30_000 + n)),
          INTAKE.takenInAt,
        ],
      },
    );
  }
}

/** A filled shop of an earlier release. @param upTo the last migration it had; @param more jobs beside the two */
export async function makeOldShop(file: string, upTo: string, more = 0): Promise<void> {
  const old = await openDatabase(file, NOW, { upTo });
  await fillOld(old.sequelize, upTo);
  await fillMore(old.sequelize, more);
  await old.close();
}
