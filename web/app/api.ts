import { createApi, fetchBaseQuery } from "@reduxjs/toolkit/query/react";
import type { BenchAside, Day, DayMove, JobFilter, JobList, JobView, Technician } from "#contract/jobs";
import type { ChainView, NewShop } from "#contract/chain";
import type { CopiesView } from "#contract/copies";
import type { Feed, FeedKey, FeedView } from "#contract/feed";
import { TOKEN_HEADER, type AuditPage, type SessionView } from "#contract/doors";
import { OUR_API } from "./place.ts";
import type { Account, ListedModel, MotorModel, Periods, Unit } from "#contract/shop";
import type { Found } from "#core/outcomes";
import type { Instrument } from "#core/quantity";
import { showClockOf } from "../ui/dates.ts";
import { NO_ZONE, type Intake, type ShopLimits } from "#core/record";

const EVERYTHING = [
  "Session",
  "Copies",
  "Jobs",
  "Outcomes",
  "Job",
  "Technicians",
  "Models",
  "Limits",
  "Instruments",
  "Chain",
] as const;

/** The token of the session, sent with every change; null where nobody signs in. */
let token: string | null = null;
export const tokenHeaders = (): Readonly<Record<string, string>> => (token ? { [TOKEN_HEADER]: token } : {});

const plainQuery = fetchBaseQuery({
  baseUrl: OUR_API,
  prepareHeaders: (headers) => {
    for (const [name, value] of Object.entries(tokenHeaders())) headers.set(name, value);
  },
});

