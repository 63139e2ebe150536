import { BUNDLE_LIMITS, type BundleReader } from "../incoming/bundleFile.ts";
import type { CaptureReader } from "../incoming/captureFile.ts";
import { received } from "../incoming/receive.ts";
import { zipBundle } from "../bundleZip.ts";
import { personOf } from "../doors/gate.ts";
import { Problem } from "../problem.ts";
import type { BundleService } from "../services/bundles.ts";
import { idOf } from "./reading.ts";
import { READS, type Route } from "./route.ts";
import { jobName } from "#core/record";

/** Where uploads lie until they are read, and who reads them. */
export interface Incoming {
  readonly folder: string;
  readonly bundle: BundleReader;
  readonly capture: CaptureReader;
}

const TYPES = ["application/zip", "application/json", "application/octet-stream"];

/** Whole jobs out and in, as bytes. HTTP only. */
export function bundleRoutes(bundles: BundleService, { folder, bundle: read }: Incoming): Route[] {
  return [
    {
      method: "get",
      path: "/jobs/:job/bundle",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => {
        const bundle = await bundles.bundle(idOf(request, "job"));
        response
          .attachment(`${jobName(bundle.number)}.zip`)
          .type("application/zip")
          .send(await zipBundle(bundle));
      },
    },
    {
      method: "put",
      path: "/jobs/:job/import",
      may: "technician",
      audit: { line: "took a job in from a file" },
      // It is read as it comes, onto the disk.
      body: (_request, _response, next) => next(),
      handle: async (request, response) => {
        if (!request.is(TYPES))
          throw new Problem(415, "No bundle", "Send a bundle as application/zip, or an earlier one as JSON.");
        const id = idOf(request, "job");
        const by = personOf(response)?.initials ?? "";
        const { created, view } = await received(
          request,
          { folder, most: BUNDLE_LIMITS.mostBytes },
          async ({ path, sha256 }) => bundles.importJob(id, await read(path), { sha256, by }),
        );
        return { status: created ? 201 : 200, body: view };
      },
    },
  ];
}
