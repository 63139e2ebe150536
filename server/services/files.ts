import { createHash } from "node:crypto";
import type { Transaction } from "sequelize";
import { PHOTO_LIMITS } from "#contract/photos";
import type { Database } from "../database/database.ts";
import type { Models } from "../models/index.ts";
import { Problem } from "../problem.ts";
import type { Clock } from "./jobs.ts";

/** First bytes of a JPEG. */
const JPEG = Buffer.from([0xff, 0xd8, 0xff]);

const sha256Of = (bytes: Buffer) => createHash("sha256").update(bytes).digest("hex");

/** Whether bytes are a picture a job may keep. @throws Problem with the reason where they are not */
export function checkPicture(bytes: Buffer): void {
  if (!bytes.subarray(0, JPEG.length).equals(JPEG))
    throw new Problem(
      415,
      "No photo",
      "This is no JPEG picture. Photos are turned into one before they are sent.",
    );
  if (bytes.length > PHOTO_LIMITS.mostBytes)
    throw new Problem(413, "Too large", "A photo may hold 1 MB at most; nothing was kept.");
}

/** Keeps bytes once, and names them in a job. */
export async function keepFile(
  models: Models,
  job: { readonly jobId: string; readonly name: string; readonly savedAt: string },
  bytes: Buffer,
  transaction: Transaction,
): Promise<void> {
  const sha256 = sha256Of(bytes);
  await models.File.findOrCreate({
    where: { sha256 },
    defaults: { sha256, type: PHOTO_LIMITS.type, bytes },
    transaction,
  });
  await models.JobFile.create({ ...job, sha256 }, { transaction });
}

/** Files of a job: bytes beside the journal, which names them by their SHA-256. */
export function fileService({ write, models }: Database, clock: Clock) {
  return {
    /** Keeps a photo under its SHA-256; the same again changes nothing. @throws Problem with the reason */
    async put(jobId: string, name: string, bytes: Buffer): Promise<{ created: boolean }> {
      checkPicture(bytes);
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
        const there = await models.JobFile.count({ where: { jobId }, transaction });
        if (there >= PHOTO_LIMITS.mostAJob)
          throw new Problem(409, "Enough photos", `A job holds ${PHOTO_LIMITS.mostAJob} photos at most.`);
        await keepFile(models, { jobId, name, savedAt: clock().toISOString() }, bytes, transaction);
        return { created: true };
      });
    },

    async get(jobId: string, name: string): Promise<{ bytes: Buffer; type: string }> {
      const named = await models.JobFile.findOne({ where: { jobId, name } });
      const file = named && (await models.File.findByPk(named.sha256));
      if (!file) throw new Problem(404, "No such photo", "This job has no such photo.");
      return { bytes: file.bytes, type: file.type };
    },
  };
}

export type FileService = ReturnType<typeof fileService>;
