import type { ObjectSchema } from "joi";
import type { JobFilter } from "#contract/jobs";
import { TRAINEE_ENTRIES } from "#contract/doors";
import { ENTRY_SCHEMAS, intakeSchema } from "#contract/jobSchemas";
import { ENTRY_PATHS, versionOfTag } from "#contract/routes";
import { elsewhereWords } from "#contract/elsewhere";
import { readView } from "#contract/view";
import { jobName, ENTRY_KINDS, type Entry, type EntryBody, type EntryKind } from "#core/record";
import { buildReport, dayWords } from "#core/report";
import type { DoorService } from "../doors/doors.ts";
import { atThisMotor, ownInitials, personOf, placeOf } from "../doors/gate.ts";
import { Problem } from "../problem.ts";
import type { JobService } from "../services/jobs.ts";
import { labelPdf } from "../services/labelPdf.ts";
import { reportPdf } from "../services/reportPdf.ts";
import { idOf, pageOf, sameId, sizeOf, textOf, validated } from "./reading.ts";
import { IN_JOURNAL, READS, type Route } from "./route.ts";

const FILTERS = ["stage", "q", "owner", "mine", "dueBefore"] as const satisfies (keyof JobFilter)[];

/** One kind of entry, appended to a job's journal. */
function entryRoute(jobs: JobService, doors: DoorService, kind: EntryKind): Route {
  const may = TRAINEE_ENTRIES.includes(kind) ? "trainee" : "technician";
  return {
    method: "put",
    path: `/jobs/:job/${ENTRY_PATHS[kind]}/:id`,
    may,
    orAlone: true,
    audit: IN_JOURNAL,
    handle: async (request, response) => {
      const body = validated(ENTRY_SCHEMAS[kind] as ObjectSchema<EntryBody>, request.body);
      sameId(request, "id", body.id);
      const person = personOf(response);
      ownInitials(person, body.by);
      const version = versionOfTag(request.get("If-Match"));
      if (version === null)
        throw new Problem(
          428,
          "Version missing",
          "Say with If-Match which version of the job this is based on.",
        );
      const entry = { kind, body } as Entry;
      const job = idOf(request, "job");
      const writer = await atThisMotor(doors, request, person, may, () => jobs.familyOf(job));
      const { created, receipt } = await jobs.append(job, entry, version, writer);
      response.status(created ? 201 : 200).json(receipt);
    },
  };
}

/** Jobs and their entries. HTTP only. */
export function jobRoutes(jobs: JobService, doors: DoorService): Route[] {
  return [
    {
      method: "get",
      path: "/jobs",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => {
        const filter = Object.fromEntries(
          FILTERS.flatMap((name) => {
            const value = textOf(request, name);
            return value === undefined ? [] : [[name, value]];
          }),
        );
        response.json(await jobs.list(filter, pageOf(request), sizeOf(request)));
      },
    },
    {
      method: "get",
      path: "/aside",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await jobs.aside()),
    },
    {
      method: "get",
      path: "/jobs/:job",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => void response.json(await jobs.view(idOf(request, "job"))),
    },
    {
      method: "put",
      path: "/jobs/:job",
      may: "trainee",
      audit: IN_JOURNAL,
      handle: async (request, response) => {
        const intake = validated(intakeSchema, request.body);
        ownInitials(personOf(response), intake.by);
        const { created, view } = await jobs.takeIn(idOf(request, "job"), intake);
        response.status(created ? 201 : 200).json(view);
      },
    },
    ...ENTRY_KINDS.map((kind) => entryRoute(jobs, doors, kind)),
    {
      method: "get",
      path: "/jobs/:job/report.pdf",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => {
        const view = await jobs.view(idOf(request, "job"));
        const { record } = readView(view);
        const closed = view.closedAt === null ? null : view.closing;
        const pdf = await reportPdf(
          closed?.report ?? buildReport(record, view),
          dayWords(view.closedAt ?? view.takenInAt, (closed?.record ?? record).limits?.timeZone),
          view.elsewhere && elsewhereWords(view.elsewhere, record.limits?.timeZone),
        );
        response
          .attachment(`${jobName(view.number)}-report.pdf`)
          .type("application/pdf")
          .send(pdf);
      },
    },
    {
      method: "get",
      path: "/jobs/:job/label.pdf",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => {
        const view = await jobs.view(idOf(request, "job"));
        const { motor, limits } = readView(view).record;
        const address = `${request.protocol}://${request.get("host") ?? ""}${placeOf(request)}/jobs/${view.id}`;
        const pdf = await labelPdf(
          jobName(view.number),
          motor,
          address,
          dayWords(view.takenInAt, limits?.timeZone),
        );
        response
          .attachment(`${jobName(view.number)}-label.pdf`)
          .type("application/pdf")
          .send(pdf);
      },
    },
  ];
}
