import { Router } from "express";
import { readBundle, toBundle } from "#contract/bundle";
import { ENTRY_KINDS, type Intake, type Technician } from "#contract/jobs";
import { ENTRY_SCHEMAS, intakeSchema, technicianSchema } from "#contract/jobSchemas";
import { openApi } from "#contract/openApi";
import { ENTRY_PATHS, versionOfTag } from "#contract/routes";
import { instrumentSchema } from "#contract/schemas";
import type { Instrument } from "#core/quantity";
import { buildReport } from "#core/report";
import { Problem } from "../problem.ts";
import type { JobService } from "../services/jobs.ts";
import { reportPdf } from "../services/reportPdf.ts";
import type { PhotoService } from "../services/photos.ts";
import type { ShopService } from "../services/shop.ts";
import { photoRoutes } from "./photos.ts";
import { idOf, pageOf, validated } from "./reading.ts";
import { shopRoutes } from "./shop.ts";

const jobName = (number: number) => `J-${String(number).padStart(4, "0")}`;

/** HTTP only: reads, checks the form, calls the service, answers. */
export function routes(jobs: JobService, shop: ShopService, photos: PhotoService): Router {
  const router = Router();
  router.use(shopRoutes(shop));
  router.use(photoRoutes(photos));
  router.get("/health", async (_request, response) => {
    await jobs.instruments();
    response.json({ ok: true });
  });
  router.get("/openapi.json", (_request, response) => {
    response.json(openApi());
  });
  router.get("/jobs", async (request, response) => {
    const { stage, q } = request.query;
    response.json(
      await jobs.list({
        ...(typeof stage === "string" ? { stage } : {}),
        ...(typeof q === "string" ? { q: q.slice(0, 100) } : {}),
        page: pageOf(request),
      }),
    );
  });
  router.get("/jobs/:job", async (request, response) => {
    response.json(await jobs.view(idOf(request, "job")));
  });
  router.put("/jobs/:job", async (request, response) => {
    const intake = validated<Intake>(intakeSchema, request.body);
    const { created, view } = await jobs.takeIn(idOf(request, "job"), intake);
    response.status(created ? 201 : 200).json(view);
  });
  for (const kind of ENTRY_KINDS)
    router.put(`/jobs/:job/${ENTRY_PATHS[kind]}/:id`, async (request, response) => {
      const body = validated<{ id: string; by: string }>(ENTRY_SCHEMAS[kind], request.body);
      if (body.id !== idOf(request, "id"))
        throw new Problem(422, "Ids differ", "The id in the body is not the one in the address.");
      const version = versionOfTag(request.get("If-Match"));
      if (version === null)
        throw new Problem(
          428,
          "Version missing",
          "Say with If-Match which version of the job this is based on.",
        );
      const { created, receipt } = await jobs.append(idOf(request, "job"), kind, body, version);
      response.status(created ? 201 : 200).json(receipt);
    });
  router.get("/jobs/:job/bundle", async (request, response) => {
    const { number, record } = await jobs.view(idOf(request, "job"));
    response.attachment(`${jobName(number)}.json`).json(toBundle(record));
  });
  router.get("/jobs/:job/report.pdf", async (request, response) => {
    const { record, ...head } = await jobs.view(idOf(request, "job"));
    const pdf = await reportPdf(buildReport(record, head));
    response
      .attachment(`${jobName(head.number)}-report.pdf`)
      .type("application/pdf")
      .send(pdf);
  });
  router.put("/jobs/:job/import", async (request, response) => {
    const result = readBundle(JSON.stringify(request.body ?? null));
    if (result.kind === "refused")
      throw new Problem(422, "Bundle refused", result.problems[0]?.sentence ?? "The bundle was refused.", {
        fields: result.problems,
      });
    const { created, view } = await jobs.importJob(idOf(request, "job"), result.bundle.job);
    response.status(created ? 201 : 200).json(view);
  });
  router.get("/technicians", async (_request, response) => {
    response.json(await jobs.technicians());
  });
  router.put("/technicians/:id", async (request, response) => {
    const technician = validated<Technician>(technicianSchema, request.body);
    if (technician.id !== idOf(request, "id"))
      throw new Problem(422, "Ids differ", "The id in the body is not the one in the address.");
    await jobs.putTechnician(technician);
    response.json(technician);
  });
  router.get("/instruments", async (_request, response) => {
    response.json(await jobs.instruments());
  });
  router.put("/instruments/:id", async (request, response) => {
    const instrument = validated<Instrument>(instrumentSchema, request.body);
    if (instrument.id !== request.params.id)
      throw new Problem(422, "Ids differ", "The id in the body is not the one in the address.");
    await jobs.putInstrument(instrument);
    response.json(instrument);
  });
  router.use(() => {
    throw new Problem(404, "No such address", "The API has nothing at this address.");
  });
  return router;
}
