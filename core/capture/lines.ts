import { LINES, type Line } from "./answer.ts";
import { wrapDegrees } from "./angles.ts";
import type { Carried, FoldedAll } from "./foldAll.ts";
import { harmonicOf, lag, minus, plus, size, type Phasor } from "./phasors.ts";

/** The three line voltages as phasors, with which of them was the wrong way round. */
export interface Lines {
  /** As they belong together: their sum is nothing. */
  readonly by: Readonly<Record<Line, Phasor>>;
  readonly reversed: Line | "AN" | "BN" | "CN" | null;
  /** Whether all of them were measured, or follow from phases. */
  readonly whole: boolean;
}

/** Which of three signals 120° apart is the wrong way round; null where none is. */
function reversedOf(three: readonly Phasor[]): number | null {
  const sum = (flip: number | null) =>
    size(three.reduce((all, one, i) => plus(all, i === flip ? minus(one) : one), { re: 0, im: 0 }));
  const mean = three.reduce((all, one) => all + size(one), 0) / 3;
  const flips = [0, 1, 2].toSorted((a, b) => sum(a) - sum(b));
  return sum(null) > 1.2 * mean && sum(flips[0]!) < 0.6 * mean ? flips[0]! : null;
}

export function linesOf(all: FoldedAll): Lines {
  const known = new Map(all.carried.map(({ role }, i) => [role, harmonicOf(all.folded[i]!, 1)]));
  const phases = ["AN", "BN", "CN"] as const;
  if (phases.every((phase) => known.has(phase))) {
    const three = phases.map((phase) => known.get(phase)!);
    const flip = reversedOf(three);
    const [a, b, c] = three.map((one, i) => (i === flip ? minus(one) : one)) as [Phasor, Phasor, Phasor];
    return {
      by: { AB: plus(a, minus(b)), BC: plus(b, minus(c)), CA: plus(c, minus(a)) },
      reversed: flip === null ? null : phases[flip]!,
      whole: true,
    };
  }
  if (LINES.every((line) => known.has(line))) {
    const three = LINES.map((line) => known.get(line)!);
    const flip = reversedOf(three);
    const [AB, BC, CA] = three.map((one, i) => (i === flip ? minus(one) : one)) as [Phasor, Phasor, Phasor];
    return { by: { AB, BC, CA }, reversed: flip === null ? null : LINES[flip]!, whole: true };
  }
  const two = LINES.filter((line) => known.has(line));
  if (two.length === 2) {
    const [first, second] = two.map((line) => known.get(line)!) as [Phasor, Phasor];
    // Two sides of a triangle stand 120° apart; at 60° one of the probes is the wrong way round.
    const apart = Math.abs(wrapDegrees(lag(second) - lag(first)));
    const alike = size(first) > 0.5 * size(second) && size(second) > 0.5 * size(first);
    const flip = alike && Math.abs(apart - 60) < 15;
    const other = flip ? minus(second) : second;
    const missing = LINES.find((line) => !known.has(line))!;
    return {
      by: {
        [two[0]!]: first,
        [two[1]!]: other,
        [missing]: minus(plus(first, other)),
      } as unknown as Lines["by"],
      reversed: flip ? two[1]! : null,
      whole: true,
    };
  }
  const nothing = { re: Number.NaN, im: Number.NaN };
  return {
    by: { AB: nothing, BC: nothing, CA: nothing, ...Object.fromEntries(known) },
    reversed: null,
    whole: false,
  };
}

export const lagging = ({ by }: Lines): number => wrapDegrees(lag(by.BC) - lag(by.AB));

/** Degrees of the angle at which each phase rises through zero; null where not all lines are known. */
export function phasesOf({ by: { AB, BC, CA }, whole }: Lines): readonly [number, number, number] | null {
  if (!whole) return null;
  // The three add up to nothing: a phase is a third of what lies between its two lines.
  const rising = (one: Phasor, other: Phasor) => lag(plus(one, minus(other))) - 90;
  return [rising(AB, CA), rising(BC, AB), rising(CA, BC)];
}

/** Lines that were not recorded themselves, from those or the phases that were: each probe the right way round. */
export function derived(carried: readonly Carried[], { reversed }: Lines): Carried[] {
  const of = (role: string) => {
    const found = carried.find((one) => one.role === role);
    return (
      found && { values: found.channel.values, sign: reversed === role ? -1 : 1, unit: found.channel.unit }
    );
  };
  const sum = (role: Line, parts: readonly (readonly [string, number])[]): Carried[] => {
    const all = parts.map(([name, sign]) => ({ part: of(name), sign }));
    const [first] = all;
    if (of(role) || !first?.part || all.some(({ part }) => !part)) return [];
    const values = first.part.values.map((_, n) =>
      all.reduce((total, { part, sign }) => total + sign * part!.sign * part!.values[n]!, 0),
    );
    return [{ role, channel: { name: role, unit: first.part.unit, values } }];
  };
  const [AB, BC, CA] = [
    [
      ["AN", 1],
      ["BN", -1],
    ],
    [
      ["BN", 1],
      ["CN", -1],
    ],
    [
      ["CN", 1],
      ["AN", -1],
    ],
  ] as const;
  const fromPhases = [...sum("AB", AB), ...sum("BC", BC), ...sum("CA", CA)];
  if (fromPhases.length > 0) return fromPhases;
  const missing = LINES.filter((line) => !of(line));
  const others = LINES.filter((line) => of(line));
  return missing.length === 1
    ? sum(
        missing[0]!,
        others.map((line) => [line, -1] as const),
      )
    : [];
}
