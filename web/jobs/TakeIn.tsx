import { skipToken } from "@reduxjs/toolkit/query/react";
import { useEffect, useRef, useState } from "react";
import { FormProvider, useForm, useWatch, type FieldPath } from "react-hook-form";
import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate, useSearchParams } from "react-router";
import { uuidv7 } from "uuidv7";
import { readView } from "#contract/view";
import { jobName } from "#core/record";
import { sentenceOf, useJobQuery, useModelsQuery, useTakeInMutation } from "../app/api.ts";
import { outbox, useBench } from "../app/store.ts";
import type { TakeInBody } from "../app/outbox.ts";
import { Header } from "../shell/Header.tsx";
import { Button } from "../ui/Button.tsx";
import { Foot } from "../ui/Foot.tsx";
import { FormField } from "../ui/FormField.tsx";
import { isTyping } from "../ui/isTyping.ts";
import { draftKept, dropDraft, keepDraft } from "./draft.ts";
import { MachineGroup, MotorGroup } from "./IntakeGroups.tsx";
import {
  EMPTY,
  fieldsOfModel,
  fieldsOfMotor,
  fieldsOfNext,
  intakeResolver,
  PLATE_FIELDS,
  readIntake,
  type IntakeFields,
} from "./intakeForm.ts";
import { TakeInAside } from "./TakeInAside.tsx";
import { keepPlate, PlatePhoto } from "./PlatePhoto.tsx";
import { useHeld } from "../job/usePhone.ts";
import type { SmallPhoto } from "../job/keptPhoto.ts";
import { useKnownUnit } from "./useKnownUnit.ts";

const IntakeField = FormField<IntakeFields>;
const KEYS = [
  [["Tab"], "next question"],
  [["←", "→"], "choose"],
  [["Enter"], "take it in"],
  [["Esc"], "keep the draft, back"],
] as const;

/** Begins as the next one of a job that is there: `?like=` and its id. */
function useLike(fill: (fields: Partial<IntakeFields>) => void): string | null {
  const [parameters] = useSearchParams();
  const like = parameters.get("like");
  const { currentData: view } = useJobQuery(like ?? skipToken);
  const filled = useRef(false);
  useEffect(() => {
    if (!view || filled.current) return;
    const { record, contact } = readView(view);
    fill(fieldsOfNext({ ...record, contact }));
    filled.current = true;
  }, [view, fill]);
  return view ? jobName(view.number) : null;
}

