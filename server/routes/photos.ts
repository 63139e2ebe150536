import { raw, Router } from "express";
import { PHOTO_LIMITS } from "#contract/photos";
import { Problem } from "../problem.ts";
import type { PhotoService } from "../services/photos.ts";
import { idOf } from "./reading.ts";

/** Photos as they are, JPEG in and out. HTTP only. */
export function photoRoutes(photos: PhotoService): Router {
  const router = Router();
  // A little more than is kept, so that what is too large is refused with a sentence.
  const body = raw({ type: PHOTO_LIMITS.type, limit: PHOTO_LIMITS.mostBytes * 2 });
  router.put("/jobs/:job/photos/:id", body, async (request, response) => {
    if (!Buffer.isBuffer(request.body)) throw new Problem(415, "No photo", "Send a photo as image/jpeg.");
    const { created } = await photos.put(idOf(request, "job"), idOf(request, "id"), request.body);
    response.status(created ? 201 : 200).json({ ok: true });
  });
  router.get("/jobs/:job/photos/:id", async (request, response) => {
    const bytes = await photos.get(idOf(request, "job"), idOf(request, "id"));
    response.type(PHOTO_LIMITS.type).set("Cache-Control", "private, max-age=31536000, immutable").send(bytes);
  });
  return router;
}
