import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { assessJob, kindOf, modelFor, type MotorModel } from "#core/judge";
import { infer, rankSteps, type Circumstances, type Evidence, type Model } from "#core/inference";
import type { JobRecord } from "#core/record";
import { demoRecords } from "./demoRecords.ts";
import { printTimes } from "./print.ts";

const RUNS = 40;
const COLD_JOBS = 8;
/** The same before verdicts were put together from answers that are kept: what was measured then. */
const BEFORE = { warm: "before: 16 to 30 ms", cold: "before: 140 to 335 ms" };

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
  const program = fileURLToPath(new URL("coldVerdict.ts", import.meta.url));
  const { stdout } = spawnSync(process.execPath, ["--import", "tsx", program], {
    input: JSON.stringify(record),
    encoding: "utf8",
  });
  return Number(stdout);
}

/** Every fault twice under two names, with the same rows: what a catalogue of double the size would cost. */
function doubled({ faults, variables, rows, masks, together, companions, actions }: MotorModel) {
  const twin = (id: string) => `${id} again`;
  const model: Model = {
    faults: [...faults, ...faults.map((fault) => ({ ...fault, id: twin(fault.id) }))],
    variables,
    rows: [...rows, ...rows.map((row) => ({ ...row, fault: twin(row.fault) }))],
    companions,
    together: [...together, ...together.map((row) => ({ ...row, fault: twin(row.fault) }))],
    masks: [...masks, ...masks.map((mask) => ({ ...mask, by: twin(mask.by), hides: mask.hides.map(twin) }))],
  };
  const twice = {
    ...actions,
    curedBy: [...actions.curedBy, ...actions.curedBy],
    usual: [...actions.usual, ...actions.usual],
  };
  return { model, actions: twice };
}

/** Weighing alone, with the catalogue as it is and with twice the faults. */
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
  for (const [name, { model, actions }] of [
    ["as it is", { model: usual as Model, actions: usual.actions }],
    ["with every fault twice", doubled(usual)],
  ] as const) {
    const circumstances: Circumstances = {
      settings: [{ share: 1, values: { connection: "star", tips: "proven" } }],
      priors: model.faults.map(() => 0.02),
      complaint: { withoutCause: 0.05, furtherCause: 0.1, companionCause: 0.6 },
    };
    const times = Array.from({ length: RUNS }, () => {
      const start = performance.now();
      rankSteps(model, circumstances, actions, infer(model, circumstances, evidence), candidates);
      return performance.now() - start;
    });
    printTimes(`evidence weighed and next steps ranked, ${model.faults.length} faults, ${name}`, times);
  }
}

/** How long a verdict takes on every job of the demo, warm and cold. */
export function benchVerdict(): void {
  const records = demoRecords();
  printTimes(`verdict, ${records.length} demo jobs, warm (${BEFORE.warm}; asked: p50 3)`, warmTimes(records));
  const longest = records.toSorted((a, b) => b.readings.length - a.readings.length).slice(0, COLD_JOBS);
  const cold = longest.map(coldTime);
  printTimes(
    `first verdict of a process, ${cold.length} longest demo jobs (${BEFORE.cold}; asked: p50 30)`,
    cold,
  );
  benchSize(longest[0]!);
}
