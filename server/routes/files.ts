import { raw } from "express";
import { fileName } from "#contract/fields";
import { PHOTO_LIMITS } from "#contract/photos";
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
      body: raw({ type: PHOTO_LIMITS.type, limit: PHOTO_LIMITS.mostBytes * 2 }),
      handle: async (request, response) => {
        const name = String(request.params["name"]);
        if (!SHA256.test(name))
          throw new Problem(422, "No such name", "A file is named by its SHA-256, 64 hexadecimal digits.");
        if (!Buffer.isBuffer(request.body)) throw new Problem(415, "No photo", "Send a photo as image/jpeg.");
        const { created } = await files.put(idOf(request, "job"), name, request.body);
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
          throw new Problem(404, "No such photo", "This job has no such photo.");
        const { bytes, type } = await files.get(idOf(request, "job"), name);
        // Where people sign in nothing stays behind in a browser that the next one uses.
        const kept = personOf(response) ? "no-store" : "private, max-age=31536000, immutable";
        response.type(type).set("Cache-Control", kept).send(bytes);
      },
    },
  ];
}
