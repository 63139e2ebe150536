import type { Role } from "#contract/doors";
import type { Technician } from "#contract/jobs";
import type { Instrument } from "#core/quantity";
import type { Database } from "../database/database.ts";
import type { TechnicianRow } from "../models/index.ts";
import { Problem } from "../problem.ts";
import { judgeAnew, type JudgingService } from "./judging.ts";

const technicianOf = ({ id, initials, name, retired, role }: TechnicianRow): Technician => ({
  id,
  initials,
  name,
  ...(retired && { retired: true }),
  ...(role !== "technician" && { role: role as Role }),
});

/** Who works at this bench, and with what. */
export function peopleService({ write, models }: Database, judging: JudgingService) {
  return {
    /** Writes into the file and on its disk: a health check that only reads says that a full disk is well. */
    async beat(): Promise<void> {
      await write(async (transaction) => {
        await models.Setting.upsert({ id: "beat", body: { at: Date.now() } }, { transaction });
      });
    },

    async instruments(): Promise<Instrument[]> {
      return (await models.Instrument.findAll({ order: [["id", "ASC"]] })).map(
        ({ body }) => body as Instrument,
      );
    },

    /** What an instrument is good for judges open jobs anew; closed ones keep what it was at their closing. */
    async putInstrument(instrument: Instrument): Promise<void> {
      await write(async (transaction) => {
        await models.Instrument.upsert({ id: instrument.id, body: instrument }, { transaction });
        await judgeAnew(transaction);
      });
      judging.wake();
    },

    async technicians(): Promise<Technician[]> {
      const rows = await models.Technician.findAll({ order: [["initials", "ASC"]] });
      return rows.map(technicianOf);
    },

    /** @throws Problem 409 where the initials are somebody else's */
    async putTechnician(technician: Technician): Promise<void> {
      const { id, initials, name, retired = false, role = "technician" } = technician;
      // Within one transaction: two people who take the same initials at once do not both get them.
      await write(async (transaction) => {
        const namesake = await models.Technician.findOne({ where: { initials }, transaction });
        if (namesake && namesake.id !== id) {
          const sentence = `${initials} is ${namesake.name} already. Choose other initials.`;
          throw new Problem(409, "Initials taken", sentence, { fields: [{ field: "initials", sentence }] });
        }
        await models.Technician.upsert({ id, initials, name, retired, role }, { transaction });
        // Who works here no more is signed in nowhere.
        if (retired) await models.Session.destroy({ where: { technicianId: id }, transaction });
      });
    },
  };
}

export type PeopleService = ReturnType<typeof peopleService>;
