import { ROLES, type Role } from "#contract/doors";

/** What is said to who may not, by the least role that may. */
const WHY: Readonly<Record<Role, { readonly look: string; readonly change: string }>> = {
  owner: {
    look: "Only the owner of the shop sees this.",
    change: "Only the owner of the shop changes this.",
  },
  technician: {
    look: "Only technicians see this.",
    change: "A trainee takes motors in, reads and leaves word. Ask a technician for this.",
  },
  trainee: { look: "Sign in first.", change: "Sign in first." },
};

/**
 * Why somebody with this role may not do what a role at least as high may; null where they may.
 * @param least as a route declares it @param act whether it only looks, or changes something
 */
export function notAllowed(role: Role, least: Role, act: "look" | "change" = "change"): string | null {
  // The roles stand from the highest to the lowest.
  return ROLES.indexOf(role) <= ROLES.indexOf(least) ? null : WHY[least][act];
}
