import { Router } from "express";
import { instrumentSchema } from "#contract/instrumentSchema";
import { technicianSchema } from "#contract/jobSchemas";
import type { PeopleService } from "../services/people.ts";
import { sameId, validated } from "./reading.ts";

/** Who works here, and with what. HTTP only. */
export function peopleRoutes(people: PeopleService): Router {
  const router = Router();
  router.get("/technicians", async (_request, response) => {
    response.json(await people.technicians());
  });
  router.put("/technicians/:id", async (request, response) => {
    const technician = validated(technicianSchema, request.body);
    sameId(request, "id", technician.id);
    await people.putTechnician(technician);
    response.json(technician);
  });
  router.get("/instruments", async (_request, response) => {
    response.json(await people.instruments());
  });
  router.put("/instruments/:id", async (request, response) => {
    const instrument = validated(instrumentSchema, request.body);
    sameId(request, "id", instrument.id);
    await people.putInstrument(instrument);
    response.json(instrument);
  });
  return router;
}
