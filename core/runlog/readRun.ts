import { Refused } from "../formats/index.ts";
import { guessRoles, readRunTable, type RunRole, type RunTable } from "./columns.ts";
import { leastSquares } from "./leastSquares.ts";

/** What is known of the motor beside the log. */
export interface RunOptions {
  /** What each column holds, in their order; null where they are told by their names. */
  readonly as: readonly (RunRole | null)[] | null;
  readonly polePairs: number | null;
  /** rpm per volt of six-step mean, and line-to-line ohms, by which the speed under load is foretold. */
  readonly constant: number | null;
  readonly resistance: number | null;
}

interface RunFigure {
  readonly value: number;
  readonly u: number;
  readonly unit: string;
}

/** Version of the rules by which runs are read: a result says by which it was. */
export const RUN_RULES = "1";

/** What may be said of a run, one closed list. */
type RunCode =
  "emptyFile" | "notACapture" | "cutsOut" | "packSags" | "slowUnderLoad" | "runsHot" | "tooSteady";

/** Whom each remark concerns: what was run, or the log of it. */
const SAID_OF: Readonly<Record<RunCode, "run" | "log">> = {
  ...{ emptyFile: "log", notACapture: "log", tooSteady: "log" },
  ...{ cutsOut: "run", packSags: "run", slowUnderLoad: "run", runsHot: "run" },
};

/** Whether a remark is about what was run; one of a later version is about the log. */
export const isOfRun = (code: string): boolean => SAID_OF[code as RunCode] === "run";

interface RunRemark {
  readonly code: RunCode;
  readonly words: string;
  /** Seconds. */
  readonly at?: number;
}

/** What a run's log says. */
export interface RunAnswer {
  readonly outcome: "read" | "warned" | "refused";
  readonly columns: readonly { readonly name: string; readonly holds: RunRole | null }[];
  readonly rows: number;
  readonly said: readonly RunRemark[];
  readonly figures: Readonly<Record<string, RunFigure>>;
  /** What is drawn: seconds from the beginning, and each quantity by role. */
  readonly time: Float64Array;
  readonly traces: readonly { readonly role: RunRole; readonly values: Float64Array }[];
}

/** Labels of a run's figures, in the order in which they are shown: one closed list. */
export const RUN_FIGURE_LABELS = {
  runConstant: "Speed constant, six-step, by the run",
  runResistance: "Resistance under load, line to line",
  speedUnderLoad: "Speed against what constant and ohms foretell",
  packRest: "Pack without load",
  packResistance: "Resistance of the pack and its leads",
  packLowest: "Pack at its lowest",
  packSag: "The same against no load",
  mostCurrent: "Most motor current",
  hottest: "Hottest",
  heating: "Heats by, for each A² and second",
  coolingTime: "Time constant of its cooling",
  settlesAt: "Would settle at, as it was run",
  cutOuts: "Cut-outs",
  runTime: "Time that it ran",
} as const;

/** A controller measures its own volts and amperes no better than this, as a share. Common practice. */
const OWN_METERS = 0.01;
/** Below this share of its voltage without load a pack sags. Common practice; the cut-off of controllers lies near it. */
export const SAGS_BELOW = 0.88;
/** A motor that loses this share more speed than its constant and ohms foretell is slow. Bench judgement. */
export const SLOW = 0.06;
/** Magnets and enamel of a usual motor suffer above this, °C. Common practice. */
const HOT = 100;
/** Duty from which the bridge conducts well enough for V·d to be a voltage. */
const LEAST_DUTY = 0.08;
/** Loads have to differ by so much of the most for a slope to be told. */
const LEAST_SPREAD = 0.25;

interface Run {
  readonly time: Float64Array;
  readonly of: (role: RunRole) => Float64Array | null;
  readonly texts: (role: RunRole) => readonly string[] | null;
  readonly rpm: Float64Array | null;
  readonly duty: Float64Array | null;
  readonly motorCurrent: Float64Array | null;
}

/** A duty in percent is one as a share. */
function asShare(values: Float64Array | null): Float64Array | null {
  if (!values) return null;
  const most = values.reduce((all, one) => (one > all ? one : all), 0);
  return most > 1.5 ? values.map((one) => one / 100) : values;
}

