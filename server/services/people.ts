import type { Technician } from "#contract/jobs";
import type { Instrument } from "#core/quantity";
import type { Database } from "../database.ts";
import { Problem } from "../problem.ts";
import type { JudgingService } from "./judging.ts";

/** Who works at this bench, and with what. */
export function peopleService({ write, models }: Database, judging: JudgingService) {
  return {
    async instruments(): Promise<Instrument[]> {
      return (await models.Instrument.findAll({ order: [["id", "ASC"]] })).map(
        ({ body }) => body as Instrument,
      );
    },

    /** What an instrument is good for judges open jobs anew; closed ones keep what it was at their closing. */
    async putInstrument(instrument: Instrument): Promise<void> {
      await write(async (transaction) => {
        await models.Instrument.upsert({ id: instrument.id, body: instrument }, { transaction });
        await models.Job.update({ summarised: -1 }, { where: { closedAt: null }, transaction });
      });
      judging.wake();
    },

    async technicians(): Promise<Technician[]> {
      const rows = await models.Technician.findAll({ order: [["initials", "ASC"]] });
      return rows.map(({ id, initials, name }) => ({ id, initials, name }));
    },

    async putTechnician(technician: Technician): Promise<void> {
      const namesake = await models.Technician.findOne({ where: { initials: technician.initials } });
      if (namesake && namesake.id !== technician.id) {
        const sentence = `${technician.initials} is ${namesake.name} already. Choose other initials.`;
        throw new Problem(409, "Initials taken", sentence, { fields: [{ field: "initials", sentence }] });
      }
      await models.Technician.upsert({ ...technician });
    },
  };
}

export type PeopleService = ReturnType<typeof peopleService>;
