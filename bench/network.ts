import { Matrix, solve } from "ml-matrix";

/** A resistor between two named nodes. Ω; Infinity is an open wire, 0 solid metal. */
export interface Resistor {
  readonly from: string;
  readonly to: string;
  readonly ohms: number;
}

/** Nodes joined by a solid metal contact are one node: its name by node. */
export function merged(resistors: readonly Resistor[]): (node: string) => string {
  const parent = new Map<string, string>();
  const root = (node: string): string => {
    const up = parent.get(node);
    return up === undefined ? node : root(up);
  };
  for (const { from, to, ohms } of resistors)
    if (ohms === 0 && root(from) !== root(to)) parent.set(root(from), root(to));
  return root;
}

/** Nodes that current from this one can reach. */
function reachedFrom(start: string, resistors: readonly Resistor[]): Set<string> {
  const reached = new Set([start]);
  for (let grown = true; grown;) {
    grown = false;
    for (const { from, to } of resistors)
      if (reached.has(from) !== reached.has(to)) {
        reached.add(from).add(to);
        grown = true;
      }
  }
  return reached;
}

/**
 * Resistance between two nodes by nodal analysis: unit current in at one, out at the other, G·v = i solved
 * for the node voltages. Source: any text on circuits; knows nothing of stars, deltas or fault tables.
 * @returns Ω, 0 where metal joins them, Infinity where no path does
 * @throws RangeError for a negative resistance
 */
export function resistanceBetween(resistors: readonly Resistor[], a: string, b: string): number {
  const bad = resistors.find(({ ohms }) => !(ohms >= 0));
  if (bad) throw new RangeError(`resistanceBetween: ohms must be at least 0, got ${bad.ohms}`);
  const nameOf = merged(resistors);
  const [into, outOf] = [nameOf(a), nameOf(b)];
  if (into === outOf) return 0;
  const conducting = resistors
    .filter(({ ohms }) => ohms > 0 && ohms < Infinity)
    .map(({ from, to, ohms }) => ({ from: nameOf(from), to: nameOf(to), ohms }))
    .filter(({ from, to }) => from !== to);
  const reached = reachedFrom(into, conducting);
  if (!reached.has(outOf)) return Infinity;
  const nodes = [...reached].filter((node) => node !== outOf);
  const G = Matrix.zeros(nodes.length, nodes.length);
  for (const { from, to, ohms } of conducting) {
    if (!reached.has(from)) continue;
    const [i, j] = [nodes.indexOf(from), nodes.indexOf(to)];
    if (i >= 0) G.set(i, i, G.get(i, i) + 1 / ohms);
    if (j >= 0) G.set(j, j, G.get(j, j) + 1 / ohms);
    if (i >= 0 && j >= 0) {
      G.set(i, j, G.get(i, j) - 1 / ohms);
      G.set(j, i, G.get(j, i) - 1 / ohms);
    }
  }
  const current = Matrix.zeros(nodes.length, 1);
  current.set(nodes.indexOf(into), 0, 1);
  return solve(G, current).get(nodes.indexOf(into), 0);
}
