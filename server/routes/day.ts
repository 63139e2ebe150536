import { dayMoveSchema } from "#contract/responseSchemas";
import type { DayService } from "../services/day.ts";
import { idOf, sameId, textOf, validated } from "./reading.ts";
import { READS, type Route } from "./route.ts";

/** The day at the bench, and its order where a person gives another. HTTP only. */
export function dayRoutes(day: DayService): Route[] {
  return [
    {
      method: "get",
      path: "/day",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => void response.json(await day.day(textOf(request, "mine"))),
    },
    {
      method: "put",
      path: "/day/:job",
      may: "technician",
      audit: { line: "moved a job in the day" },
      handle: async (request) => {
        const move = validated(dayMoveSchema, request.body);
        sameId(request, "job", move.job);
        idOf(request, "job");
        await day.move(move);
        return { body: move };
      },
    },
  ];
}
