/** What a recording may be: read where it is dropped, and packed before it is kept with a job. */
export const CAPTURE_LIMITS = {
  /** A file to be read, bytes. */
  mostRead: 200_000_000,
  /** The same sent to the server, which reads it for whoever has no browser. */
  mostSent: 64_000_000,
  /** Packed, as it is kept with a job, bytes. */
  mostKept: 8_000_000,
  mostAJob: 8,
  /** Packed with gzip, RFC 1952. */
  type: "application/gzip",
} as const;

/** In one sentence, for the field. */
export const CAPTURE_LIMITS_WORDS =
  "CSV, WAV, VCD or text, up to 200 MB. It is read here, on this device; what is kept with the job is packed, up to 8 MB of it.";

/** What a recording that is sent may call itself. */
export const SENT_TYPES = [
  "text/csv",
  "text/plain",
  "text/tab-separated-values",
  "audio/wav",
  "audio/x-wav",
  "application/octet-stream",
] as const;
