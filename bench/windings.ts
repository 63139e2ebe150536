import { PAIRS, phasesOf, type ByPair, type ByPhase, type Phase } from "#core/record";
import { resistanceBetween, type Resistor } from "./network.ts";

/** What is wrong with a winding, and how badly. Shares in 0…1; ohms in Ω. */
export type WindingFault =
  | { readonly kind: "limbOpen"; readonly limb: Phase }
  | { readonly kind: "leadOpen"; readonly lead: Phase }
  | { readonly kind: "starJointOpen" }
  | { readonly kind: "turnsShorted"; readonly limb: Phase; readonly share: number }
  | { readonly kind: "leadsShorted"; readonly leads: readonly [Phase, Phase] }
  | { readonly kind: "jointHigh"; readonly limb: Phase; readonly ohms: number }
  | { readonly kind: "leadHigh"; readonly lead: Phase; readonly ohms: number }
  | { readonly kind: "pathOpen"; readonly limb: Phase }
  /** The other way round, after a rewind. */
  | { readonly kind: "limbReversed"; readonly limb: Phase };

export interface SimulatedWinding {
  readonly connection: "star" | "delta";
  /** Of a healthy limb, Ω above 0; in delta the winding from this phase to the next. */
  readonly limb: ByPhase<number>;
  readonly faults: readonly WindingFault[];
}

const NEXT: ByPhase<Phase> = { A: "B", B: "C", C: "A" };

/** Ends of a limb: lead to star joint, or corner to the next corner. */
function endsOf(connection: "star" | "delta", phase: Phase): readonly [string, string] {
  return connection === "star" ? [`${phase}0`, "joint"] : [`${phase}0`, `${NEXT[phase]}0`];
}

/** A limb with its lead, as its faults left it. */
export interface LimbParts {
  readonly phase: Phase;
  readonly ends: readonly [string, string];
  /** Ω from the terminal to the limb's corner. */
  readonly lead: number;
  /** Ω of the winding itself; Infinity where it is open. */
  readonly ohms: number;
  /** Ω of a bad joint behind it. */
  readonly joint: number;
  /** Turns that make voltage, as a share; below zero where reversed. */
  readonly turns: number;
}

/** Each limb with its lead: lead A runs from terminal A to the corner A0. */
export function limbParts({ connection, limb, faults }: SimulatedWinding): LimbParts[] {
  return (["A", "B", "C"] as const).map((phase) => {
    let [lead, sound, paths, joint, turns, open] = [0, 1, 1, 0, 1, false];
    for (const fault of faults) {
      if (fault.kind === "leadOpen" && fault.lead === phase) lead = Infinity;
      if (fault.kind === "leadHigh" && fault.lead === phase) lead += fault.ohms;
      if (fault.kind === "limbOpen" && fault.limb === phase) open = true;
      if (fault.kind === "turnsShorted" && fault.limb === phase) sound *= 1 - fault.share;
      if (fault.kind === "jointHigh" && fault.limb === phase) joint += fault.ohms;
      if (fault.kind === "pathOpen" && fault.limb === phase) paths = 2;
      if (fault.kind === "limbReversed" && fault.limb === phase) turns = -1;
      if (fault.kind === "starJointOpen" && connection === "star") open = true;
    }
    return {
      phase,
      ends: endsOf(connection, phase),
      lead,
      // Two paths side by side make the healthy limb; with one gone the other carries it alone.
      ohms: open ? Infinity : limb[phase] * sound * paths,
      joint,
      turns: turns * sound,
    };
  });
}

/** The winding as resistors. */
export function resistorsOf(winding: SimulatedWinding): Resistor[] {
  const resistors = limbParts(winding).flatMap(
    ({ phase, ends: [from, to], lead, ohms, joint }): Resistor[] => [
      { from: phase, to: `${phase}0`, ohms: lead },
      { from, to: `${phase}m`, ohms },
      { from: `${phase}m`, to, ohms: joint },
    ],
  );
  for (const fault of winding.faults)
    if (fault.kind === "leadsShorted")
      resistors.push({ from: `${fault.leads[0]}0`, to: `${fault.leads[1]}0`, ohms: 0 });
  return resistors;
}

/** What an ideal meter reads between the three pairs of leads, Ω or Infinity. */
export function pairResistances(winding: SimulatedWinding): ByPair<number> {
  const resistors = resistorsOf(winding);
  const of = (pair: (typeof PAIRS)[number]) => {
    const [from, to] = phasesOf(pair);
    return resistanceBetween(resistors, from, to);
  };
  return { AB: of("AB"), BC: of("BC"), CA: of("CA") };
}
