/** A controller's or a logger's own log of a run: constant and ohms under load, the pack, heat, cut-outs. */
export { guessRoles, RUN_ROLE_LABELS, RUN_ROLES, type RunRole } from "./columns.ts";
export * from "./readRun.ts";
