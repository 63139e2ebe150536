/** A job as a person names it. @param number as the server counts it, from 1; 0 while it has not. @example jobName(45) // "J-0045" */
export const jobName = (number: number): string =>
  number > 0 ? `J-${String(number).padStart(4, "0")}` : "not numbered yet";
