import { statSync } from "node:fs";
import { join, resolve } from "node:path";
import { Router } from "express";
import type { CopiesView } from "#contract/copies";
import { isCopyName } from "../keeping/backup.ts";
import type { CopyKeeper } from "../keeping/daily.ts";
import { exportShop } from "../keeping/exportShop.ts";
import { Problem } from "../problem.ts";
import type { Services } from "../services/index.ts";

/** Copies of the shop, and everything of it in open formats. HTTP only. */
export function keepingRoutes(services: Services, copies: CopyKeeper): Router {
  const router = Router();
  const view = (): CopiesView => ({
    folder: copies.folder,
    keep: copies.keep,
    items: copies.list().map((name) => {
      const { size, mtime } = statSync(join(copies.folder, name));
      return { name, bytes: size, at: mtime.toISOString() };
    }),
    last: copies.last(),
  });
  router.get("/copies", (_request, response) => {
    response.json(view());
  });
  router.post("/copies", async (_request, response) => {
    await copies.now();
    response.status(201).json(view());
  });
  router.get("/copies/:name", (request, response) => {
    const name = String(request.params["name"]);
    if (!isCopyName(name) || !copies.list().includes(name))
      throw new Problem(404, "No such copy", "There is no copy of that name.");
    response.attachment(name).sendFile(resolve(copies.folder, name));
  });
  router.get("/export.zip", async (_request, response, next) => {
    const stream = await exportShop(services);
    response.attachment("green-fable-export.zip").type("application/zip");
    stream.on("error", next);
    stream.pipe(response);
  });
  return router;
}
