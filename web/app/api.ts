import { createApi, fetchBaseQuery } from "@reduxjs/toolkit/query/react";
import type { EntryKind, Intake, JobLine, JobView } from "#contract/jobs";
import { API, ENTRY_PATHS, versionTag } from "#contract/routes";

export interface NewEntry {
  readonly job: string;
  readonly version: number;
  readonly kind: EntryKind;
  readonly body: { readonly id: string };
}

export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: API }),
  tagTypes: ["Jobs", "Job"],
  endpoints: (build) => ({
    jobs: build.query<{ items: JobLine[]; total: number }, string>({
      query: (q) => ({ url: "/jobs", params: q ? { q } : {} }),
      providesTags: ["Jobs"],
      keepUnusedDataFor: 0,
    }),
    job: build.query<JobView, string>({ query: (id) => `/jobs/${id}`, providesTags: ["Job"] }),
    takeIn: build.mutation<JobView, { id: string; intake: Intake }>({
      query: ({ id, intake }) => ({ url: `/jobs/${id}`, method: "PUT", body: intake }),
      invalidatesTags: ["Jobs"],
    }),
    append: build.mutation<JobView, NewEntry>({
      query: ({ job, version, kind, body }) => ({
        url: `/jobs/${job}/${ENTRY_PATHS[kind]}/${body.id}`,
        method: "PUT",
        headers: { "If-Match": versionTag(version) },
        body,
      }),
      // A refusal for a stale version fetches the job anew, so that the next Enter writes onto what is there.
      invalidatesTags: (_view, refused) => (refused ? ["Jobs", "Job"] : ["Jobs"]),
      async onQueryStarted({ job }, { dispatch, queryFulfilled }) {
        const { data } = await queryFulfilled.catch(() => ({ data: null }));
        if (data) dispatch(api.util.upsertQueryData("job", job, data));
      },
    }),
  }),
});

export const { useJobsQuery, useJobQuery, useAppendMutation, useTakeInMutation } = api;

/** The sentence of a refusal, or one of our own where the server did not answer. */
export function sentenceOf(error: unknown): string {
  if (typeof error === "object" && error !== null && "data" in error) {
    const { data } = error;
    if (typeof data === "object" && data !== null && "detail" in data) {
      const changes = "changes" in data && Array.isArray(data.changes) ? data.changes : [];
      const what = changes
        .map((change: { what: string; by: string }) => `${change.by} wrote ${change.what}`)
        .join("; ");
      return `${String(data.detail)}${what ? ` Meanwhile: ${what}.` : ""}`;
    }
  }
  return "The server did not answer. Nothing was saved; your reading is still in the field.";
}
