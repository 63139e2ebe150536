import { useState, type ReactNode } from "react";
import { useForm, useWatch, type FieldPath } from "react-hook-form";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { uuidv7 } from "uuidv7";
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
  HALL_SPACING_LABELS,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
  PHASES,
} from "#core/record";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS, shareText } from "#core/quantity";
import { sentenceOf, useModelsQuery, useTakeInMutation } from "../app/api.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Foot } from "../ui/Foot.tsx";
import { Logo } from "../ui/Logo.tsx";
import { fieldsOfModel, intakeResolver, readIntake, type IntakeFields } from "./intakeForm.ts";

const EMPTY: IntakeFields = {
  name: "",
  owner: "",
  serial: "",
  complaint: "noRun",
  complaintWords: "",
  events: [],
  family: "hub",
  connection: "unknown",
  consequence: "nuisance",
  polePairs: "",
  expected: "",
  expectedAt: "",
  expectedSource: "",
  limit: "",
  kv: "",
  kvConvention: "peak",
  hallSpacing: "",
  magnets: "",
  ratedVolts: "",
  ratedAmperes: "",
  ratedRpm: "",
  modelId: "",
  wireA: "",
  wireB: "",
  wireC: "",
};
const KEYS = [
  [["Tab"], "next field"],
  [["Enter"], "take it in"],
  [["Esc"], "back to the bench"],
] as const;

function Group({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <fieldset className="rounded-xl border border-line bg-sheet p-4 pt-1">
      <legend className="px-1 font-semibold text-ink-2">{title}</legend>
      <div className="grid grid-cols-4 items-start gap-x-4 gap-y-3 max-md:grid-cols-2 max-sm:grid-cols-1 max-sm:*:col-span-1">
        {children}
      </div>
    </fieldset>
  );
}

