import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { assessJob, kindOf, modelFor, outlookOf, type MotorModel } from "#core/judge";
import { faultSets, infer, rankSteps, type Circumstances, type Evidence, type Model } from "#core/inference";
import { FAMILIES, type JobRecord, type Motor } from "#core/record";
import { hallSpacingOf } from "#core/families";
import { play } from "#bench/study";
import { demoRecords } from "./demoRecords.ts";
import { benchFresh, cpuOf } from "./fresh.ts";
import { printTimes } from "./print.ts";

const RUNS = 40;
const COLD_JOBS = 8;
/** Sizes of a catalogue. */
const SIZES = [30, 60, 120];
/** The first of the motors drawn here. */
const FIRST_DRAWN = 9_800_000;
function warmTimes(records: readonly JobRecord[]): number[] {
  // A reading more each time: what the other checks answered is still known, as on a bench.
  return records.flatMap((record) => {
    assessJob(record);
    return Array.from({ length: RUNS }, (_, i) => {
      const next = { ...record, readings: record.readings.slice(0, record.readings.length - (i % 4)) };
      const start = performance.now();
      assessJob(next);
      return performance.now() - start;
    });
  });
}

/** The first verdict of a process that has only just loaded the core. */
function coldTime(record: JobRecord): number {
  const program = fileURLToPath(new URL("coldVerdict.js", import.meta.url));
  const { stdout } = spawnSync(process.execPath, [program], {
    input: JSON.stringify(record),
    encoding: "utf8",
  });
  return Number(stdout);
}

/** Every fault several times under other names, with the same rows, cut to so many: what a larger catalogue would cost. */
function grown(
  { faults, variables, rows, masks, together, companions, actions }: MotorModel,
  wanted: number,
) {
  const copies = Array.from({ length: Math.ceil(wanted / faults.length) }, (_, copy) => copy);
  const named = (id: string, copy: number) => (copy === 0 ? id : `${id} ${copy}`);
  const all = copies.flatMap((copy) => faults.map((fault) => ({ ...fault, id: named(fault.id, copy) })));
  const model: Model = {
    faults: all.slice(0, wanted),
    variables,
    rows: copies.flatMap((copy) => rows.map((row) => ({ ...row, fault: named(row.fault, copy) }))),
    companions,
    together: copies.flatMap((copy) => together.map((row) => ({ ...row, fault: named(row.fault, copy) }))),
    masks: copies.flatMap((copy) =>
      masks.map((mask) => ({
        ...mask,
        by: named(mask.by, copy),
        hides: mask.hides.map((id) => named(id, copy)),
      })),
    ),
  };
  const cut = <T>(list: readonly T[]): T[] => copies.flatMap(() => list).slice(0, wanted);
  return { model, actions: { ...actions, curedBy: cut(actions.curedBy), usual: cut(actions.usual) } };
}

/** Weighing and ranking alone, with catalogues of any size; a chance of a fault as in one of the present size. */
function benchSize(record: JobRecord): void {
  const usual = modelFor(kindOf(record.motor));
  const { findings, plan } = assessJob(record);
  const evidence: readonly Evidence[] = findings;
  const known = new Set(findings.map(({ variable }) => variable));
  const open = usual.variables.filter(({ id }) => !known.has(id)).map(({ id }) => id);
  const candidates = plan.map(({ check, minutes }, i) => ({
    id: check,
    minutes,
    variables: open.filter((_, k) => k % plan.length === i),
    merged: {},
  }));
  for (const wanted of SIZES) {
    const { model, actions } = grown(usual, wanted);
    const circumstances: Circumstances = {
      settings: [{ share: 1, values: { connection: "star", tips: "proven" } }],
      priors: model.faults.map(() => (0.02 * usual.faults.length) / wanted),
      complaint: { withoutCause: 0.05, furtherCause: 0.1, companionCause: 0.6 },
    };
    let [kept, all] = [0, 0];
    const times = Array.from({ length: RUNS }, () =>
      cpuOf(() => {
        const inference = infer(model, circumstances, evidence);
        rankSteps(model, circumstances, actions, inference, candidates);
        [kept, all] = [inference.sets.size, faultSets(wanted).size];
      }),
    );
    printTimes(
      `${wanted} faults, ${kept} of ${all} sets kept: weighed and next steps ranked, CPU (asked of 120: 20)`,
      times,
    );
  }
}

/** The first verdict of a kind of motor that this process does not know, when it knows others of its family. */
function benchKinds(): void {
  const times = FAMILIES.map((family, i) => {
    const { record } = play(FIRST_DRAWN + i, [family]);
    const { motor } = record;
    const other = { connection: motor.connection === "delta" ? "star" : "delta" } as const;
    const sensors = hallSpacingOf(motor) === "none" ? "unknown" : "none";
    const unknown = { ...record, motor: { ...motor, ...other, hallSpacing: sensors } as Motor };
    return cpuOf(() => assessJob(unknown));
  });
  printTimes(`first verdict of another kind, ${FAMILIES.length} of them, CPU (asked: 40)`, times);
}

/** What the next reading would leave, and how far it is. */
function benchOutlook(records: readonly JobRecord[]): void {
  const times = records.map((record) => {
    const { next } = assessJob(record);
    return cpuOf(() => outlookOf(record, next));
  });
  printTimes("looked ahead from each demo job, CPU (asked: 100)", times);
}

/** How long a verdict takes on every job of the demo, warm and cold. */
export function benchVerdict(): void {
  const records = demoRecords();
  printTimes(`verdict, ${records.length} demo jobs, warm`, warmTimes(records));
  const longest = records.toSorted((a, b) => b.readings.length - a.readings.length).slice(0, COLD_JOBS);
  const cold = longest.map(coldTime);
  printTimes(`first verdict of a process, ${cold.length} longest demo jobs`, cold);
  benchFresh();
  benchKinds();
  benchOutlook(records);
  benchSize(longest[0]!);
}
