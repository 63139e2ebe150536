/** What stands on a line of a bridge: a sample as it goes over the wire, a remark of its own, or neither. */
export type BridgeLine =
  | { readonly kind: "sample"; readonly sample: Readonly<Record<string, unknown>> }
  | { readonly kind: "remark"; readonly text: string }
  | { readonly kind: "none"; readonly sentence: string };

const LINE =
  /^(?<sequence>\d{1,10}) (?<milliseconds>\d{1,13}) (?<reads>[A-Za-z]+) (?<value>\S+) (?<unit>\S+)(?: (?<range>\S+))?$/u;

/**
 * A line as a home-made bridge sends it: "17 4250 ohms 0.3142 Ω 6", which is sequence, its own milliseconds, function, value
 * or OL, unit, and the full scale where it says one. A line that begins with # is a remark.
 * @example readLine("18 4450 ohms OL Ω").kind // "sample"
 */
export function readLine(line: string): BridgeLine {
  const text = line.trim();
  if (text.startsWith("#")) return { kind: "remark", text: text.slice(1).trim() };
  const found = LINE.exec(text)?.groups;
  const sentence =
    "A line is: sequence, milliseconds, function, value or OL, unit, range; with one space between.";
  if (!found) return { kind: "none", sentence };
  const { sequence, milliseconds, reads, value = "", unit, range } = found;
  const overload = value === "OL";
  const numbers = [overload ? 0 : Number(value), range === undefined ? 0 : Number(range)];
  if (!numbers.every(Number.isFinite)) return { kind: "none", sentence };
  return {
    kind: "sample",
    sample: {
      sequence: Number(sequence),
      time: Number(milliseconds) / 1000,
      function: reads,
      value: overload ? null : Number(value),
      unit,
      ...(range !== undefined && { range: Number(range) }),
      ...(overload && { overload }),
    },
  };
}
