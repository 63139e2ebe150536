import { useEffect, useState } from "react";
import { FormProvider, useForm, useWatch, type FieldPath } from "react-hook-form";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { uuidv7 } from "uuidv7";
import { sentenceOf, useModelsQuery, useTakeInMutation } from "../app/api.ts";
import { useBench } from "../app/store.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Foot } from "../ui/Foot.tsx";
import { Logo } from "../ui/Logo.tsx";
import { draftKept, dropDraft, keepDraft } from "./draft.ts";
import { MachineGroup, MotorGroup } from "./IntakeGroups.tsx";
import {
  EMPTY,
  fieldsOfModel,
  fieldsOfMotor,
  intakeResolver,
  readIntake,
  type IntakeFields,
} from "./intakeForm.ts";
import { KnownUnit, useKnownUnit } from "./KnownUnit.tsx";

const KEYS = [
  [["Tab"], "next field"],
  [["Enter"], "take it in"],
  [["Esc"], "back to the bench"],
] as const;

/** A new job: machine, complaint, family and what is known of the motor. */
export function TakeIn() {
  const navigate = useNavigate();
  const [takeIn] = useTakeInMutation();
  const [ids] = useState(() => ({ job: uuidv7(), motor: uuidv7() }));
  const [draft] = useState(draftKept);
  const [refusal, setRefusal] = useState("");
  const by = useBench((bench) => bench.who);
  const { data: models = [] } = useModelsQuery();
  const form = useForm<IntakeFields>({
    defaultValues: EMPTY,
    ...(draft && { values: draft }),
    resetOptions: { keepDefaultValues: true },
    resolver: intakeResolver,
    reValidateMode: "onChange",
  });
  const { control, handleSubmit, setValue, reset, formState } = form;
  const serial = useWatch({ control, name: "serial" });
  const modelId = useWatch({ control, name: "modelId" });
  const unit = useKnownUnit(serial);
  const typed = useWatch({ control });
  // What is typed is kept on this device until it is taken in.
  useEffect(() => keepDraft(typed as IntakeFields), [typed]);
  useHotkeys("escape", () => void navigate("/"), { enableOnFormTags: true });

  const fill = (fields: Partial<IntakeFields>) => {
    for (const [name, value] of Object.entries(fields))
      setValue(name as FieldPath<IntakeFields>, value, { shouldDirty: true });
  };
  const takeOverModel = (id: string) => {
    const model = models.find((one) => one.id === id);
    if (model) fill(fieldsOfModel(model));
  };
  const submit = async (fields: IntakeFields) => {
    // A motor that is known here keeps its own record: what is new of it becomes a new version.
    const motorId = unit?.motor.id ?? ids.motor;
    const result = readIntake(fields, motorId, new Date().toISOString(), by ?? undefined);
    if (result.kind === "problems") return;
    const answer = await takeIn({ id: ids.job, intake: result.intake });
    if (answer.error) return setRefusal(sentenceOf(answer.error));
    dropDraft();
    await navigate(`/jobs/${ids.job}/safety`);
  };

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
        <FormProvider {...form}>
          <form
            onSubmit={(event) => void handleSubmit(submit)(event)}
            noValidate
            className="flex flex-col gap-4"
          >
            {draft && (
              <p
                role="status"
                className="flex flex-wrap items-center gap-3 rounded-lg bg-amber-soft px-4 py-1 text-sm"
              >
                <span className="grow">
                  <strong>Begun earlier on this device.</strong> Nothing of it is on the server yet.
                </span>
                <Button look="quiet" onClick={() => reset(EMPTY)}>
                  Start with an empty form
                </Button>
              </p>
            )}
            <MachineGroup>
              {unit && <KnownUnit unit={unit} onTakeOver={() => fill(fieldsOfMotor(unit.motor))} />}
            </MachineGroup>
            <MotorGroup>
              {models.length > 0 && (
                <div className="col-span-full">
                  <Field id="modelId" label="Model" hint="Takes over what the shop knows of it.">
                    <select
                      id="modelId"
                      value={modelId}
                      onChange={({ target }) => {
                        setValue("modelId", target.value, { shouldDirty: true });
                        takeOverModel(target.value);
                      }}
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
            </MotorGroup>
            {refusal && (
              <p role="alert" className="text-red">
                {refusal}
              </p>
            )}
            <div className="flex items-center gap-4">
              <Button type="submit" look="main" disabled={formState.isSubmitting} hotkey="Enter">
                Take it in
              </Button>
              <Link to="/" className={buttonClass("quiet")}>
                Back to the bench
              </Link>
            </div>
          </form>
        </FormProvider>
      </main>
      <Foot keys={KEYS}>What you type is kept on this device until you take it in.</Foot>
    </div>
  );
}
