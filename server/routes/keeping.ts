import { createReadStream, statSync } from "node:fs";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import type { CopiesView } from "#contract/copies";
import { isCopyName } from "../keeping/backup.ts";
import type { CopyKeeper } from "../keeping/daily.ts";
import { exportShop } from "../keeping/exportShop.ts";
import { Problem } from "../problem.ts";
import type { Services } from "../services/index.ts";
import { READS, type Route } from "./route.ts";

/** Copies of the shop, and everything of it in open formats. HTTP only. */
export function keepingRoutes(services: Services, copies: CopyKeeper): Route[] {
  const view = (): CopiesView => ({
    of: copies.of,
    folder: copies.folder,
    keep: copies.keep,
    items: copies.list().map((name) => {
      const { size, mtime } = statSync(join(copies.folder, name));
      return { name, bytes: size, at: mtime.toISOString() };
    }),
    last: copies.last(),
  });
  return [
    {
      method: "get",
      path: "/copies",
      may: "owner",
      audit: READS,
      handle: (_request, response) => void response.json(view()),
    },
    {
      method: "post",
      path: "/copies",
      may: "owner",
      audit: { line: "made a copy of the shop" },
      handle: async () => {
        await copies.now();
        return { status: 201, body: view() };
      },
    },
    {
      method: "get",
      path: "/copies/:name",
      may: "owner",
      audit: { line: "took a copy of the shop out" },
      handle: (request, response) => {
        const name = String(request.params["name"]);
        if (!isCopyName(name) || !copies.list().includes(name))
          throw new Problem(404, "No such copy", "There is no copy of that name.");
        const path = join(copies.folder, name);
        response
          .attachment(name)
          .type("application/octet-stream")
          .set("Content-Length", String(statSync(path).size));
        return Promise.resolve({ send: () => pipeline(createReadStream(path), response) });
      },
    },
    {
      method: "get",
      path: "/export.zip",
      may: "owner",
      audit: { line: "took the whole shop out as an export" },
      handle: async (_request, response) => {
        response.attachment("green-fable-export.zip").type("application/zip");
        const stream = await exportShop(services);
        // What cannot be read ends this answer, cut short, and nothing else.
        return { send: () => pipeline(stream, response) };
      },
    },
  ];
}
