import { useState, type FormEvent } from "react";
import { uuidv7 } from "uuidv7";
import type { Instrument } from "#core/quantity";
import { sentenceOf, usePutInstrumentMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import {
  COUNTED,
  fieldsOf,
  RANGED,
  readInstrument,
  type CounterFields,
  type InstrumentFields,
  type Ranged,
  type RangeFields,
} from "./instrumentFields.ts";

const COLUMNS: readonly (readonly [keyof RangeFields, string])[] = [
  ["fullScale", "full scale"],
  ["resolution", "one count"],
  ["percent", "% of reading"],
  ["digits", "digits"],
];
const EMPTY: RangeFields = { fullScale: "", resolution: "", percent: "", digits: "" };

/** Ranges of one quantity as a table of figures. */
function RangeTable({
  title,
  unit,
  rows,
  onChange,
}: {
  readonly title: string;
  readonly unit: string;
  readonly rows: readonly RangeFields[];
  readonly onChange: (rows: readonly RangeFields[]) => void;
}) {
  return (
    <fieldset className="border-t border-line pt-2">
      <legend className="font-semibold">
        {title}, {unit}
      </legend>
      {rows.length > 0 && (
        <table className="w-full text-sm">
          <thead className="text-left text-ink-2">
            <tr>
              {COLUMNS.map(([name, words]) => (
                <th key={name} className="font-normal">
                  {words}
                </th>
              ))}
              <th className="sr-only">Take off</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row, i) => (
              // Ranges have no name of their own; their place is what they are.
              <tr key={i}>
                {COLUMNS.map(([name, words]) => (
                  <td key={name} className="pr-2">
                    <input
                      aria-label={`${title}, range ${i + 1}, ${words}`}
                      value={row[name]}
                      inputMode="decimal"
                      onChange={(event) =>
                        onChange(
                          rows.map((one, k) => (k === i ? { ...one, [name]: event.target.value } : one)),
                        )
                      }
                      className={FIELD_CLASS}
                    />
                  </td>
                ))}
                <td>
                  <Button
                    look="quiet"
                    aria-label={`Take ${title}, range ${i + 1} off`}
                    onClick={() => onChange(rows.filter((_, k) => k !== i))}
                  >
                    Off
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <Button look="quiet" onClick={() => onChange([...rows, rows.at(-1) ?? EMPTY])}>
        Add a range
      </Button>
    </fieldset>
  );
}

/** An instrument's accuracy as its data sheet states it. */
export function InstrumentForm({
  start,
  id,
  onDone,
}: {
  readonly start: Omit<Instrument, "id">;
  /** Null for a new one. */
  readonly id: string | null;
  readonly onDone: () => void;
}) {
  const [fields, setFields] = useState<InstrumentFields>(() => fieldsOf(start));
  const [problem, setProblem] = useState("");
  const [put] = usePutInstrumentMutation();
  const change = (part: Partial<InstrumentFields>) => {
    setFields({ ...fields, ...part });
    setProblem("");
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = readInstrument(fields, start, id ?? uuidv7());
    if (result.kind === "problem") return setProblem(result.sentence);
    const answer = await put(result.instrument);
    if (answer.error) return setProblem(sentenceOf(answer.error));
    onDone();
  };
  const typed = (
    name:
      | "name"
      | "leadResistance"
      | "contactScatter"
      | "bandLeast"
      | "bandMost"
      | "lastChecked"
      | "insulationMost"
      | "insulationPercent",
    label: string,
    type = "text",
  ) => (
    <Field id={`instrument-${name}`} label={label}>
      <input
        id={`instrument-${name}`}
        type={type}
        value={fields[name]}
        autoComplete="off"
        onChange={(event) => change({ [name]: event.target.value })}
        className={FIELD_CLASS}
      />
    </Field>
  );
  const ranges = (what: Ranged) => (rows: readonly RangeFields[]) =>
    change({ ranged: { ...fields.ranged, [what]: rows } });
  return (
    <form
      onSubmit={(event) => void submit(event)}
      noValidate
      aria-label={`Instrument ${start.name}`}
      className="flex flex-col gap-3 rounded-xl border border-line bg-sheet p-4"
    >
      <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
        {typed("name", "Name")}
        {typed("lastChecked", "Last checked", "date")}
        <Field id="instrument-wiring" label="Ohms by">
          <select
            id="instrument-wiring"
            value={fields.wiring}
            onChange={(event) => change({ wiring: event.target.value as Instrument["wiring"] })}
            className={FIELD_CLASS}
          >
            <option value="twoWire">two wires</option>
            <option value="fourWire">four wires</option>
          </select>
        </Field>
        {typed("leadResistance", "Leads together, Ω")}
        {typed("contactScatter", "Scatter of contact, Ω")}
      </div>
      {RANGED.map(([what, title, unit]) => (
        <RangeTable key={what} title={title} unit={unit} rows={fields.ranged[what]} onChange={ranges(what)} />
      ))}
      {fields.ranged.acVolts.length > 0 && (
        <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
          <Field id="instrument-response" label="AC responds to">
            <select
              id="instrument-response"
              value={fields.response}
              onChange={(event) => change({ response: event.target.value as InstrumentFields["response"] })}
              className={FIELD_CLASS}
            >
              <option value="trueRms">true RMS</option>
              <option value="average">the average, scaled for a sine</option>
            </select>
          </Field>
          {typed("bandLeast", "AC band from, Hz")}
          {typed("bandMost", "to, Hz")}
        </div>
      )}
      <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
        {COUNTED.map(([what, title, unit]) => (
          <fieldset key={what} className="border-t border-line pt-2">
            <legend className="font-semibold">
              {title}, {unit}
            </legend>
            <div className="grid grid-cols-3 gap-2">
              {COLUMNS.slice(1).map(([name, words]) => (
                <label key={name} className="text-sm text-ink-2">
                  {words}
                  <input
                    aria-label={`${title}, ${words}`}
                    value={fields.counted[what][name as keyof CounterFields]}
                    inputMode="decimal"
                    onChange={(event) =>
                      change({
                        counted: {
                          ...fields.counted,
                          [what]: { ...fields.counted[what], [name]: event.target.value },
                        },
                      })
                    }
                    className={FIELD_CLASS}
                  />
                </label>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
      {start.insulation && (
        <div className="grid grid-cols-3 gap-3 max-md:grid-cols-1">
          {typed("insulationMost", "Insulation, end of range, Ω")}
          {typed("insulationPercent", "Insulation, % of reading")}
        </div>
      )}
      {problem && (
        <p role="alert" className="text-red">
          {problem}
        </p>
      )}
      <div className="flex gap-3">
        <Button type="submit" look="main">
          Keep it
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  );
}
