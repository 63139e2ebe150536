import { createHash } from "node:crypto";
import type { Transaction } from "sequelize";
import { FILE_TYPES, fileKindOf, type FileKind } from "#contract/files";
import type { Database } from "../database/database.ts";
import type { Models } from "../models/index.ts";
import { Problem } from "../problem.ts";
import type { Clock } from "./jobs.ts";

const sha256Of = (bytes: Buffer) => createHash("sha256").update(bytes).digest("hex");

/** Whether bytes are a file of a type that a job may keep. @throws Problem with the reason where they are not */
export function checkFile(bytes: Buffer, type: string): FileKind {
  const kind = fileKindOf(type);
  if (!kind || !bytes.subarray(0, kind.begins.length).equals(Buffer.from(kind.begins)))
    throw new Problem(
      415,
      kind ? `No ${kind.name}` : "No such file",
      kind
        ? `This is no ${kind.is}. It is turned into one before it is sent.`
        : `A job keeps ${FILE_TYPES.join(" and ")}.`,
    );
  if (bytes.length > kind.mostBytes)
    throw new Problem(
      413,
      "Too large",
      `A ${kind.name} may hold ${kind.mostBytes / 1_000_000} MB at most; nothing was kept.`,
    );
  return kind;
}

/** Keeps bytes once, and names them in a job. */
export async function keepFile(
  models: Models,
  job: { readonly jobId: string; readonly name: string; readonly savedAt: string },
  { bytes, type }: { readonly bytes: Buffer; readonly type: string },
  transaction: Transaction,
): Promise<void> {
  const sha256 = sha256Of(bytes);
  await models.File.findOrCreate({
    where: { sha256 },
    defaults: { sha256, type, bytes },
    transaction,
  });
  await models.JobFile.create({ ...job, sha256 }, { transaction });
}

/** Files of a job: bytes beside the journal, which names them by their SHA-256. */
export function fileService({ write, models }: Database, clock: Clock) {
  return {
    /** Keeps a file under its SHA-256; the same again changes nothing. @throws Problem with the reason */
    async put(
      jobId: string,
      name: string,
      { bytes, type }: { readonly bytes: Buffer; readonly type: string },
    ): Promise<{ created: boolean }> {
      const kind = checkFile(bytes, type);
      if (sha256Of(bytes) !== name)
        throw new Problem(
          422,
          "Another file",
          "These bytes are not those that the address names: they were changed on the way. Nothing was kept.",
        );
      return write(async (transaction) => {
        const job = await models.Job.findByPk(jobId, { transaction });
        if (!job) throw new Problem(404, "No such job", `There is no job ${jobId} on this bench.`);
        if (await models.JobFile.count({ where: { jobId, name }, transaction })) return { created: false };
        if (job.closedAt)
          throw new Problem(409, "Job is closed", "This job is closed and frozen. Reopen it to add to it.");
        const kept = await models.JobFile.findAll({ where: { jobId }, transaction });
        const there = await models.File.count({
          where: { sha256: kept.map(({ sha256 }) => sha256), type },
          transaction,
        });
        if (there >= kind.mostAJob)
          throw new Problem(
            409,
            `Enough ${kind.name}s`,
            `A job holds ${kind.mostAJob} ${kind.name}s at most.`,
          );
        await keepFile(models, { jobId, name, savedAt: clock().toISOString() }, { bytes, type }, transaction);
        return { created: true };
      });
    },

    async get(jobId: string, name: string): Promise<{ bytes: Buffer; type: string }> {
      const named = await models.JobFile.findOne({ where: { jobId, name } });
      const file = named && (await models.File.findByPk(named.sha256));
      if (!file) throw new Problem(404, "No such file", "This job has no such file.");
      return { bytes: file.bytes, type: file.type };
    },
  };
}

export type FileService = ReturnType<typeof fileService>;
