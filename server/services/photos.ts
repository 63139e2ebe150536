import { PHOTO_LIMITS } from "#contract/photos";
import type { Database } from "../database.ts";
import { Problem } from "../problem.ts";
import type { Clock } from "./jobs.ts";

/** First bytes of a JPEG. */
const JPEG = Buffer.from([0xff, 0xd8, 0xff]);

/** Photos of a job: bytes beside the journal, which names them. */
export function photoService({ write, models }: Database, clock: Clock) {
  return {
    /** Keeps a photo; the same id again changes nothing. @throws Problem with the reason where it is refused */
    async put(jobId: string, id: string, bytes: Buffer): Promise<{ created: boolean }> {
      if (!bytes.subarray(0, JPEG.length).equals(JPEG))
        throw new Problem(
          415,
          "No photo",
          "This is no JPEG picture. Photos are turned into one before they are sent.",
        );
      if (bytes.length > PHOTO_LIMITS.mostBytes)
        throw new Problem(413, "Too large", "A photo may hold 1 MB at most; nothing was kept.");
      return write(async (transaction) => {
        const job = await models.Job.findByPk(jobId, { transaction });
        if (!job) throw new Problem(404, "No such job", `There is no job ${jobId} on this bench.`);
        if (await models.Photo.count({ where: { id }, transaction })) return { created: false };
        if (job.closedAt)
          throw new Problem(409, "Job is closed", "This job is closed and frozen. Reopen it to add to it.");
        const there = await models.Photo.count({ where: { jobId }, transaction });
        if (there >= PHOTO_LIMITS.mostAJob)
          throw new Problem(409, "Enough photos", `A job holds ${PHOTO_LIMITS.mostAJob} photos at most.`);
        await models.Photo.create({ id, jobId, bytes, savedAt: clock().toISOString() }, { transaction });
        return { created: true };
      });
    },

    async get(jobId: string, id: string): Promise<Buffer> {
      const photo = await models.Photo.findOne({ where: { id, jobId } });
      if (!photo) throw new Problem(404, "No such photo", "This job has no such photo.");
      return photo.bytes;
    },
  };
}

export type PhotoService = ReturnType<typeof photoService>;
