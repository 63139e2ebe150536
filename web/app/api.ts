import { createApi, fetchBaseQuery } from "@reduxjs/toolkit/query/react";
import type { JobList, JobView, Technician } from "#contract/jobs";
import { API } from "#contract/routes";
import type { Account, MotorModel, Unit } from "#contract/shop";
import type { Found } from "#core/outcomes";
import type { Instrument } from "#core/quantity";
import type { Intake, ShopLimits } from "#core/record";

export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: API }),
  tagTypes: ["Jobs", "Job", "Technicians", "Models", "Limits", "Instruments"],
  endpoints: (build) => ({
    jobs: build.query<JobList, string>({
      query: (q) => ({ url: "/jobs", params: q ? { q } : {} }),
      providesTags: ["Jobs"],
      keepUnusedDataFor: 0,
    }),
    job: build.query<JobView, string>({ query: (id) => `/jobs/${id}`, providesTags: ["Job"] }),
    takeIn: build.mutation<JobView, { id: string; intake: Intake }>({
      query: ({ id, intake }) => ({ url: `/jobs/${id}`, method: "PUT", body: intake }),
      invalidatesTags: ["Jobs"],
    }),
    importJob: build.mutation<JobView, { id: string; file: File }>({
      query: ({ id, file }) => ({
        url: `/jobs/${id}/import`,
        method: "PUT",
        body: file,
        headers: { "Content-Type": "application/octet-stream" },
      }),
      invalidatesTags: ["Jobs"],
    }),
    models: build.query<MotorModel[], void>({ query: () => "/models", providesTags: ["Models"] }),
    putModel: build.mutation<MotorModel, MotorModel>({
      query: (model) => ({ url: `/models/${model.id}`, method: "PUT", body: model }),
      invalidatesTags: ["Models"],
    }),
    units: build.query<
      { items: Unit[]; total: number; pageSize: number },
      { q?: string; model?: string; page?: number }
    >({ query: (params) => ({ url: "/units", params }), providesTags: ["Jobs"], keepUnusedDataFor: 0 }),
    account: build.query<Account, void>({
      query: () => "/account",
      providesTags: ["Jobs"],
      keepUnusedDataFor: 0,
    }),
    found: build.query<Found, { model?: string; family?: string }>({
      query: (params) => ({ url: "/found", params }),
      providesTags: ["Jobs"],
    }),
    limits: build.query<ShopLimits, void>({ query: () => "/limits", providesTags: ["Limits"] }),
    putLimits: build.mutation<ShopLimits, ShopLimits>({
      query: (limits) => ({ url: "/limits", method: "PUT", body: limits }),
      invalidatesTags: ["Limits", "Jobs", "Job"],
    }),
    instruments: build.query<Instrument[], void>({
      query: () => "/instruments",
      providesTags: ["Instruments"],
    }),
    putInstrument: build.mutation<Instrument, Instrument>({
      query: (instrument) => ({ url: `/instruments/${instrument.id}`, method: "PUT", body: instrument }),
      invalidatesTags: ["Instruments", "Job"],
    }),
    technicians: build.query<Technician[], void>({
      query: () => "/technicians",
      providesTags: ["Technicians"],
    }),
    putTechnician: build.mutation<Technician, Technician>({
      query: (technician) => ({ url: `/technicians/${technician.id}`, method: "PUT", body: technician }),
      invalidatesTags: ["Technicians"],
    }),
  }),
});

export const {
  useJobsQuery,
  useJobQuery,
  useTakeInMutation,
  useImportJobMutation,
  useModelsQuery,
  usePutModelMutation,
  useUnitsQuery,
  useAccountQuery,
  useFoundQuery,
  useLimitsQuery,
  usePutLimitsMutation,
  useInstrumentsQuery,
  usePutInstrumentMutation,
  useTechniciansQuery,
  usePutTechnicianMutation,
} = api;

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
  return "The server does not answer. Nothing of what you see is lost; try again in a moment.";
}
