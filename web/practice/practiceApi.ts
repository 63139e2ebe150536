import type { CaseFile } from "#bench/caseFile";
import type { Attempt, Marks } from "#bench/marks";
import type { CaseLine, Progress } from "#contract/practice";
import type { Family } from "#core/record";
import { api } from "../app/api.ts";

/** What of an attempt is sent once it is over. */
interface SentAttempt extends Attempt {
  readonly id: string;
  readonly caseId: string;
  readonly by: string;
  readonly at: string;
}

const practice = api.enhanceEndpoints({ addTagTypes: ["Practice"] }).injectEndpoints({
  endpoints: (build) => ({
    cases: build.query<CaseLine[], void>({ query: () => "/practice/cases", providesTags: ["Practice"] }),
    case: build.query<CaseFile, string>({ query: (id) => `/practice/cases/${encodeURIComponent(id)}` }),
    progress: build.query<Progress, void>({
      query: () => "/practice/progress",
      providesTags: ["Practice"],
      keepUnusedDataFor: 0,
    }),
    keepAttempt: build.mutation<Marks, SentAttempt>({
      query: (attempt) => ({ url: `/practice/attempts/${attempt.id}`, method: "PUT", body: attempt }),
      invalidatesTags: ["Practice"],
    }),
    putCase: build.mutation<CaseFile, { readonly id: string; readonly file: unknown }>({
      query: ({ id, file }) => ({
        url: `/practice/cases/${encodeURIComponent(id)}`,
        method: "PUT",
        body: file as object,
      }),
      invalidatesTags: ["Practice"],
    }),
    dropCase: build.mutation<{ ok: boolean }, string>({
      query: (id) => ({ url: `/practice/cases/${encodeURIComponent(id)}`, method: "DELETE" }),
      invalidatesTags: ["Practice"],
    }),
    letAlone: build.mutation<unknown, { readonly id: string; readonly families: readonly Family[] }>({
      query: ({ id, families }) => ({
        url: `/technicians/${id}/alone`,
        method: "PUT",
        body: { families },
      }),
      invalidatesTags: ["Practice", "Technicians"],
    }),
  }),
});

export const {
  useCasesQuery,
  useCaseQuery,
  useProgressQuery,
  useKeepAttemptMutation,
  usePutCaseMutation,
  useDropCaseMutation,
  useLetAloneMutation,
} = practice;
