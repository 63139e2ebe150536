import { Matrix, solve } from "ml-matrix";
import { PAIRS, phasesOf, type ByPair, type Phase } from "#core/record";
import { merged } from "./network.ts";
import { limbParts, type SimulatedWinding } from "./windings.ts";

/** Phase of each limb's or winding's voltage, electrical degrees: a third of a turn apart. */
const AHEAD: Readonly<Record<Phase, number>> = { A: 0, B: -120, C: 120 };
/** An ordinary meter's input. */
const METER_OHMS = 10e6;
/** What ties a floating terminal to the bench, so that the network has a solution. */
const STRAY_OHMS = 1e10;

interface Branch {
  readonly from: string;
  readonly to: string;
  readonly ohms: number;
  /** Voltage it makes, towards `from`. */
  readonly real: number;
  readonly imaginary: number;
}

const wire = (from: string, to: string, ohms: number): Branch => ({ from, to, ohms, real: 0, imaginary: 0 });

function branchesOf(winding: SimulatedWinding): Branch[] {
  const branches: Branch[] = [];
  for (const { phase, ends, lead, ohms, joint, turns } of limbParts(winding)) {
    const angle = (AHEAD[phase] * Math.PI) / 180;
    branches.push(wire(phase, `${phase}0`, lead));
    branches.push({
      from: ends[0],
      to: `${phase}m`,
      ohms: ohms,
      real: turns * Math.cos(angle),
      imaginary: turns * Math.sin(angle),
    });
    branches.push(wire(`${phase}m`, ends[1], joint));
  }
  for (const fault of winding.faults)
    if (fault.kind === "leadsShorted") branches.push(wire(`${fault.leads[0]}0`, `${fault.leads[1]}0`, 0));
  return branches;
}

/** Node voltages by nodal analysis with the voltage of each branch as a current source; real and imaginary apart. */
function voltages(branches: readonly Branch[]): (node: string) => readonly [number, number] {
  const nameOf = merged(branches);
  const conducting = branches
    .filter(({ ohms }) => ohms > 0 && ohms < Infinity)
    .map((branch) => ({ ...branch, from: nameOf(branch.from), to: nameOf(branch.to) }))
    .filter(({ from, to }) => from !== to);
  const nodes = [...new Set(conducting.flatMap(({ from, to }) => [from, to]))];
  const G = Matrix.zeros(nodes.length, nodes.length);
  const injected = Matrix.zeros(nodes.length, 2);
  nodes.forEach((_, i) => G.set(i, i, 1 / STRAY_OHMS));
  const add = (i: number, j: number, value: number) => G.set(i, j, G.get(i, j) + value);
  for (const { from, to, ohms, real, imaginary } of conducting) {
    const [i, j] = [nodes.indexOf(from), nodes.indexOf(to)];
    add(i, i, 1 / ohms);
    add(j, j, 1 / ohms);
    add(i, j, -1 / ohms);
    add(j, i, -1 / ohms);
    [real, imaginary].forEach((volts, part) => {
      injected.set(i, part, injected.get(i, part) + volts / ohms);
      injected.set(j, part, injected.get(j, part) - volts / ohms);
    });
  }
  const solved = solve(G, injected);
  return (node) => {
    const at = nodes.indexOf(nameOf(node));
    return at < 0 ? [0, 0] : [solved.get(at, 0), solved.get(at, 1)];
  };
}

/**
 * Line voltages of a spun winding as ratios to a healthy pair at the same speed, each read alone with a 10 MΩ meter:
 * phasors, nodal analysis, resistive. Knows nothing of the spun table. Source: any text on circuits.
 * @param flux what the magnets still give, 1 as new
 * @param burden ohms of the meter, or of a low-impedance load in its place
 */
export function spunRatios(winding: SimulatedWinding, flux = 1, burden = METER_OHMS): ByPair<number> {
  const branches = branchesOf(winding);
  const healthy = winding.connection === "star" ? Math.sqrt(3) : 1;
  const of = (pair: (typeof PAIRS)[number]) => {
    const [from, to] = phasesOf(pair);
    const at = voltages([...branches, wire(from, to, burden)]);
    const [a, b] = [at(from), at(to)];
    return (flux * Math.hypot(a[0] - b[0], a[1] - b[1])) / healthy;
  };
  return { AB: of("AB"), BC: of("BC"), CA: of("CA") };
}

/** Whether a pair floats: no path of metal from one terminal to the other. A meter then shows what it picks up. */
export function floats(winding: SimulatedWinding, pair: (typeof PAIRS)[number]): boolean {
  const branches = branchesOf(winding).filter(({ ohms }) => ohms < Infinity);
  const reached = new Set<string>([pair[0]!]);
  for (let grown = true; grown;) {
    grown = false;
    for (const { from, to } of branches)
      if (reached.has(from) !== reached.has(to)) {
        reached.add(from).add(to);
        grown = true;
      }
  }
  return !reached.has(pair[1]!);
}
