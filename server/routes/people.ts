import { instrumentSchema } from "#contract/instrumentSchema";
import { technicianSchema } from "#contract/jobSchemas";
import type { PeopleService } from "../services/people.ts";
import { sameId, validated } from "./reading.ts";
import { READS, type Route } from "./route.ts";

/** Who works here, and with what. HTTP only. */
export function peopleRoutes(people: PeopleService): Route[] {
  return [
    {
      method: "get",
      path: "/technicians",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await people.technicians()),
    },
    {
      method: "put",
      path: "/technicians/:id",
      may: "owner",
      audit: { line: "changed the list of people" },
      handle: async (request) => {
        const technician = validated(technicianSchema, request.body);
        sameId(request, "id", technician.id);
        await people.putTechnician(technician);
        return { body: technician };
      },
    },
    {
      method: "get",
      path: "/instruments",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await people.instruments()),
    },
    {
      method: "put",
      path: "/instruments/:id",
      may: "technician",
      audit: { line: "changed an instrument" },
      handle: async (request) => {
        const instrument = validated(instrumentSchema, request.body);
        sameId(request, "id", instrument.id);
        await people.putInstrument(instrument);
        return { body: instrument };
      },
    },
  ];
}
