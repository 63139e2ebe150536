import { useState, type FormEvent } from "react";
import { Link } from "react-router";
import { FormProvider, useForm } from "react-hook-form";
import {
  COMPLAINT_LABELS,
  CONNECTION_LABELS,
  CONSEQUENCE_LABELS,
  EVENT_LABELS,
  PRESSING_LABELS,
  HALL_SPACING_LABELS,
  MOTOR_FIELD_LABELS,
  PHASES,
  WARRANTY_LABELS,
  type Correction,
  type IntakeChanges,
  type Motor,
} from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import {
  CURRENT,
  KV_CONVENTION_LABELS,
  quantityText,
  RESISTANCE,
  shareText,
  SPEED,
  SPEED_CONSTANT,
  TEMPERATURE,
  VOLTAGE,
} from "#core/quantity";
import { useUnitsQuery } from "../app/api.ts";
import { useOpenJob } from "../job/openJob.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Select } from "../ui/Select.tsx";
import { MachineGroup, MotorGroup } from "./IntakeGroups.tsx";
import { Notes } from "./Notes.tsx";
import {
  changesBetween,
  fieldsOfIntake,
  intakeResolver,
  readIntake,
  type IntakeFields,
} from "./intakeForm.ts";
import { dayAndTimeText } from "../ui/dates.ts";

/** The fields of a motor that do not read as they are kept, in words. */
const WORDS: { readonly [Field in keyof Motor]?: (value: NonNullable<Motor[Field]>) => string } = {
  family: (family) => FAMILY_FACTS[family].label,
  connection: (connection) => CONNECTION_LABELS[connection],
  consequence: (consequence) => CONSEQUENCE_LABELS[consequence],
  expected: ({ ohms, atTemperature, source }) =>
    `${quantityText(ohms, RESISTANCE)} at ${quantityText(atTemperature, TEMPERATURE)} (${source})`,
  balanceLimit: shareText,
  speedConstant: ({ rpmPerVolt, convention }) =>
    `${quantityText(rpmPerVolt, SPEED_CONSTANT)}, ${KV_CONVENTION_LABELS[convention]}`,
  warranty: (warranty) => WARRANTY_LABELS[warranty],
  onePiece: (onePiece) => (onePiece ? "yes" : "no, it comes apart"),
  hallSpacing: (spacing) => HALL_SPACING_LABELS[spacing],
  wireColours: (colours) =>
    PHASES.flatMap((phase) => (colours[phase] ? [`${phase} ${colours[phase]}`] : [])).join(", "),
  diagram: ({ source, codes = [] }) => `as on ${source}${codes.length > 0 ? `, ${codes.length} codes` : ""}`,
  rated: ({ volts, voltsMost, amperes, rpm, lines }) =>
    [
      volts && (voltsMost ? `${volts}–${quantityText(voltsMost, VOLTAGE)}` : quantityText(volts, VOLTAGE)),
      amperes && quantityText(amperes, CURRENT),
      rpm && quantityText(rpm, SPEED),
      lines === 2 && "two lines",
      lines === 3 && "three phases",
    ]
      .filter(Boolean)
      .join(", "),
  modelId: () => "one of the shop's models",
};

/** A value of a motor as a person reads it. */
function valueText<Field extends keyof Motor>(field: Field, value: Motor[Field] | undefined): string {
  if (value === null || value === undefined) return "nothing";
  return (WORDS[field]?.(value) ?? String(value)) || "nothing";
}

