/** A whole job judged: findings, verdict, next check. */
export * from "./registry.ts";
export * from "./model.ts";
export * from "./verdict.ts";
export * from "./journal.ts";
export { assessJob, circumstancesOf, DECIDED_FROM, findingsOf, MOST_SETUP_DOUBT } from "./assessJob.ts";
