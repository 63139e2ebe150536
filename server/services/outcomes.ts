import { differenceInCalendarDays, parseISO } from "date-fns";
import { Op } from "sequelize";
import type { Account, OutcomeLine, UnitVisit } from "#contract/shop";
import { calibrationOf, COME_BACK_DAYS, truthOf } from "#core/outcomes";
import type { Models } from "../models/index.ts";

const LATEST = 100;

/** Jobs by the serial of their motor, oldest first; those without one are nobody's return. */
async function jobsBySerial(models: Models) {
  const motors = await models.Motor.findAll({ attributes: ["id", "serial"], raw: true });
  const serials = new Map(motors.map(({ id, serial }) => [id, serial.trim().toLowerCase()]));
  const jobs = await models.Job.findAll({
    attributes: ["id", "motorId", "takenInAt", "closedAt", "complaint", "summary"],
    order: [["number", "ASC"]],
  });
  const bySerial = new Map<string, typeof jobs>();
  for (const job of jobs) {
    const serial = serials.get(job.motorId) ?? "";
    if (serial !== "") bySerial.set(serial, [...(bySerial.get(serial) ?? []), job]);
  }
  return { jobs, serialOf: (motorId: string) => serials.get(motorId) ?? "", bySerial };
}

/** Every closed job with what became of it, newest first. */
export async function outcomeLines(models: Models, now: Date): Promise<readonly OutcomeLine[]> {
  const { jobs, serialOf, bySerial } = await jobsBySerial(models);
  const closed = jobs.filter(({ closedAt }) => closedAt !== null);
  const visits = await models.Visit.findAll({ where: { jobId: { [Op.in]: closed.map(({ id }) => id) } } });
  const visitOf = new Map(visits.map(({ jobId, body }) => [jobId, body as UnitVisit]));
  return closed
    .flatMap((job): OutcomeLine[] => {
      const visit = visitOf.get(job.id);
      const closedAt = job.closedAt!;
      if (!visit?.outcome) return [];
      const cameBack = (bySerial.get(serialOf(job.motorId)) ?? []).some(
        (later) =>
          later.takenInAt > closedAt &&
          later.complaint !== "routine" &&
          differenceInCalendarDays(parseISO(later.takenInAt), parseISO(closedAt)) <= COME_BACK_DAYS,
      );
      return [
        {
          jobId: job.id,
          jobNumber: visit.jobNumber,
          name: (job.summary as { name?: string }).name ?? "",
          closedAt,
          outcome: visit.outcome,
          cameBack,
          truth: truthOf(visit.outcome, cameBack, differenceInCalendarDays(now, parseISO(closedAt))),
        },
      ];
    })
    .toSorted((a, b) => b.closedAt.localeCompare(a.closedAt));
}

/** The shop's account of what it said and what was true. */
export async function accountOf(models: Models, now: Date): Promise<Account> {
  const lines = await outcomeLines(models, now);
  const said = lines.flatMap(({ outcome, truth }) =>
    outcome.said ? [{ probability: outcome.said.probability, truth }] : [],
  );
  const count = (truth: OutcomeLine["truth"]) => said.filter((one) => one.truth === truth).length;
  return {
    bands: calibrationOf(said),
    counts: { true: count("true"), false: count("false"), open: count("open") },
    unsaid: lines.length - said.length,
    items: lines.slice(0, LATEST),
  };
}
