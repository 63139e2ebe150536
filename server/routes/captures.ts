import { CAPTURE_LIMITS, SENT_TYPES } from "#contract/captures";
import { captureQuerySchema, optionsOf } from "#contract/captureQuery";
import { problemsOf } from "#contract/problems";
import { received } from "../incoming/receive.ts";
import { Problem } from "../problem.ts";
import type { Incoming } from "./bundles.ts";
import { READS, type Route } from "./route.ts";

/** Recordings that are read and not kept: bytes in, the answer of `npm run capture` out. HTTP only. */
export function captureRoutes({ folder, capture }: Pick<Incoming, "folder" | "capture">): Route[] {
  return [
    {
      method: "post",
      path: "/captures",
      may: "trainee",
      audit: READS,
      // It is read as it comes, onto the disk.
      body: (_request, _response, next) => next(),
      handle: async (request, response) => {
        if (!request.is([...SENT_TYPES]))
          throw new Problem(415, "No recording", `Send a recording as ${SENT_TYPES.join(", ")}.`);
        const { error, value } = captureQuerySchema.validate(request.query, { abortEarly: false });
        if (error) {
          const fields = problemsOf(error);
          throw new Problem(422, "Not accepted", fields[0]?.sentence ?? "The address was not accepted.", {
            fields,
          });
        }
        const limit = { folder, most: CAPTURE_LIMITS.mostSent };
        response.json(await received(request, limit, ({ path }) => capture(path, optionsOf(value))));
      },
    },
  ];
}
