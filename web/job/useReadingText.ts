import { readingText } from "#core/judge";
import type { Reading } from "#core/record";
import { useOpenJob } from "./openJob.ts";

/** Readings of the open job as its shop reads them. */
export function useReadingText(): (reading: Reading) => string {
  const { limits } = useOpenJob().record;
  return (reading) => readingText(reading, limits);
}
