import { Router } from "express";
import type { ObjectSchema } from "joi";
import type { JobFilter } from "#contract/jobs";
import { ENTRY_SCHEMAS, intakeSchema } from "#contract/jobSchemas";
import { ENTRY_PATHS, versionOfTag } from "#contract/routes";
import { readView } from "#contract/view";
import { jobName, ENTRY_KINDS, type Entry, type EntryBody } from "#core/record";
import { buildReport, dayWords } from "#core/report";
import { ownInitials, personOf } from "../doors/gate.ts";
import { Problem } from "../problem.ts";
import type { JobService } from "../services/jobs.ts";
import { labelPdf } from "../services/labelPdf.ts";
import { reportPdf } from "../services/reportPdf.ts";
import { idOf, pageOf, sameId, sizeOf, textOf, validated } from "./reading.ts";

const FILTERS = ["stage", "q", "owner", "mine", "dueBefore"] as const satisfies (keyof JobFilter)[];

/** Jobs and their entries. HTTP only. */
export function jobRoutes(jobs: JobService): Router {
  const router = Router();
  router.get("/jobs", async (request, response) => {
    const filter = Object.fromEntries(
      FILTERS.flatMap((name) => {
        const value = textOf(request, name);
        return value === undefined ? [] : [[name, value]];
      }),
    );
    response.json(await jobs.list(filter, pageOf(request), sizeOf(request)));
  });
  router.get("/aside", async (_request, response) => {
    response.json(await jobs.aside());
  });
  router.get("/jobs/:job", async (request, response) => {
    response.json(await jobs.view(idOf(request, "job")));
  });
  router.put("/jobs/:job", async (request, response) => {
    const intake = validated(intakeSchema, request.body);
    ownInitials(personOf(response), intake.by);
    const { created, view } = await jobs.takeIn(idOf(request, "job"), intake);
    response.status(created ? 201 : 200).json(view);
  });
  for (const kind of ENTRY_KINDS)
    router.put(`/jobs/:job/${ENTRY_PATHS[kind]}/:id`, async (request, response) => {
      const body = validated(ENTRY_SCHEMAS[kind] as ObjectSchema<EntryBody>, request.body);
      sameId(request, "id", body.id);
      ownInitials(personOf(response), body.by);
      const version = versionOfTag(request.get("If-Match"));
      if (version === null)
        throw new Problem(
          428,
          "Version missing",
          "Say with If-Match which version of the job this is based on.",
        );
      const { created, receipt } = await jobs.append(idOf(request, "job"), { kind, body } as Entry, version);
      response.status(created ? 201 : 200).json(receipt);
    });
  router.get("/jobs/:job/report.pdf", async (request, response) => {
    const view = await jobs.view(idOf(request, "job"));
    const { record } = readView(view);
    const closed = view.closedAt === null ? null : view.closing;
    const pdf = await reportPdf(
      closed?.report ?? buildReport(record, view),
      dayWords(view.closedAt ?? view.takenInAt),
    );
    response
      .attachment(`${jobName(view.number)}-report.pdf`)
      .type("application/pdf")
      .send(pdf);
  });
  router.get("/jobs/:job/label.pdf", async (request, response) => {
    const view = await jobs.view(idOf(request, "job"));
    const { motor } = readView(view).record;
    const address = `${request.protocol}://${request.get("host") ?? ""}/jobs/${view.id}`;
    const pdf = await labelPdf(jobName(view.number), motor, address, dayWords(view.takenInAt));
    response
      .attachment(`${jobName(view.number)}-label.pdf`)
      .type("application/pdf")
      .send(pdf);
  });
  return router;
}