/** What a correction changed, with what stood before it. */
function linesOf({ changes }: Correction, before: Motor): string[] {
  const { motor = {}, unit, complaint, complaintWords, events, contact, promised, pressing } = changes;
  return [
    ...(unit ? [`moved to ${unit.name}${unit.serial ? ` (${unit.serial})` : ""}, was ${before.name}`] : []),
    ...(Object.keys(motor) as (keyof typeof motor)[]).map(
      (field) =>
        `${MOTOR_FIELD_LABELS[field]}: ${valueText(field, motor[field])}, was ${valueText(field, before[field])}`,
    ),
    ...(complaint ? [`complaint: ${COMPLAINT_LABELS[complaint]}`] : []),
    ...(complaintWords === undefined ? [] : [`words: “${complaintWords}”`]),
    ...(promised === undefined ? [] : [`promised for: ${promised || "no day"}`]),
    ...(pressing === undefined ? [] : [`it presses: ${PRESSING_LABELS[pressing]}`]),
    ...(contact === undefined ? [] : [`reached at: ${contact || "nothing"}`]),
    ...(events ? [`before it: ${events.map((event) => EVENT_LABELS[event]).join(", ") || "nothing"}`] : []),
  ];
}

function Corrections() {
  const { corrections, intake, undo, closed } = useOpenJob();
  const [problem, setProblem] = useState("");
  if (corrections.length === 0) return null;
  const takeBack = async (correction: string) => {
    const outcome = await undo(correction);
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
  };
  /** The motor as it stood before each correction. */
  const before = corrections.reduce<Motor[]>(
    (motors, { changes }) => [...motors, { ...(changes.unit ?? motors.at(-1)!), ...changes.motor }],
    [intake.motor],
  );
  return (
    <>
      {problem && (
        <p role="alert" className="text-red">
          {problem}
        </p>
      )}
      <ul aria-label="Corrections so far" className="text-sm">
        {corrections.map((correction, i) => {
          const lines = linesOf(correction, before[i]!);
          return (
            <li
              key={correction.id}
              className="flex flex-wrap items-center gap-x-3 border-t border-line py-1.5"
            >
              <span className="grow">
                {dayAndTimeText(correction.at)}, {correction.by}: {lines.join("; ")}. {correction.reason}
              </span>
              <Button look="quiet" disabled={closed} onClick={() => void takeBack(correction.id)}>
                Take it back
              </Button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** Sends a correction with its reason; what the server refuses stands under the reason. */
function useCorrect() {
  const { add } = useOpenJob();
  const [problem, setProblem] = useState("");
  return {
    problem,
    async correct(changes: IntakeChanges, reason: string): Promise<boolean> {
      if (Object.keys(changes).length === 0) {
        setProblem("Nothing is different from what stands.");
        return false;
      }
      if (reason.trim().length < 3) {
        setProblem("Say why it is put right: the old value stays beside the new one.");
        return false;
      }
      const outcome = await add("correction", {
        changes,
        reason: reason.trim(),
        at: new Date().toISOString(),
      });
      setProblem(outcome.kind === "refused" ? outcome.sentence : "");
      return outcome.kind !== "refused";
    },
  };
}

function Reason({ id, problem }: { readonly id: string; readonly problem: string }) {
  return (
    <div className="min-w-64 grow">
      <Field id={id} label="Why" problem={problem || undefined}>
        <input
          id={id}
          name="reason"
          autoComplete="off"
          maxLength={2000}
          aria-invalid={problem !== ""}
          aria-describedby={`${id}-problem`}
          className={FIELD_CLASS}
        />
      </Field>
    </div>
  );
}

const reasonIn = (event: FormEvent<HTMLFormElement>) =>
  String(new FormData(event.currentTarget).get("reason") ?? "");

function CorrectForm() {
  const { record, contact, promised, pressing, takenInAt } = useOpenJob();
  const { problem, correct } = useCorrect();
  const standing = {
    ...record,
    contact,
    ...(promised !== null && { promised }),
    ...(pressing !== null && { pressing }),
    takenInAt,
  };
  const form = useForm<IntakeFields>({ values: fieldsOfIntake(standing), resolver: intakeResolver });
  const submit = (reason: string) => async (fields: IntakeFields) => {
    const before = readIntake(fieldsOfIntake(standing), record.motor.id, takenInAt);
    const after = readIntake(fields, record.motor.id, takenInAt);
    if (before.kind === "problems" || after.kind === "problems") return;
    await correct(changesBetween(before.intake, after.intake), reason);
  };
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit(reasonIn(event)))(event)}
        noValidate
        className="flex flex-col gap-3"
      >
        <MachineGroup />
        <MotorGroup />
        <div className="flex flex-wrap items-start gap-3">
          <Reason id="correct-reason" problem={problem} />
          <Button type="submit" look="main" className="mt-7">
            Put it right
          </Button>
        </div>
      </form>
    </FormProvider>
  );
}

function MoveForm() {
  const { record } = useOpenJob();
  const { problem, correct } = useCorrect();
  const [search, setSearch] = useState("");
  const [chosen, setChosen] = useState("");
  const { data } = useUnitsQuery({ q: search });
  const units = (data?.items ?? []).filter(({ motor }) => motor.id !== record.motor.id);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const unit = units.find(({ motor }) => motor.id === chosen)?.motor;
    await correct(unit ? { unit } : {}, reasonIn(event));
  };
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-wrap items-start gap-3">
      <Field id="move-search" label="Find the unit by serial or name">
        <input
          id="move-search"
          value={search}
          autoComplete="off"
          onChange={({ target }) => setSearch(target.value)}
          className={FIELD_CLASS}
        />
      </Field>
      <Field id="move-unit" label="It is really">
        <Select
          id="move-unit"
          value={chosen}
          onChoose={setChosen}
          options={[
            ["", "choose"],
            ...units.map(({ motor, serial, name }) => [motor.id, `${serial}, ${name}`] as const),
          ]}
        />
      </Field>
      <Reason id="move-reason" problem={problem} />
      <Button type="submit" className="mt-7">
        Move the job to it
      </Button>
    </form>
  );
}

function CallOffForm() {
  const { add } = useOpenJob();
  const [problem, setProblem] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const reason = reasonIn(event).trim();
    if (reason.length < 3) return setProblem("Say why it is called off: the reason stands in its record.");
    const outcome = await add("callingOff", { reason, at: new Date().toISOString() });
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
  };
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-wrap items-start gap-3">
      <Reason id="call-off-reason" problem={problem} />
      <Button type="submit" className="mt-7">
        Call the job off
      </Button>
    </form>
  );
}

