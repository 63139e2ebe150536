import { createHash } from "node:crypto";
import { once } from "node:events";
import { createReadStream, createWriteStream, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable, Transform } from "node:stream";
import { finished } from "node:stream/promises";
import { stringify } from "csv-stringify/sync";
import { ZipFile } from "yazl";
import type { JobLine } from "#contract/jobs";
import { placeText, readingText } from "#core/judge";
import { QUANTITIES } from "#core/quantity";
import { jobName, timeIn, COMPLAINT_LABELS, type JobRecord, type Reading } from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { zipBundle } from "../bundleZip.ts";
import type { Services } from "../services/index.ts";
import type { Beside } from "../services/wholeShop.ts";

/** Everything of a shop in open formats: a bundle a job, the shop's own lists as JSON, and two tables as CSV. */
export const EXPORT = {
  format: "green-fable-shop",
  version: 3,
  shop: "shop.json",
  /** SHA-256 of every other file in it, as sha256sum writes and checks them. */
  sums: "SHA256SUMS",
  jobs: "jobs/",
  jobTable: "jobs.csv",
  readingTable: "readings.csv",
} as const;

/** The shop's own lists, as they stand in its export. */
async function listsOf({ people, shop, whole }: Pick<Services, "people" | "shop" | "whole">) {
  return {
    format: EXPORT.format,
    version: EXPORT.version,
    people: await people.technicians(),
    instruments: await people.instruments(),
    models: await shop.models(),
    limits: await shop.limits(),
    ...(await whole.beside()),
  };
}
/** As they are read back: exports of earlier versions held less. */
export type ShopLists = Omit<Awaited<ReturnType<typeof listsOf>>, keyof Beside> & Partial<Beside>;

type Cell = string | number | null;

const JOB_COLUMNS = [
  "job",
  "taken in",
  "closed",
  "machine",
  "owner",
  "serial",
  "family",
  "complaint",
  "waiting for",
  "verdict",
];
const READING_COLUMNS = [
  "job",
  "machine",
  "serial",
  "check",
  "reading",
  "as read",
  "value",
  "unit",
  "typed",
  "instrument",
  "repair",
  "by",
  "at",
  "id",
  "corrects",
];

/** Lines of a table. A cell that a spreadsheet would work out as a formula stays text. */
const lines = (rows: readonly (readonly Cell[])[]) =>
  stringify(rows as Cell[][], { escape_formulas: true, record_delimiter: "windows" });

/** A value as a number with its unit where it is one; both empty where it is a word. */
function numberOf({ value }: Reading): readonly [Cell, string] {
  switch (value.kind) {
    case "ohms":
      return [value.ohms, "Ω"];
    case "celsius":
      return [value.celsius, "°C"];
    case "quantity":
      return [value.value, QUANTITIES[value.quantity].symbol];
    default:
      return [null, ""];
  }
}

function jobRow({ number, takenInAt, closedAt, stage, summary }: JobLine, record: JobRecord): Cell[] {
  const { motor, complaint, limits } = record;
  return [
    jobName(number),
    timeIn(takenInAt, limits?.timeZone),
    closedAt && timeIn(closedAt, limits?.timeZone),
    motor.name,
    motor.owner,
    motor.serial,
    FAMILY_FACTS[motor.family].label,
    COMPLAINT_LABELS[complaint],
    stage,
    summary.headline,
  ];
}

function readingRows(number: number, { motor, readings, limits }: JobRecord): Cell[][] {
  return readings.map((reading) => {
    const { id, check, typed, instrumentId, epoch, by, takenAt, supersedes } = reading;
    return [
      jobName(number),
      motor.name,
      motor.serial,
      check,
      placeText(reading),
      readingText(reading),
      ...numberOf(reading),
      typed,
      instrumentId,
      epoch,
      by,
      timeIn(takenAt, limits?.timeZone),
      id,
      supersedes,
    ];
  });
}