function runOf(
  { columns, rows }: RunTable,
  roles: readonly (RunRole | null)[],
  polePairs: number | null,
): Run {
  const at = (role: RunRole) => roles.indexOf(role);
  const of = (role: RunRole) => (at(role) < 0 ? null : columns[at(role)]!.values);
  const raw = of("time");
  if (!raw) throw new Refused("notACapture", "No column holds the time. Say which one does.");
  // A clock in thousandths of a second without saying so goes on far too fast.
  const step = (raw[rows - 1]! - raw[0]!) / Math.max(1, rows - 1);
  const scale = step > 5 ? 1e-3 : 1;
  const time = raw.map((one) => (one - raw[0]!) * scale);
  for (let n = 1; n < time.length; n += 1)
    if (!(time[n]! >= time[n - 1]!))
      throw new Refused("notACapture", "The column of times does not go on: it is no run.");
  const electrical = of("electricalSpeed");
  const hertz = of("electricalFrequency");
  const perPair = polePairs === null ? null : 1 / polePairs;
  const rpm =
    of("speed") ??
    (electrical && perPair !== null ? electrical.map((one) => one * perPair) : null) ??
    (hertz && perPair !== null ? hertz.map((one) => one * 60 * perPair) : null);
  const duty = asShare(of("duty"));
  const own = of("motorCurrent");
  const battery = of("batteryCurrent");
  return {
    time,
    of,
    texts: (role) => (at(role) < 0 ? null : columns[at(role)]!.texts),
    rpm,
    duty,
    // What goes in at the supply flows in the motor for as long as the bridge conducts.
    motorCurrent:
      own ??
      (battery && duty
        ? battery.map((one, n) => (duty[n]! > LEAST_DUTY ? one / duty[n]! : Number.NaN))
        : null),
  };
}

interface Told {
  readonly figures: Record<string, RunFigure>;
  readonly said: RunRemark[];
}
const tell = (
  { figures }: Told,
  name: keyof typeof RUN_FIGURE_LABELS,
  value: number,
  u: number,
  unit: string,
) => {
  if (Number.isFinite(value) && Number.isFinite(u)) figures[name] = { value, u, unit };
};

const spreadOf = (values: readonly number[]) => Math.max(...values) - Math.min(...values);

/** V·duty = n/KV + I·R, by least squares over the rows in which the motor is driven. */
function tellMotor(told: Told, { time, of, rpm, duty, motorCurrent }: Run, options: RunOptions): void {
  const volts = of("voltage");
  if (!volts || !rpm || !duty || !motorCurrent) return;
  const rows = Array.from(time, (_, n) => n).filter(
    (n) =>
      duty[n]! > LEAST_DUTY &&
      rpm[n]! > 0 &&
      motorCurrent[n]! > 0 &&
      Number.isFinite(volts[n]! * duty[n]! * rpm[n]! * motorCurrent[n]!),
  );
  if (rows.length < 12) return;
  const speed = rows.map((n) => rpm[n]!);
  const current = rows.map((n) => motorCurrent[n]!);
  const driven = rows.map((n) => volts[n]! * duty[n]!);
  // A load that hardly changes tells ohms and constant apart by nothing.
  if (spreadOf(current) < LEAST_SPREAD * Math.max(...current)) {
    told.said.push({
      code: "tooSteady",
      words:
        "The load hardly changes in this run: constant and ohms cannot be told apart. Log one with light and heavy load.",
    });
  } else {
    const fit = leastSquares([speed, current], driven);
    const [perRpm, ohms] = fit?.values ?? [];
    if (fit && perRpm! > 0 && ohms! > 0 && fit.u[0]! < 0.5 * perRpm! && fit.explained > 0.5) {
      const constant = 1 / perRpm!;
      tell(told, "runConstant", constant, Math.hypot(fit.u[0]! / perRpm!, OWN_METERS) * constant, "rpm/V");
      tell(told, "runResistance", ohms!, Math.hypot(fit.u[1]!, 2 * OWN_METERS * ohms!), "Ω");
    }
  }
  const { constant, resistance } = options;
  if (constant === null || resistance === null) return;
  // Where the load is heavy: light load tells the constant alone.
  const most = Math.max(...current);
  const heavy = rows.flatMap((_, k) => (current[k]! > 0.5 * most ? [k] : []));
  const foretold = heavy.map((k) => constant * (driven[k]! - current[k]! * resistance));
  const ratios = heavy.flatMap((k, i) => (foretold[i]! > 0 ? [speed[k]! / foretold[i]!] : []));
  if (ratios.length < 5) return;
  const mean = ratios.reduce((sum, one) => sum + one, 0) / ratios.length;
  const scatter = Math.sqrt(ratios.reduce((sum, one) => sum + (one - mean) ** 2, 0) / ratios.length);
  tell(
    told,
    "speedUnderLoad",
    100 * (mean - 1),
    100 * Math.max(0.01, (2 * scatter) / Math.sqrt(ratios.length)),
    "%",
  );
  if (mean < 1 - SLOW)
    told.said.push({
      code: "slowUnderLoad",
      words: `Under load it turns ${(100 * (1 - mean)).toFixed(0)} % slower than its constant and its ohms foretell: volts are lost on the way, or its timing is off.`,
    });
}

