import { Router } from "express";
import type { ObjectSchema } from "joi";
import { ENTRY_SCHEMAS, intakeSchema } from "#contract/jobSchemas";
import { ENTRY_PATHS, versionOfTag } from "#contract/routes";
import { readView } from "#contract/view";
import { ENTRY_KINDS, type Entry, type EntryBody } from "#core/record";
import { buildReport } from "#core/report";
import { Problem } from "../problem.ts";
import type { JobService } from "../services/jobs.ts";
import { reportPdf } from "../services/reportPdf.ts";
import { idOf, jobName, pageOf, sameId, textOf, validated } from "./reading.ts";

/** Jobs and their entries. HTTP only. */
export function jobRoutes(jobs: JobService): Router {
  const router = Router();
  router.get("/jobs", async (request, response) => {
    const stage = textOf(request, "stage");
    const q = textOf(request, "q");
    response.json(await jobs.list({ ...(stage && { stage }), ...(q && { q }), page: pageOf(request) }));
  });
  router.get("/jobs/:job", async (request, response) => {
    response.json(await jobs.view(idOf(request, "job")));
  });
  router.put("/jobs/:job", async (request, response) => {
    const intake = validated(intakeSchema, request.body);
    const { created, view } = await jobs.takeIn(idOf(request, "job"), intake);
    response.status(created ? 201 : 200).json(view);
  });
  for (const kind of ENTRY_KINDS)
    router.put(`/jobs/:job/${ENTRY_PATHS[kind]}/:id`, async (request, response) => {
      const body = validated(ENTRY_SCHEMAS[kind] as ObjectSchema<EntryBody>, request.body);
      sameId(request, "id", body.id);
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
      (view.closedAt ?? view.takenInAt).slice(0, 10),
    );
    response
      .attachment(`${jobName(view.number)}-report.pdf`)
      .type("application/pdf")
      .send(pdf);
  });
  return router;
}
