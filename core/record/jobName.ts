/** A job as a person names it: J-0045. */
export const jobName = (number: number): string => `J-${String(number).padStart(4, "0")}`;
