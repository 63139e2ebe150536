import { raw, Router } from "express";
import { BUNDLE_LIMITS, readBundleFile, zipBundle } from "../bundleZip.ts";
import { Problem } from "../problem.ts";
import type { BundleService } from "../services/bundles.ts";
import { idOf } from "./reading.ts";
import { jobName } from "#core/record";

/** Whole jobs out and in, as bytes. HTTP only. */
export function bundleRoutes(bundles: BundleService): Router {
  const router = Router();
  router.get("/jobs/:job/bundle", async (request, response) => {
    const bundle = await bundles.bundle(idOf(request, "job"));
    response
      .attachment(`${jobName(bundle.number)}.zip`)
      .type("application/zip")
      .send(await zipBundle(bundle));
  });
  const body = raw({
    type: ["application/zip", "application/json", "application/octet-stream"],
    limit: BUNDLE_LIMITS.mostBytes,
  });
  router.put("/jobs/:job/import", body, async (request, response) => {
    if (!Buffer.isBuffer(request.body))
      throw new Problem(415, "No bundle", "Send a bundle as application/zip, or an earlier one as JSON.");
    const { created, view } = await bundles.importJob(
      idOf(request, "job"),
      await readBundleFile(request.body),
    );
    response.status(created ? 201 : 200).json(view);
  });
  return router;
}
