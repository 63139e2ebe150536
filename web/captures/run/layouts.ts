import { RUN_ROLES, type RunRole } from "#core/runlog";

/** What columns hold is said once for each layout of a log, and remembered on this device. */
const KEY = "green-fable.run-layouts";
const MOST = 40;

type Layouts = Readonly<Record<string, readonly (RunRole | null)[]>>;

const nameOf = (columns: readonly string[]) => columns.join("\t");

function kept(): Layouts {
  try {
    const found = JSON.parse(localStorage.getItem(KEY) ?? "{}") as Layouts;
    return typeof found === "object" && found !== null ? found : {};
  } catch {
    return {};
  }
}

const isRole = (one: unknown): one is RunRole | null =>
  one === null || RUN_ROLES.some((role) => role === one);

/** What was said of a layout before; null where nobody did. */
export function layoutOf(columns: readonly string[]): readonly (RunRole | null)[] | null {
  const found = kept()[nameOf(columns)];
  return Array.isArray(found) && found.length === columns.length && found.every(isRole) ? found : null;
}

export function keepLayout(columns: readonly string[], roles: readonly (RunRole | null)[]): void {
  const others = Object.entries(kept()).filter(([name]) => name !== nameOf(columns));
  try {
    localStorage.setItem(
      KEY,
      JSON.stringify(Object.fromEntries([...others.slice(1 - MOST), [nameOf(columns), roles]])),
    );
  } catch {
    // A browser that keeps nothing asks again.
  }
}