/** What was taken in, and how it is put right: every field, the unit itself, or the whole job. */
export default function TakenIn() {
  const { id, intake, contact, closed, takenInAt, closing } = useOpenJob();
  return (
    <section aria-labelledby="taken-in-title" className="flex max-w-6xl flex-col gap-4">
      <div>
        <h2 id="taken-in-title" className="text-xl font-bold">
          Taken in
        </h2>
        <p className="text-ink-2">
          {dayAndTimeText(takenInAt)}
          {intake.by ? ` by ${intake.by}` : ""}. What was written wrongly is put right here; the old value
          stays in the record.{contact && ` The owner is reached at ${contact}.`}
        </p>
        <div className="mt-2 flex flex-wrap gap-3">
          <Link to={`/jobs/${id}/label`} className={buttonClass("plain")}>
            Label to stick on
          </Link>
          <Link to={`/take-in?like=${id}`} className={buttonClass("plain")}>
            Take in the next one like it
          </Link>
        </div>
      </div>
      <Notes />
      <Corrections />
      {closed ? (
        <p className="text-ink-2">
          {closing?.kind === "callingOff"
            ? `Called off by ${closing.by}: ${closing.reason}. Reopen it under Close to go on.`
            : "This job is closed: reopen it under Close first."}
        </p>
      ) : (
        <>
          <CorrectForm />
          <details>
            <summary className="cursor-pointer py-2 font-semibold pointer-coarse:py-3">
              It is another motor
            </summary>
            <MoveForm />
          </details>
          <details>
            <summary className="cursor-pointer py-2 font-semibold pointer-coarse:py-3">
              This job is not to be done
            </summary>
            <CallOffForm />
          </details>
        </>
      )}
    </section>
  );
}
