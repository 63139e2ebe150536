import { raw } from "express";
import { fileName } from "#contract/fields";
import { FILE_TYPES, MOST_FILE_BYTES } from "#contract/files";
import { personOf } from "../doors/gate.ts";
import { Problem } from "../problem.ts";
import type { FileService } from "../services/files.ts";
import { idOf } from "./reading.ts";
import { IN_JOURNAL, READS, type Route } from "./route.ts";

const SHA256 = /^[0-9a-f]{64}$/u;

/** Files as they are, bytes in and out, by the SHA-256 of what they hold. HTTP only. */
export function fileRoutes(files: FileService): Route[] {
  return [
    {
      method: "put",
      path: "/jobs/:job/files/:name",
      may: "trainee",
      audit: IN_JOURNAL,
      // A little more than is kept, so that what is too large is refused with a sentence.
      body: raw({ type: FILE_TYPES, limit: MOST_FILE_BYTES * 1.5, inflate: false }),
      handle: async (request, response) => {
        const name = String(request.params["name"]);
        if (!SHA256.test(name))
          throw new Problem(422, "No such name", "A file is named by its SHA-256, 64 hexadecimal digits.");
        if (!Buffer.isBuffer(request.body))
          throw new Problem(
            415,
            "No such file",
            "Send a photo as image/jpeg, or a recording as application/gzip.",
          );
        const type = String(request.get("Content-Type")).split(";")[0]!.trim().toLowerCase();
        const { created } = await files.put(idOf(request, "job"), name, { bytes: request.body, type });
        response.status(created ? 201 : 200).json({ ok: true });
      },
    },
    {
      method: "get",
      path: "/jobs/:job/files/:name",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => {
        const name = String(request.params["name"]).toLowerCase();
        if (fileName.validate(name).error)
          throw new Problem(404, "No such file", "This job has no such file.");
        const { bytes, type } = await files.get(idOf(request, "job"), name);
        // Where people sign in nothing stays behind in a browser that the next one uses.
        const kept = personOf(response) ? "no-store" : "private, max-age=31536000, immutable";
        response.type(type).set("Cache-Control", kept).send(bytes);
      },
    },
  ];
}
