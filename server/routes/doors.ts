import { Router } from "express";
import { firstOwnerSchema, passPhraseSchema, signInSchema } from "#contract/doorSchemas";
import type { DoorService } from "../doors/doors.ts";
import { addressOf, giveKey, keyOf, personOf, takeKey } from "../doors/gate.ts";
import { Problem } from "../problem.ts";
import { idOf, validated } from "./reading.ts";

/** Signing in and out, pass-phrases, and who did what. HTTP only. */
export function doorRoutes(doors: DoorService): Router {
  const router = Router();
  router.get("/session", async (_request, response) => {
    response.json(await doors.view(personOf(response)));
  });
  router.post("/session", async (request, response) => {
    const { initials, passPhrase } = validated(signInSchema, request.body);
    const key = await doors.signIn(initials, passPhrase, addressOf(request));
    giveKey(request, response, key);
    response.json(await doors.view(await doors.who(key)));
  });
  router.post("/session/first", async (request, response) => {
    if (!doors.needed) throw new Problem(409, "Not needed", "Nobody signs in at this bench.");
    const key = await doors.firstOwner(validated(firstOwnerSchema, request.body), addressOf(request));
    giveKey(request, response, key);
    response.json(await doors.view(await doors.who(key)));
  });
  router.delete("/session", async (request, response) => {
    await doors.signOut(keyOf(request), personOf(response)?.initials ?? "", addressOf(request));
    takeKey(response);
    response.json(await doors.view(null));
  });
  router.put("/session/pass-phrase", async (request, response) => {
    const person = personOf(response);
    if (!person) throw new Problem(409, "Not needed", "Nobody signs in at this bench.");
    const { passPhrase } = validated(passPhraseSchema, request.body);
    await doors.givePhrase(person.id, passPhrase, person.initials, addressOf(request));
    response.json({ ok: true });
  });
  router.put("/technicians/:id/pass-phrase", async (request, response) => {
    const { passPhrase } = validated(passPhraseSchema, request.body);
    const who = personOf(response)?.initials ?? "this computer";
    await doors.givePhrase(idOf(request, "id"), passPhrase, who, addressOf(request));
    response.json({ ok: true });
  });
  router.get("/audit", async (_request, response) => {
    response.json(await doors.auditLines());
  });
  return router;
}
