import { parseQuantity, type QuantityKind } from "#core/quantity";

/** A field of a working: a quantity as people type it, a whole number, or one of a few. */
type WorkingField =
  | {
      readonly name: string;
      readonly label: string;
      readonly kind: QuantityKind;
      readonly placeholder: string;
    }
  | { readonly name: string; readonly label: string; readonly whole: true; readonly placeholder: string }
  | {
      readonly name: string;
      readonly label: string;
      readonly options: readonly (readonly [string, string])[];
    };

export interface ResultLine {
  readonly label: string;
  readonly value: string;
  /** A sentence under it, where the number alone could mislead. */
  readonly note?: string;
}

/** What was typed, read: numbers that are there, and the choice of each list. */
interface Read {
  readonly number: (name: string) => number | null;
  readonly choice: (name: string) => string;
}

/** The arithmetic of one thing, by itself. */
export interface Working {
  readonly id: string;
  readonly title: string;
  readonly fields: readonly WorkingField[];
  /** Lines for what can be worked out of what is there; empty while it is too little. */
  readonly results: (read: Read) => readonly ResultLine[];
  readonly formula: readonly string[];
  readonly source: string;
}

export interface WorkedOut {
  readonly problems: Readonly<Record<string, string>>;
  readonly lines: readonly ResultLine[];
}

function readField(field: WorkingField, text: string): { value: number | null; problem: string | null } {
  if ("options" in field || text.trim() === "") return { value: null, problem: null };
  if ("whole" in field) {
    const value = Number(text.trim());
    return Number.isInteger(value) && value >= 1 && value <= 200
      ? { value, problem: null }
      : { value: null, problem: `${field.label} is a whole number from 1 to 200.` };
  }
  const parsed = parseQuantity(text, field.kind);
  if (parsed.kind === "refused") return { value: null, problem: parsed.sentence };
  if (parsed.kind === "open") return { value: null, problem: "Open is no number to work with." };
  if (parsed.value === 0 && field.kind.symbol !== "°C" && field.kind.symbol !== "A")
    return { value: null, problem: `A ${field.kind.name} of zero leads nowhere here.` };
  return { value: parsed.value, problem: null };
}

/**
 * Reads the fields of a working and works out what can be: a problem stands at its field, never a silent
 * number; what the core calls impossible becomes a line that says so.
 * @param texts what stands in each field, by name
 */
export function workOut(working: Working, texts: Readonly<Record<string, string>>): WorkedOut {
  const read = working.fields.map((field) => ({ field, ...readField(field, texts[field.name] ?? "") }));
  const problems = Object.fromEntries(
    read.flatMap(({ field, problem }) => (problem ? [[field.name, problem]] : [])),
  );
  const reader: Read = {
    number: (name) => read.find(({ field }) => field.name === name)?.value ?? null,
    choice: (name) => {
      const field = working.fields.find((candidate) => candidate.name === name);
      if (!field || !("options" in field))
        throw new RangeError(`workOut: no list "${name}" in ${working.id}`);
      const chosen = field.options.find(([value]) => value === texts[name]);
      return (chosen ?? field.options[0]!)[0];
    },
  };
  return { problems, lines: working.results(reader) };
}

/** Four significant digits, for results whose inputs carry no stated uncertainty. */
export function significant(value: number): string {
  return Number(value.toPrecision(4)).toString();
}