/** A new job: machine, complaint, family and what is known of the motor. */
export function TakeIn() {
  const navigate = useNavigate();
  const [takeIn] = useTakeInMutation();
  const [ids] = useState(() => ({ job: uuidv7(), motor: uuidv7() }));
  const [refusal, setRefusal] = useState("");
  const { data: models = [] } = useModelsQuery();
  const { register, handleSubmit, formState, control, setValue } = useForm<IntakeFields>({
    defaultValues: EMPTY,
    resolver: intakeResolver,
    reValidateMode: "onChange",
  });
  const { errors, isSubmitting } = formState;
  const facts = FAMILY_FACTS[useWatch({ control, name: "family" })];
  useHotkeys("escape", () => void navigate("/"), { enableOnFormTags: true });

  const takeOver = (id: string) => {
    const model = models.find((one) => one.id === id);
    for (const [name, value] of Object.entries(model ? fieldsOfModel(model) : {}))
      setValue(name as FieldPath<IntakeFields>, value);
  };

  const submit = async (fields: IntakeFields) => {
    const result = readIntake(fields, ids.motor, new Date().toISOString());
    if (result.kind === "problems") return;
    const answer = await takeIn({ id: ids.job, intake: result.intake });
    if (answer.error) return setRefusal(sentenceOf(answer.error));
    await navigate(`/jobs/${ids.job}/safety`);
  };
  const controls = (name: FieldPath<IntakeFields>) => ({
    id: name,
    ...register(name),
    "aria-invalid": errors[name as keyof IntakeFields] !== undefined,
    "aria-describedby": `${name}-problem`,
    className: FIELD_CLASS,
  });
  const typed = (
    name: Exclude<FieldPath<IntakeFields>, "events" | `events.${number}`>,
    label: string,
    more: {
      hint?: string;
      placeholder?: string;
      autoFocus?: boolean;
      inputMode?: "numeric" | "decimal";
    } = {},
  ) => {
    const { hint, ...rest } = more;
    return (
      <Field id={name} label={label} problem={errors[name]?.message} {...(hint ? { hint } : {})}>
        <input {...controls(name)} autoComplete="off" {...rest} />
      </Field>
    );
  };
  const chosen = (
    name: "complaint" | "family" | "connection" | "consequence" | "kvConvention" | "hallSpacing" | "magnets",
    label: string,
    options: readonly (readonly [string, string])[],
  ) => (
    <Field id={name} label={label} problem={errors[name]?.message}>
      <select {...controls(name)}>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </Field>
  );

  return (
    <div className="flex min-h-screen flex-col">
      <header className="flex items-center gap-5 border-b border-line bg-sheet px-5 py-1.5">
        <Link
          to="/"
          className="flex min-h-11 items-center gap-2 border-r border-line pr-5 font-semibold text-green"
        >
          <Logo /> Green Fable
        </Link>
        <h1 className="text-lg font-bold">Take a motor in</h1>
      </header>
      <main className="mx-auto w-full max-w-6xl grow px-5 py-3">
        <form
          onSubmit={(event) => void handleSubmit(submit)(event)}
          noValidate
          className="flex flex-col gap-4"
        >
          <Group title="Machine and complaint">
            <div className="col-span-2">
              {typed("name", "Machine and place", {
                autoFocus: true,
                placeholder: "Cargo trike 3, rear hub",
              })}
            </div>
            {typed("owner", "Owner")}
            {typed("serial", "Serial")}
            {chosen(
              "complaint",
              "Complaint",
              COMPLAINTS.map((code) => [code, COMPLAINT_LABELS[code]] as const),
            )}
            <div className="col-span-2">{typed("complaintWords", "In the customer's words")}</div>
            {chosen(
              "consequence",
              "A failure in use would mean",
              CONSEQUENCES.map((one) => [one, CONSEQUENCE_LABELS[one]] as const),
            )}
            <div
              className="col-span-full flex flex-wrap items-center gap-x-5"
              role="group"
              aria-label="What happened before"
            >
              <span className="text-sm font-semibold">What happened before</span>
              {EVENTS.map((event) => (
                <label key={event} className="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    value={event}
                    {...register("events")}
                    className="size-5 accent-[var(--green)]"
                  />
                  {EVENT_LABELS[event]}
                </label>
              ))}
            </div>
          </Group>
          <Group title="Motor">
            {models.length > 0 && (
              <div className="col-span-full">
                <Field id="modelId" label="Model" hint="Takes over what the shop knows of it.">
                  <select
                    id="modelId"
                    {...register("modelId", {
                      onChange: (event: { target: { value: string } }) => takeOver(event.target.value),
                    })}
                    className={FIELD_CLASS}
                  >
                    <option value="">none of these, or unknown</option>
                    {models.map(({ id, name }) => (
                      <option key={id} value={id}>
                        {name}
                      </option>
                    ))}
                  </select>
                </Field>
              </div>
            )}
            <div className="col-span-2">
              {chosen(
                "family",
                "Family",
                FAMILIES.map((family) => [family, FAMILY_FACTS[family].label] as const),
              )}
            </div>
            {chosen(
              "connection",
              "Connection",
              CONNECTIONS.map((one) => [one, CONNECTION_LABELS[one]] as const),
            )}
            {typed("polePairs", "Pole pairs", { placeholder: "15, or 30 poles" })}
            {typed("expected", "Expected pair resistance", { placeholder: "128m, line to line" })}
            {typed("expectedAt", "at", { placeholder: "20 °C" })}
            {typed("expectedSource", "Source", { placeholder: "nameplate" })}
            {typed("limit", "Balance limit, %", {
              inputMode: "decimal",
              placeholder: shareText(facts.balanceLimit),
            })}
            {typed("kv", "Speed constant", { placeholder: "9 rpm/V" })}
            {chosen(
              "kvConvention",
              "stated",
              KV_CONVENTIONS.map((one) => [one, KV_CONVENTION_LABELS[one]] as const),
            )}
            {chosen("hallSpacing", "Position sensors", [
              ["", "as the family usually has"],
              ...HALL_SPACINGS.map((one) => [one, HALL_SPACING_LABELS[one]] as const),
            ])}
            {chosen("magnets", "Magnets", [
              ["", "unknown"],
              ...MAGNET_MATERIALS.map((one) => [one, one] as const),
            ])}
            {typed("ratedVolts", "Rated supply", { placeholder: "42 V, at full charge" })}
            {typed("ratedAmperes", "Rated current", { placeholder: "12 A" })}
            {typed("ratedRpm", "Rated speed", { placeholder: "380 rpm" })}
            {PHASES.map((phase) => (
              <div key={phase}>{typed(`wire${phase}`, `Wire colour of ${phase}`)}</div>
            ))}
            <p className="self-center text-sm text-ink-2">
              Limit if empty: {shareText(facts.balanceLimit)}; {facts.limitReason}. What you do not know stays
              empty.
            </p>
          </Group>
          {refusal && (
            <p role="alert" className="text-red">
              {refusal}
            </p>
          )}
          <div className="flex items-center gap-4">
            <Button type="submit" look="main" disabled={isSubmitting} hotkey="Enter">
              Take it in
            </Button>
            <Link to="/" className={buttonClass("quiet")}>
              Back to the bench
            </Link>
          </div>
        </form>
      </main>
      <Foot keys={KEYS}>Nothing is written until you take it in.</Foot>
    </div>
  );
}