export const api = createApi({
  baseQuery: async (args, parts, extra) => {
    const answer = await plainQuery(args, parts, extra);
    // Signed out meanwhile, at another place or by time: the page asks who is here.
    if (answer.error?.status === 401 && parts.endpoint !== "signIn")
      parts.dispatch(api.util.invalidateTags(["Session"]));
    return answer;
  },
  tagTypes: EVERYTHING,
  endpoints: (build) => ({
    jobs: build.query<JobList, JobFilter & { readonly size?: number }>({
      query: (params) => ({ url: "/jobs", params }),
      providesTags: ["Jobs"],
      keepUnusedDataFor: 0,
    }),
    aside: build.query<BenchAside, void>({
      query: () => "/aside",
      providesTags: ["Jobs"],
      keepUnusedDataFor: 0,
    }),
    day: build.query<Day, { readonly mine?: string }>({
      // The address that the browser asked ahead, to the letter: with a bare "?" it would be asked for twice.
      query: ({ mine }) => (mine ? { url: "/day", params: { mine } } : "/day"),
      providesTags: ["Jobs"],
      keepUnusedDataFor: 0,
    }),
    moveInDay: build.mutation<DayMove, DayMove>({
      query: (body) => ({ url: `/day/${body.job}`, method: "PUT", body }),
      invalidatesTags: ["Jobs"],
    }),
    job: build.query<JobView, string>({ query: (id) => `/jobs/${id}`, providesTags: ["Job"] }),
    takeIn: build.mutation<JobView, { id: string; intake: Intake }>({
      query: ({ id, intake }) => ({ url: `/jobs/${id}`, method: "PUT", body: intake }),
      invalidatesTags: ["Jobs", "Outcomes"],
    }),
    importJob: build.mutation<JobView, { id: string; file: File }>({
      query: ({ id, file }) => ({
        url: `/jobs/${id}/import`,
        method: "PUT",
        body: file,
        headers: { "Content-Type": "application/octet-stream" },
      }),
      invalidatesTags: ["Jobs", "Outcomes"],
    }),
    session: build.query<SessionView, void>({
      query: () => "/session",
      providesTags: ["Session"],
      transformResponse: (session: SessionView) => {
        ({ token } = session);
        // Kept by a device of an earlier version it has none.
        showClockOf(session.timeZone ?? NO_ZONE);
        return session;
      },
    }),
    signIn: build.mutation<SessionView, { initials: string; passPhrase: string }>({
      query: (body) => ({ url: "/session", method: "POST", body }),
      invalidatesTags: (_result, error) => (error ? [] : EVERYTHING),
    }),
    firstOwner: build.mutation<
      SessionView,
      { code: string; initials: string; name: string; passPhrase: string }
    >({
      query: (body) => ({ url: "/session/first", method: "POST", body }),
      invalidatesTags: (_result, error) => (error ? [] : EVERYTHING),
    }),
    signOut: build.mutation<SessionView, void>({
      query: () => ({ url: "/session", method: "DELETE" }),
      invalidatesTags: ["Session"],
    }),
    givePassPhrase: build.mutation<{ ok: boolean }, { id: string; passPhrase: string }>({
      query: ({ id, passPhrase }) => ({
        url: `/technicians/${id}/pass-phrase`,
        method: "PUT",
        body: { passPhrase },
      }),
    }),
    changePassPhrase: build.mutation<{ ok: boolean }, { old: string; passPhrase: string }>({
      query: (body) => ({ url: "/session/pass-phrase", method: "PUT", body }),
      invalidatesTags: (_result, error) => (error ? [] : ["Session"]),
    }),
    audit: build.query<AuditPage, { page: number; size: number }>({
      query: (params) => ({ url: "/audit", params }),
      keepUnusedDataFor: 0,
    }),
    copies: build.query<CopiesView, void>({
      query: () => "/copies",
      providesTags: ["Copies"],
      keepUnusedDataFor: 0,
    }),
    makeCopy: build.mutation<CopiesView, void>({
      query: () => ({ url: "/copies", method: "POST" }),
      invalidatesTags: ["Copies"],
    }),
    health: build.query<{ ok: boolean; demo: boolean }, void>({ query: () => "/health" }),
    models: build.query<ListedModel[], void>({ query: () => "/models", providesTags: ["Models"] }),
    putModel: build.mutation<MotorModel, MotorModel>({
      query: (model) => ({ url: `/models/${model.id}`, method: "PUT", body: model }),
      invalidatesTags: ["Models", "Chain"],
    }),
    chain: build.query<ChainView, void>({ query: () => "/chain", providesTags: ["Chain"] }),
    takeShopIn: build.mutation<ChainView, { readonly id: string; readonly shop: NewShop }>({
      query: ({ id, shop }) => ({ url: `/shops/${encodeURIComponent(id)}`, method: "PUT", body: shop }),
      invalidatesTags: ["Chain"],
    }),
    nameShop: build.mutation<ChainView, { readonly id: string; readonly title: string }>({
      query: ({ id, title }) => ({ url: `/shops/${id}/title`, method: "PUT", body: { title } }),
      invalidatesTags: ["Chain"],
    }),
    shareModel: build.mutation<ChainView, { readonly id: string; readonly shop: string }>({
      query: ({ id, shop }) => ({ url: `/models/${id}/of/${shop}`, method: "PUT" }),
      invalidatesTags: ["Chain", "Models"],
    }),
    units: build.query<
      { items: Unit[]; total: number; pageSize: number },
      { q?: string; model?: string; page?: number }
    >({ query: (params) => ({ url: "/units", params }), providesTags: ["Jobs"], keepUnusedDataFor: 0 }),
    account: build.query<Account, void>({
      query: () => "/account",
      providesTags: ["Outcomes"],
      keepUnusedDataFor: 0,
    }),
    periods: build.query<Periods, void>({
      query: () => "/periods",
      providesTags: ["Outcomes"],
      keepUnusedDataFor: 0,
    }),
    found: build.query<Found, { model?: string; family?: string }>({
      query: (params) => ({ url: "/found", params }),
      providesTags: ["Outcomes"],
    }),
    limits: build.query<ShopLimits, void>({ query: () => "/limits", providesTags: ["Limits"] }),
    putLimits: build.mutation<ShopLimits, ShopLimits>({
      query: (limits) => ({ url: "/limits", method: "PUT", body: limits }),
      invalidatesTags: ["Limits", "Jobs", "Job", "Outcomes"],
    }),
    feeds: build.query<FeedView[], void>({ query: () => "/feeds", providesTags: ["Instruments"] }),
    putFeed: build.mutation<FeedKey, { id: string; feed: Feed }>({
      query: ({ id, feed }) => ({ url: `/instruments/${id}/feed`, method: "PUT", body: feed }),
      invalidatesTags: ["Instruments"],
    }),
    endFeed: build.mutation<{ ok: boolean }, string>({
      query: (id) => ({ url: `/instruments/${id}/feed`, method: "DELETE" }),
      invalidatesTags: ["Instruments"],
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
  useAsideQuery,
  useDayQuery,
  useMoveInDayMutation,
  useJobQuery,
  useTakeInMutation,
  useImportJobMutation,
  useHealthQuery,
  useSessionQuery,
  useSignInMutation,
  useFirstOwnerMutation,
  useSignOutMutation,
  useGivePassPhraseMutation,
  useChangePassPhraseMutation,
  useAuditQuery,
  useCopiesQuery,
  useMakeCopyMutation,
  useModelsQuery,
  usePutModelMutation,
  useChainQuery,
  useTakeShopInMutation,
  useNameShopMutation,
  useShareModelMutation,
  useUnitsQuery,
  useAccountQuery,
  useFoundQuery,
  usePeriodsQuery,
  useLimitsQuery,
  usePutLimitsMutation,
  useFeedsQuery,
  usePutFeedMutation,
  useEndFeedMutation,
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
