import { useState, type FormEvent, type ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { uuidv7 } from "uuidv7";
import { intakeSchema, type Intake } from "#contract/jobs";
import { parseQuantity, RESISTANCE } from "#core/quantity";
import {
  COMPLAINT_LABELS,
  COMPLAINTS,
  CONNECTION_LABELS,
  CONNECTIONS,
  CONSEQUENCE_LABELS,
  CONSEQUENCES,
  EVENT_LABELS,
  EVENTS,
  FAMILIES,
  FAMILY_FACTS,
  type Complaint,
  type Connection,
  type Consequence,
  type Family,
  type PastEvent,
} from "#core/record";
import { sentenceOf, useTakeInMutation } from "../app/api.ts";

/** What an expected value is good for where nobody says better. */
const USUAL_TOLERANCE = 0.1;
const FIELD = "mt-1 block min-h-11 w-full rounded-lg border border-line-strong bg-sheet px-3";

function Field({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <label className="block text-sm font-semibold">
      {label}
      {children}
    </label>
  );
}

function intakeOf(form: FormData): Intake | string {
  const text = (name: string) => String(form.get(name) ?? "").trim();
  const expected = text("expected");
  const parsed = expected ? parseQuantity(expected, RESISTANCE) : null;
  if (parsed?.kind === "refused") return parsed.sentence;
  if (parsed?.kind === "open")
    return "A sound pair is not open. Leave the expected resistance empty if unknown.";
  const poles = text("polePairs");
  return {
    motor: {
      id: uuidv7(),
      name: text("name"),
      owner: text("owner"),
      serial: text("serial"),
      family: text("family") as Family,
      connection: text("connection") as Connection,
      polePairs: poles ? Number(poles) : null,
      expected: parsed
        ? { ohms: parsed.value, tolerance: USUAL_TOLERANCE, atTemperature: 20, source: "typed at take-in" }
        : null,
      wireColours: { A: text("wireA"), B: text("wireB"), C: text("wireC") },
      consequence: text("consequence") as Consequence,
      balanceLimit: null,
    },
    complaint: text("complaint") as Complaint,
    complaintWords: text("complaintWords"),
    events: form.getAll("events").map(String) as PastEvent[],
    takenInAt: new Date().toISOString(),
  };
}

/** A new job: machine, complaint, family and what is known of the motor. */
export function TakeIn() {
  const navigate = useNavigate();
  const [problem, setProblem] = useState("");
  const [takeIn] = useTakeInMutation();
  const [id] = useState(uuidv7);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const intake = intakeOf(new FormData(event.currentTarget));
    if (typeof intake === "string") return setProblem(intake);
    const { error } = intakeSchema.validate(intake, { convert: false });
    if (error) return setProblem(error.details[0]?.message ?? error.message);
    const result = await takeIn({ id, intake });
    if (result.error) return setProblem(sentenceOf(result.error));
    await navigate(`/jobs/${id}`);
  };
  return (
    <main className="mx-auto max-w-3xl p-6">
      <h1 className="mb-4 text-xl font-bold">Take a motor in</h1>
      <form onSubmit={(event) => void submit(event)} className="grid grid-cols-2 gap-4 max-sm:grid-cols-1">
        <Field label="Machine and place">
          <input name="name" autoFocus className={FIELD} placeholder="Cargo trike 3, rear hub" />
        </Field>
        <Field label="Owner">
          <input name="owner" className={FIELD} />
        </Field>
        <Field label="Complaint">
          <select name="complaint" className={FIELD}>
            {COMPLAINTS.map((code) => (
              <option key={code} value={code}>
                {COMPLAINT_LABELS[code]}
              </option>
            ))}
          </select>
        </Field>
        <Field label="In the customer's words">
          <input name="complaintWords" className={FIELD} />
        </Field>
        <Field label="Family">
          <select name="family" className={FIELD} defaultValue="hub">
            {FAMILIES.map((family) => (
              <option key={family} value={family}>
                {FAMILY_FACTS[family].label}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Connection">
          <select name="connection" className={FIELD} defaultValue="unknown">
            {CONNECTIONS.map((connection) => (
              <option key={connection} value={connection}>
                {CONNECTION_LABELS[connection]}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Expected pair resistance">
          <input name="expected" className={FIELD} placeholder="128m; empty if unknown" />
        </Field>
        <Field label="Pole pairs">
          <input name="polePairs" inputMode="numeric" className={FIELD} placeholder="empty if unknown" />
        </Field>
        <Field label="Serial">
          <input name="serial" className={FIELD} />
        </Field>
        <Field label="A failure in use would mean">
          <select name="consequence" className={FIELD}>
            {CONSEQUENCES.map((consequence) => (
              <option key={consequence} value={consequence}>
                {CONSEQUENCE_LABELS[consequence]}
              </option>
            ))}
          </select>
        </Field>
        <fieldset className="col-span-full">
          <legend className="text-sm font-semibold">Wire colours</legend>
          <div className="grid grid-cols-3 gap-4">
            {(["A", "B", "C"] as const).map((phase) => (
              <Field key={phase} label={phase}>
                <input name={`wire${phase}`} className={FIELD} />
              </Field>
            ))}
          </div>
        </fieldset>
        <fieldset className="col-span-full">
          <legend className="text-sm font-semibold">What happened before</legend>
          <div className="flex flex-wrap gap-4">
            {EVENTS.map((event) => (
              <label key={event} className="flex min-h-11 items-center gap-2 text-sm">
                <input type="checkbox" name="events" value={event} className="size-5" />
                {EVENT_LABELS[event]}
              </label>
            ))}
          </div>
        </fieldset>
        {problem && (
          <p role="alert" className="col-span-full text-red">
            {problem}
          </p>
        )}
        <div className="col-span-full flex items-center gap-4">
          <button type="submit" className="min-h-11 rounded-lg bg-green px-4 font-semibold text-on-green">
            Take it in
          </button>
          <Link to="/" className="underline">
            Back to the bench
          </Link>
        </div>
      </form>
    </main>
  );
}