/** A table that grows row by row on disk and is read back whole: a shop is larger than what fits into memory. */
function tableOnDisk(path: string, head: readonly string[]) {
  const file = createWriteStream(path, { mode: 0o600 });
  const written = finished(file);
  // A disk that fails is told to whoever adds or reads next.
  written.catch(() => undefined);
  file.write(lines([head]));
  return {
    async add(rows: readonly (readonly Cell[])[]): Promise<void> {
      if (rows.length > 0 && !file.write(lines(rows))) await Promise.race([once(file, "drain"), written]);
    },
    async read(): Promise<Readable> {
      file.end();
      await written;
      return createReadStream(path);
    },
    drop: () => file.destroy(),
  };
}

/** Every job, oldest first, page by page: a shop is larger than what fits into memory. */
async function* everyJob({ jobs }: Pick<Services, "jobs">): AsyncGenerator<JobLine> {
  const PAGE = 200;
  const { total } = await jobs.list({}, 1, 1);
  for (let page = Math.ceil(total / PAGE); page >= 1; page -= 1)
    yield* (await jobs.list({}, page, PAGE)).items.toReversed();
}

/** A zip that is written as it is read, and ends with the list of its files' sums. */
function summedZip() {
  const zip = new ZipFile();
  const sums: string[] = [];
  const out = zip.outputStream as Readable;
  // What cannot be read ends the zip, cut short, wherever in it that is.
  zip.on("error", (error: Error) => out.destroy(error));
  // Whoever takes it is told by the stream itself; nobody may be listening yet.
  out.on("error", () => undefined);
  const summed = (name: string, source: Readable): Readable => {
    const hash = createHash("sha256");
    const through = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        hash.update(chunk);
        done(null, chunk);
      },
      flush(done) {
        sums.push(`${hash.digest("hex")}  ${name}\n`);
        done();
      },
    });
    source.on("error", (error) => through.destroy(error));
    through.on("error", (error) => out.destroy(error));
    return source.pipe(through);
  };
  return {
    out,
    /** The files are made one after the other, each when its turn has come. */
    add: (name: string, make: () => Promise<Readable>, compress = true) =>
      zip.addReadStreamLazy(name, { compress }, (done) => {
        make().then(
          (stream) => done(null, summed(name, stream)),
          (error: unknown) => out.destroy(error as Error),
        );
      }),
    end: (name: string) => {
      zip.addReadStreamLazy(name, {}, (done) => done(null, Readable.from([sums.join("")])));
      zip.end();
    },
  };
}

/**
 * The whole shop as a zip, written as it is read. What is added while it runs may or may not be in it; every job in it is
 * whole.
 */
export async function exportShop(services: Services): Promise<Readable> {
  const { out, add, end } = summedZip();
  const folder = mkdtempSync(join(tmpdir(), "green-fable-export-"));
  const jobTable = tableOnDisk(join(folder, "jobs"), JOB_COLUMNS);
  const readingTable = tableOnDisk(join(folder, "readings"), READING_COLUMNS);
  out.on("close", () => {
    jobTable.drop();
    readingTable.drop();
    rmSync(folder, { recursive: true, force: true });
  });
  // Each job is read once, for its bundle and both tables.
  const bundleOf = async (line: JobLine) => {
    const bundle = await services.bundles.bundle(line.id);
    await jobTable.add([jobRow(line, bundle.record)]);
    await readingTable.add(readingRows(line.number, bundle.record));
    return Readable.from([await zipBundle(bundle)]);
  };
  try {
    const lists = JSON.stringify(await listsOf(services));
    add(EXPORT.shop, () => Promise.resolve(Readable.from([Buffer.from(lists)])));
    for await (const line of everyJob(services))
      add(`${EXPORT.jobs}${jobName(line.number)}-${line.id}.zip`, () => bundleOf(line), false);
    add(EXPORT.jobTable, jobTable.read);
    add(EXPORT.readingTable, readingTable.read);
    end(EXPORT.sums);
  } catch (error) {
    out.destroy();
    throw error;
  }
  return out;
}
