import type { CaseFile } from "#bench/caseFile";
import { aloneSchema } from "#contract/practiceSchema";
import { ownInitials, personOf } from "../doors/gate.ts";
import { attemptSchema } from "../practice/attemptSchema.ts";
import { caseSchema } from "../practice/caseSchema.ts";
import type { PracticeService } from "../services/practice.ts";
import { idOf, nameOf, sameId, validated } from "./reading.ts";
import { READS, type Route } from "./route.ts";

/** Practice: its cases, what people did with them, and who may work alone. HTTP only. */
export function practiceRoutes(practice: PracticeService): Route[] {
  return [
    {
      method: "get",
      path: "/practice/cases",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await practice.cases()),
    },
    {
      method: "get",
      path: "/practice/cases/:case",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => void response.json(await practice.caseOf(nameOf(request, "case"))),
    },
    {
      method: "put",
      path: "/practice/cases/:case",
      may: "technician",
      audit: { line: "changed a case to practise on" },
      handle: async (request) => {
        const file = validated<CaseFile>(caseSchema, request.body);
        sameId(request, "case", file.id);
        await practice.putCase(file);
        return { body: file };
      },
    },
    {
      method: "delete",
      path: "/practice/cases/:case",
      may: "technician",
      audit: { line: "took a case to practise on away" },
      handle: async (request) => {
        await practice.dropCase(nameOf(request, "case"));
        return { body: { ok: true } };
      },
    },
    {
      method: "put",
      path: "/practice/attempts/:id",
      may: "trainee",
      audit: { line: "practised" },
      handle: async (request, response) => {
        const attempt = validated(attemptSchema, request.body);
        sameId(request, "id", attempt.id);
        ownInitials(personOf(response), attempt.by);
        return { body: await practice.keep(attempt) };
      },
    },
    {
      method: "get",
      path: "/practice/progress",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await practice.progress(personOf(response))),
    },
    {
      method: "put",
      path: "/technicians/:id/alone",
      may: "owner",
      audit: { line: "changed who works alone" },
      handle: async (request) => {
        const { families } = validated(aloneSchema, request.body);
        await practice.letAlone(idOf(request, "id"), families);
        return { body: { families } };
      },
    },
  ];
}
