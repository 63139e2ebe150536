import { parseArgs } from "node:util";
import type { Shown } from "./world.ts";

/** What a stand-in is started with: --name value pairs. @throws Error where one is missing */
export function given<Name extends string>(names: readonly Name[]): Readonly<Record<Name, string>> {
  const { values } = parseArgs({
    options: Object.fromEntries(names.map((name) => [name, { type: "string" as const }])),
  });
  for (const name of names) if (values[name] === undefined) throw new Error(`--${name} is missing`);
  return values as Record<Name, string>;
}

/** Asks the bench. One that is gone takes its instruments with it. @throws Error with what the bench says */
export async function askBench<Answer>(bench: string, path: string, init?: RequestInit): Promise<Answer> {
  const answer = await fetch(`${bench}${path}`, init).catch(() => process.exit(0));
  if (!answer.ok) throw new Error(await answer.text());
  return (await answer.json()) as Answer;
}

/** What the display of this instrument shows on the bench now. */
export const shownOn = (bench: string, id: string) =>
  askBench<Shown>(bench, `/shows?of=${encodeURIComponent(id)}`);

/** Whoever started it is gone: so is this. */
export function endWithParent(): void {
  process.once("disconnect", () => process.exit(0));
  process.once("SIGTERM", () => process.exit(0));
}

/** Tells whoever started it that it is ready, and where. */
export const sayReady = (where = "") => void process.send?.({ ready: where });