/** A new job in two short steps: what it is and what is wrong with it, then what its plate says. */
export function TakeIn() {
  const navigate = useNavigate();
  const [takeIn] = useTakeInMutation();
  const [ids] = useState(() => ({ job: uuidv7(), motor: uuidv7() }));
  const [draft] = useState(draftKept);
  const [refusal, setRefusal] = useState("");
  const sending = useRef(false);
  const [plate, setPlate] = useState(false);
  const [photo, setPhoto] = useState<SmallPhoto | null>(null);
  const held = useHeld();
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
  const family = useWatch({ control, name: "family" });
  const unit = useKnownUnit(serial);
  const typed = useWatch({ control });
  // What is typed is kept on this device until it is taken in.
  useEffect(() => keepDraft(typed as IntakeFields), [typed]);
  useHotkeys("escape", () => (plate ? setPlate(false) : void navigate("/")), { enableOnFormTags: true });
  useHotkeys("p", () => setPlate(!plate), {
    enableOnFormTags: true,
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });

  const fill = (fields: Partial<IntakeFields>) => {
    for (const [name, value] of Object.entries(fields))
      setValue(name as FieldPath<IntakeFields>, value, { shouldDirty: true });
  };
  const like = useLike(fill);
  const takeOverModel = (id: string) => {
    const model = models.find((one) => one.id === id);
    if (model) fill(fieldsOfModel(model));
  };
  const submit = (then: "safety" | "label") => async (fields: IntakeFields) => {
    // A motor that is known here keeps its own record: what is new of it becomes a new version.
    const motorId = unit?.motor.id ?? ids.motor;
    const result = readIntake(fields, motorId, new Date().toISOString(), by ?? undefined);
    // Pressed twice it is one motor, with one time of its take-in.
    if (result.kind === "problems" || sending.current) return;
    sending.current = true;
    const answer = await takeIn({ id: ids.job, intake: result.intake });
    sending.current = false;
    if (answer.error && !("status" in answer.error && answer.error.status === "FETCH_ERROR"))
      return setRefusal(sentenceOf(answer.error));
    if (answer.error) {
      // Nobody answers: it is kept on this device, and worked on meanwhile.
      const body: TakeInBody = { id: ids.job, intake: result.intake };
      const kept = await outbox.submit({
        ...{ id: uuidv7(), job: ids.job, kind: "takeIn", body, version: 0, refused: null },
      });
      if (kept.kind === "refused") return setRefusal(kept.sentence);
    }
    dropDraft();
    // On its way meanwhile: nobody waits for a picture.
    if (photo && by) void keepPlate(photo, ids.job, by);
    await navigate(then === "label" ? `/jobs/${ids.job}/label` : `/jobs/${ids.job}/safety`);
  };
  /** A problem is shown where its field stands. */
  const showProblems = (errors: object) => {
    const onPlate = Object.keys(errors).map((name) => PLATE_FIELDS.has(name as keyof IntakeFields));
    if (onPlate.every(Boolean)) setPlate(true);
    else if (!onPlate.some(Boolean)) setPlate(false);
  };
  const send = (then: "safety" | "label") => handleSubmit(submit(then), showProblems);
  const step = (words: string, here: boolean) => (
    <button
      type="button"
      aria-current={here ? "step" : undefined}
      onClick={() => setPlate(words.startsWith("2"))}
      className="min-h-11 rounded px-2 text-ink-2 aria-[current=step]:font-semibold aria-[current=step]:text-ink max-sm:hidden"
    >
      {words}
    </button>
  );

  return (
    <div className="flex min-h-screen flex-col lg:h-screen">
      <Header title="Take a motor in" find={null}>
        {step("1 What is it", !plate)}
        {step("2 What its plate says", plate)}
      </Header>
      <div className="grid min-h-0 grow grid-cols-[1fr_300px] max-lg:grid-cols-1">
        <main className="min-w-0 overflow-y-auto px-5 pt-4 max-sm:px-3.5">
          <FormProvider {...form}>
            <form
              onSubmit={(event) => void send("safety")(event)}
              noValidate
              className="flex max-w-5xl flex-col gap-4"
            >
              {(draft ?? like) && (
                <p
                  role="status"
                  className="flex flex-wrap items-center gap-3 rounded-lg bg-amber-soft px-4 py-1 text-sm"
                >
                  <span className="grow">
                    {like ? (
                      <>
                        <strong>The next one after {like}.</strong> Say what is different: its serial, and
                        what is wrong with it.
                      </>
                    ) : (
                      <>
                        <strong>Begun earlier on this device.</strong> Nothing of it is on the server yet.
                      </>
                    )}
                  </span>
                  <Button look="quiet" onClick={() => reset(EMPTY)}>
                    Start with an empty form
                  </Button>
                </p>
              )}
              {by && (held !== null || plate) && <PlatePhoto photo={photo} onPhoto={setPhoto} />}
              <div className={plate ? "hidden" : ""}>
                <MachineGroup models={models} onModel={takeOverModel} />
              </div>
              <div className={plate ? "flex flex-col gap-4" : "hidden"}>
                {models.length > 0 && (
                  <div className="max-w-md">
                    <IntakeField
                      name="modelId"
                      label="Model"
                      hint="Takes over what the shop knows of it."
                      onChoose={takeOverModel}
                      options={[
                        ["", "none of these, or unknown"],
                        ...models.map(({ id, name }) => [id, name] as const),
                      ]}
                    />
                  </div>
                )}
                <MotorGroup />
              </div>
              {refusal && (
                <p role="alert" className="text-red">
                  {refusal}
                </p>
              )}
              <div className="sticky bottom-0 -mx-5 flex flex-wrap items-center gap-3 border-t border-line bg-ground px-5 py-2 max-sm:-mx-3.5 max-sm:px-3.5">
                <Button type="submit" look="main" disabled={formState.isSubmitting} hotkey="Enter">
                  Take it in
                </Button>
                <Button hotkey="P" onClick={() => setPlate(!plate)}>
                  {plate ? "What is it" : "Its plate first"}
                </Button>
                <Button disabled={formState.isSubmitting} onClick={() => void send("label")()}>
                  Take it in and print a label
                </Button>
                <span className="text-sm text-ink-2 max-sm:hidden">
                  Everything here can be corrected later.
                </span>
              </div>
            </form>
          </FormProvider>
        </main>
        <TakeInAside
          unit={unit}
          family={family}
          modelId={modelId}
          onTakeOver={() => unit && fill(fieldsOfMotor(unit.motor))}
        />
      </div>
      <Foot keys={KEYS}>What you type is kept on this device until you take it in.</Foot>
    </div>
  );
}