/** V = V0 − I·Rp − k·charge: the pack with its leads. */
function tellPack(told: Told, { time, of, duty, motorCurrent }: Run): void {
  const volts = of("voltage");
  const own = of("batteryCurrent");
  const current = own ?? (motorCurrent && duty ? motorCurrent.map((one, n) => one * duty[n]!) : null);
  if (!volts || !current) return;
  const rows = Array.from(time, (_, n) => n).filter((n) => volts[n]! > 0 && Number.isFinite(current[n]!));
  if (rows.length < 16) return;
  const amps = rows.map((n) => current[n]!);
  const lowest = rows.reduce((low, n) => (volts[n]! < volts[low]! ? n : low), rows[0]!);
  tell(told, "packLowest", volts[lowest]!, 0, "V");
  if (spreadOf(amps) < LEAST_SPREAD * Math.max(...amps) || Math.max(...amps) <= 0) return;
  let drawn = 0;
  const charge = rows.map((n, k) => {
    if (k > 0) drawn += ((amps[k - 1]! + amps[k]!) / 2) * (time[n]! - time[rows[k - 1]!]!);
    return drawn;
  });
  const ones = rows.map(() => 1);
  const y = rows.map((n) => volts[n]!);
  const fit = leastSquares([ones, amps.map((one) => -one), charge.map((one) => -one)], y);
  if (!fit || !(fit.values[0]! > 0)) return;
  const [rest, ohms] = fit.values;
  tell(told, "packRest", rest!, fit.u[0]!, "V");
  if (ohms! > 0 && fit.u[1]! < ohms!)
    tell(told, "packResistance", ohms!, Math.hypot(fit.u[1]!, 2 * OWN_METERS * ohms!), "Ω");
  const sag = volts[lowest]! / rest! - 1;
  tell(told, "packSag", 100 * sag, (100 * fit.u[0]!) / rest!, "%");
  if (1 + sag < SAGS_BELOW)
    told.said.push({
      code: "packSags",
      words: `The pack falls to ${volts[lowest]!.toFixed(1)} V at ${current[lowest]!.toFixed(0)} A, ${(-100 * sag).toFixed(0)} % below what it has without load: pack, plug or leads.`,
      at: time[lowest]!,
    });
}

/** dT/dt = a·I² − b·(T − T0): what heats it, and how it gives that off. */
function tellHeat(told: Told, { time, of, motorCurrent }: Run): void {
  const temperature = of("temperature");
  if (motorCurrent) {
    const most = motorCurrent.reduce((all, one) => (one > all ? one : all), 0);
    if (most > 0) tell(told, "mostCurrent", most, 0, "A");
  }
  if (!temperature) return;
  const known = Array.from(time, (_, n) => n).filter((n) => Number.isFinite(temperature[n]!));
  const first = known[0];
  if (first === undefined) return;
  const hottest = known.reduce((hot, n) => (temperature[n]! > temperature[hot]! ? n : hot), first);
  tell(told, "hottest", temperature[hottest]!, 0, "°C");
  if (temperature[hottest]! > HOT)
    told.said.push({
      code: "runsHot",
      words: `It comes to ${temperature[hottest]!.toFixed(0)} °C: above ${HOT} °C magnets and enamel suffer.`,
      at: time[hottest]!,
    });
  if (!motorCurrent) return;
  const start = temperature[first]!;
  const rows = known.filter((n) => Number.isFinite(motorCurrent[n]!));
  let [heat, warmth] = [0, 0];
  const heats: number[] = [];
  const warmths: number[] = [];
  rows.forEach((n, k) => {
    if (k > 0) {
      const before = rows[k - 1]!;
      const seconds = time[n]! - time[before]!;
      heat += ((motorCurrent[n]! ** 2 + motorCurrent[before]! ** 2) / 2) * seconds;
      warmth += ((temperature[n]! + temperature[before]!) / 2 - start) * seconds;
    }
    heats.push(heat);
    warmths.push(warmth);
  });
  const rise = rows.map((n) => temperature[n]! - start);
  if (Math.max(...rise) < 5) return;
  const fit = leastSquares([heats, warmths.map((one) => -one)], rise);
  if (!fit || !(fit.values[0]! > 0) || fit.u[0]! > 0.5 * fit.values[0]! || fit.explained < 0.8) return;
  const [heating, cooling] = fit.values;
  tell(told, "heating", 1000 * heating!, 1000 * fit.u[0]!, "mK/(A²·s)");
  if (!(cooling! > 0) || fit.u[1]! > 0.5 * cooling!) return;
  tell(told, "coolingTime", 1 / cooling!, fit.u[1]! / cooling! ** 2, "s");
  const usual = heat / (time[rows.at(-1)!]! - time[rows[0]!]!);
  const settles = (heating! / cooling!) * usual;
  tell(
    told,
    "settlesAt",
    start + settles,
    settles * Math.hypot(fit.u[0]! / heating!, fit.u[1]! / cooling!),
    "°C",
  );
}

