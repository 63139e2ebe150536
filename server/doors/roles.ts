import { ROLES, type Role } from "#contract/doors";

/** What each says who may not, by the least role that may. */
const WHY: Readonly<Record<Role, string>> = {
  owner: "Only the owner of the shop does this.",
  technician: "A trainee takes motors in, reads and leaves word. Ask a technician for this.",
  trainee: "Sign in first.",
};

/**
 * Why somebody with this role may not do what a role at least as high may; null where they may.
 * @param least as a route declares it
 */
export function notAllowed(role: Role, least: Role): string | null {
  // The roles stand from the highest to the lowest.
  return ROLES.indexOf(role) <= ROLES.indexOf(least) ? null : WHY[least];
}
