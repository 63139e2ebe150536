import { uuidv7 } from "uuidv7";
import { chanceFrom } from "#bench/chance";
import { API } from "#contract/routes";
import type { JobBundle } from "#contract/bundledJob";

export interface BundleTally {
  readonly sent: number;
  readonly taken: number;
  readonly refused: number;
  readonly faults: readonly string[];
}

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** What somebody puts where another thing was. */
const WILD: readonly Json[] = [
  null,
  true,
  0,
  -1,
  1.5,
  1e308,
  "",
  " ",
  "x",
  "=1+1",
  "<img src=x onerror=alert(1)>",
  "\u0000",
  "\ud800",
  "2026-13-45T99:99:99.000Z",
  "x".repeat(30_000),
  [],
  {},
  [[]],
  [null],
  { kind: "ohms" },
  { "": {} },
];

/** Every place in a value, as a path. */
function placesIn(value: Json, path: readonly string[] = []): (readonly string[])[] {
  if (typeof value !== "object" || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, inner]) => placesIn(inner, [...path, key]))];
}

/** The value with one place of it changed. @param replacement undefined takes it out */
function changed(value: Json, [first, ...rest]: readonly string[], replacement: Json | undefined): Json {
  if (first === undefined) return replacement ?? null;
  if (typeof value !== "object" || value === null) return value;
  const copy = (Array.isArray(value) ? [...value] : { ...value }) as { [key: string]: Json };
  if (rest.length === 0 && replacement === undefined) delete copy[first];
  else copy[first] = changed(copy[first] ?? null, rest, replacement);
  return copy as Json;
}

const UUID = /[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}/gu;

/** The same bundle with ids of its own, so that the shop has none of them yet. */
export function withNewIds(bundle: JobBundle): JobBundle {
  const ids = new Map<string, string>();
  const text = JSON.stringify(bundle).replace(UUID, (id) => {
    const known = ids.get(id) ?? uuidv7();
    ids.set(id, known);
    return known;
  });
  return JSON.parse(text) as JobBundle;
}

/**
 * Sends whole bundles with one or two places of their closings changed, and opens, prints and exports each that is taken.
 * @param base address of a server on loopback @param good a bundle of a closed job, without files
 */
export async function fuzzBundles(
  base: string,
  good: JobBundle,
  count: number,
  seed: number,
): Promise<BundleTally> {
  const chance = chanceFrom(seed);
  const places = placesIn(good.job.closings as unknown as Json).filter((path) => path.length > 1);
  const faults: string[] = [];
  let [taken, refused] = [0, 0];
  for (let n = 0; n < count; n += 1) {
    let closings = good.job.closings as unknown as Json;
    const told: string[] = [];
    // The first as it is: it is taken, or the others say nothing.
    for (let times = n === 0 ? 0 : chance.happens(0.7) ? 1 : 2; times > 0; times -= 1) {
      const path = chance.oneOf(places);
      const replacement = chance.happens(0.2) ? undefined : chance.oneOf(WILD);
      closings = changed(closings, path, replacement);
      told.push(`${path.join(".")} = ${JSON.stringify(replacement)?.slice(0, 40) ?? "gone"}`);
    }
    const bundle = withNewIds({
      ...good,
      job: { ...good.job, closings: closings as unknown as JobBundle["job"]["closings"] },
    });
    const id = uuidv7();
    const fault = (what: string) => faults.push(`${told.join(", ")}: ${what}`);
    try {
      const answer = await fetch(`${base}${API}/jobs/${id}/import`, {
        method: "PUT",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(bundle),
      });
      const body = (await answer.json()) as { detail?: string };
      if (answer.status !== 201) {
        refused += 1;
        if (n === 0) fault(`the bundle as it is was refused: ${body.detail}`);
        if (answer.status !== 422 && answer.status !== 409)
          fault(`answered ${answer.status}: ${body.detail}`);
        else if (!body.detail) fault("was refused without a sentence");
        continue;
      }
      taken += 1;
      for (const what of ["", "/report.pdf", "/label.pdf", "/bundle"]) {
        const opened = await fetch(`${base}${API}/jobs/${id}${what}`);
        await opened.arrayBuffer();
        if (opened.status !== 200) fault(`was taken, and ${what || "the job"} answered ${opened.status}`);
      }
    } catch (error) {
      fault(error instanceof Error ? error.message : String(error));
    }
  }
  // Every one of them in one export, and on the lists.
  for (const path of ["/export.zip", "/jobs?size=500", "/units", "/account", "/aside"]) {
    const answer = await fetch(`${base}${API}${path}`);
    const { byteLength } = await answer.arrayBuffer();
    if (answer.status !== 200 || byteLength === 0) faults.push(`${path} answered ${answer.status}`);
  }
  return { sent: count, taken, refused, faults };
}