/** A flag that says something: any number but 0, any word but those for nothing. */
const NO_FAULT = /^(?:|0+(?:[.,]0+)?|none|no|ok|false|-|no[_ ]?fault|fault_code_none)$/iu;

/** Each moment at which the controller gave up, with what stood just before. */
function tellCutOuts(told: Told, { time, of, texts, rpm, duty, motorCurrent }: Run): void {
  const flags = texts("fault");
  if (!flags) return;
  const volts = of("voltage");
  const temperature = of("temperature");
  let count = 0;
  flags.forEach((flag, n) => {
    if (NO_FAULT.test(flag) || (n > 0 && flags[n - 1] === flag)) return;
    count += 1;
    if (count > 5) return;
    // The row before it stood: in its own row the current is gone already.
    const before = Math.max(0, n - 1);
    const parts = [
      [volts, "V", 1],
      [motorCurrent, "A", 0],
      [rpm, "rpm", 0],
      [temperature, "°C", 0],
    ] as const;
    const stood = parts.flatMap(([values, unit, digits]) =>
      values && Number.isFinite(values[before]!) ? [`${values[before]!.toFixed(digits)} ${unit}`] : [],
    );
    const open = duty ? [`duty ${(100 * duty[before]!).toFixed(0)} %`] : [];
    told.said.push({
      code: "cutsOut",
      words: `It cuts out with “${flag}”: ${[...stood, ...open].join(", ")} just before.`,
      at: time[n]!,
    });
  });
  tell(told, "cutOuts", count, 0, "");
}

/**
 * Reads a log of a run: what constant and ohms it shows under load, how far the pack sags, how it heats, and when it cut out.
 * @param bytes of the file
 * @example readRun(bytes, { as: null, polePairs: 15, constant: 9.1, resistance: 0.13 })
 */
export function readRun(bytes: Uint8Array, options: RunOptions): RunAnswer {
  const told: Told = { figures: {}, said: [] };
  let table: RunTable | null = null;
  let roles: readonly (RunRole | null)[] = [];
  try {
    table = readRunTable(bytes);
    roles = options.as ?? guessRoles(table);
    const run = runOf(table, roles, options.polePairs);
    tell(told, "runTime", run.time.at(-1)!, 0, "s");
    tellMotor(told, run, options);
    tellPack(told, run);
    tellHeat(told, run);
    tellCutOuts(told, run);
    const traces = roles.flatMap((role, c) =>
      role === null || role === "time" || role === "fault"
        ? []
        : [{ role, values: table!.columns[c]!.values }],
    );
    return {
      ...{ columns: columnsOf(table, roles), rows: table.rows, figures: told.figures, said: told.said },
      outcome: told.said.length > 0 ? "warned" : "read",
      time: run.time,
      traces,
    };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    const { code, words } = error.said;
    return {
      outcome: "refused",
      columns: table ? columnsOf(table, roles) : [],
      rows: table?.rows ?? 0,
      said: [{ code: code === "emptyFile" ? code : "notACapture", words }],
      figures: {},
      time: new Float64Array(),
      traces: [],
    };
  }
}

const columnsOf = ({ columns }: RunTable, roles: readonly (RunRole | null)[]) =>
  columns.map(({ name }, c) => ({ name, holds: roles[c] ?? null }));
