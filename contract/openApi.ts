import type { Schema } from "joi";
import { ENTRY_KINDS } from "./jobs.ts";
import { ENTRY_SCHEMAS, intakeSchema, technicianSchema } from "./jobSchemas.ts";
import { API, ENTRY_PATHS } from "./routes.ts";
import { limitsSchema } from "./limitsSchema.ts";
import { bundleSchema, instrumentSchema } from "./schemas.ts";
import { modelSchema } from "./shopSchemas.ts";

/** JSON Schema of a Joi schema, from Joi itself: what validates is what is described. */
export function jsonSchemaOf(schema: Schema): Record<string, unknown> {
  return schema["~standard"].jsonSchema.input({ target: "draft-2020-12" });
}

const problem = {
  description: "Refused; problem+json names the field and says why",
  content: { "application/problem+json": {} },
};

function put(summary: string, schema: Schema, parameters: readonly string[], versioned: boolean) {
  const header = {
    name: "If-Match",
    in: "header",
    required: true,
    schema: { type: "string" },
    description: "version seen",
  };
  return {
    put: {
      summary,
      parameters: [
        ...parameters.map((name) => ({
          name,
          in: "path",
          required: true,
          schema: { type: "string", format: "uuid" },
        })),
        ...(versioned ? [header] : []),
      ],
      requestBody: { required: true, content: { "application/json": { schema: jsonSchemaOf(schema) } } },
      responses: {
        200: { description: "Was there already; nothing changed" },
        201: { description: "On disk" },
        409: problem,
        412: problem,
        422: problem,
      },
    },
  };
}

const get = (summary: string) => ({
  get: { summary, responses: { 200: { description: "OK" }, 404: problem } },
});

/** The whole API as OpenAPI 3.1. */
export function openApi(): Record<string, unknown> {
  const entries = ENTRY_KINDS.map((kind) => [
    `${API}/jobs/{job}/${ENTRY_PATHS[kind]}/{id}`,
    put(`Append a ${kind} to a job`, ENTRY_SCHEMAS[kind], ["job", "id"], true),
  ]);
  return {
    openapi: "3.1.0",
    info: { title: "Green Fable", version: "1" },
    paths: {
      [`${API}/health`]: get("Whether the server and its file answer"),
      [`${API}/jobs`]: get("Jobs, newest first; stage, q, page"),
      [`${API}/jobs/{job}`]: {
        ...get("One job, whole"),
        ...put("Take a motor in", intakeSchema, ["job"], false),
      },
      ...Object.fromEntries(entries),
      [`${API}/jobs/{job}/bundle`]: get("The job as a bundle"),
      [`${API}/jobs/{job}/report.pdf`]: get("The report for the customer, as PDF"),
      [`${API}/jobs/{job}/import`]: put("Make a job of a bundle", bundleSchema, ["job"], false),
      [`${API}/technicians`]: get("Who works at this bench"),
      [`${API}/technicians/{id}`]: put("Put a person on the list", technicianSchema, ["id"], false),
      [`${API}/models`]: get("Motor models with their expected values"),
      [`${API}/models/{id}`]: put("Put a model on the list", modelSchema, ["id"], false),
      [`${API}/units`]: get("Motors by serial with their visits; q, model, page"),
      [`${API}/limits`]: {
        ...get("The shop's own limits and schools"),
        ...put("Set them; open jobs are judged anew", limitsSchema, [], false),
      },
      [`${API}/instruments`]: get("The shop's instruments"),
      [`${API}/instruments/{id}`]: put("Put an instrument on the list", instrumentSchema, ["id"], false),
    },
  };
}
