import { useState, type FormEvent } from "react";
import { slotOf } from "#core/measure";
import { unmetNeeds } from "#core/check";
import { latestIn } from "#core/record";
import { useOpenJob, useStandingVerdict } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { AnyOf } from "../../ui/Choice.tsx";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { askedAgain } from "../entry/askedAgain.ts";
import { useFindings } from "../entry/useFindings.ts";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { labelOf, optionsOf } from "../entry/slots.ts";
import { useChoose } from "../entry/useChoose.ts";
import { CoastDown } from "./CoastDown.tsx";
import { Photos } from "./Photos.tsx";

function Note() {
  const { record, epoch, read, closed } = useOpenJob();
  const standing = latestIn(record.readings, "mechanical", "note", epoch);
  const [problem, setProblem] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const text = String(new FormData(event.currentTarget).get("note")).trim();
    if (text === "") return setProblem("Write a few words first.");
    const outcome = await read(
      "mechanical",
      "note",
      { kind: "text", text },
      { supersedes: standing?.id ?? null },
    );
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
  };
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex items-end gap-3">
      <div className="grow">
        <Field id="note" label="Note" problem={problem || undefined}>
          <input
            id="note"
            name="note"
            key={standing?.id}
            defaultValue={standing?.value.kind === "text" ? standing.value.text : ""}
            disabled={closed}
            maxLength={2000}
            aria-invalid={problem !== ""}
            aria-describedby="note-problem"
            className={FIELD_CLASS}
          />
        </Field>
      </div>
      <Button type="submit" disabled={closed}>
        Keep the note
      </Button>
    </form>
  );
}

/** Look, turn, listen, rock: a few choices, each on disk as it is made. */
export function Mechanical() {
  const { record, epoch, read, closed } = useOpenJob();
  const verdict = useStandingVerdict();
  const choosing = useChoose("mechanical");
  const { problem: refused, chosen } = choosing;
  const [problem, setProblem] = useState("");
  const seen = latestIn(record.readings, "mechanical", "seen", epoch);
  const marks = seen?.value.kind === "choices" ? seen.value.choices : [];
  const again = seen !== undefined && askedAgain(verdict, "mechanical", "seen");
  const sight = latestIn(record.readings, "mechanical", "sight", epoch);
  const [lookedAnew, setLookedAnew] = useState(false);
  const saw = async (choices: string[]) => {
    // The first mark of another look into what lies open begins it; those pressed after it belong to it.
    if (again && !lookedAnew && chosen("sight") === "opened") {
      setLookedAnew(true);
      await read(
        "mechanical",
        "sight",
        { kind: "choice", choice: "opened" },
        { supersedes: sight?.id ?? null },
      );
    }
    const outcome = await read(
      "mechanical",
      "seen",
      { kind: "choices", choices },
      { supersedes: seen?.id ?? null },
    );
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
  };
  const one = (slot: string) => <ChooseOne check="mechanical" slot={slot} by={choosing} />;
  const opened = (slot: string) =>
    unmetNeeds(record, "mechanical", slotOf("mechanical", slot)!, epoch).length === 0;
  const departing = useFindings("mechanical").filter(({ departs }) => departs);
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Look and turn
      </h2>
      <p className="mb-3 max-w-2xl text-ink-2">
        Turn the shaft slowly by hand, a full turn each way; even cogging steps are normal. Push and pull it,
        rock it, turn 90 degrees, rock again. Then look.
      </p>
      <div className="flex flex-col gap-2.5">
        {one("turn")}
        {opened("turnUnplugged") && one("turnUnplugged")}
        <div className="flex flex-wrap gap-x-4 gap-y-2.5">
          {one("axialPlay")}
          {one("radialPlay0")}
          {one("radialPlay90")}
        </div>
        <div className="flex flex-wrap gap-x-4 gap-y-2.5">
          {one("noise")}
          {one("sight")}
        </div>
        <AnyOf
          label={labelOf("mechanical", "seen")}
          value={marks}
          onChoose={(choices) => void saw(choices)}
          options={optionsOf("mechanical", "seen")}
          disabled={closed}
        >
          <Button
            aria-pressed={seen !== undefined && marks.length === 0}
            disabled={closed}
            onClick={() => void saw([])}
            className="aria-pressed:border-green aria-pressed:bg-green aria-pressed:text-on-green"
          >
            Nothing of these
          </Button>
          {again && (
            <Button look="main" disabled={closed} onClick={() => void saw([...marks])}>
              Looked again: the same
            </Button>
          )}
        </AnyOf>
        {one("shortDrag")}
        <CoastDown />
        <Photos />
        <Note />
        {(problem || refused) && (
          <p role="alert" className="text-red">
            {problem || refused}
          </p>
        )}
        {departing.length > 0 && (
          <Judged state="departs">
            <strong>{departing.map(({ sentence }) => sentence).join(". ")}.</strong>{" "}
            {verdict.hardFact?.sentence ??
              (["grinding", "scraping"].includes(chosen("turn"))
                ? "Do not run it until it is opened: delay raises the cost."
                : "")}
          </Judged>
        )}
        <Caution>
          Magnets pull the rotor in: keep fingers out of the gap, and cards and pacemakers away. Smell near
          liquid or burnt parts only with the air moving.
        </Caution>
      </div>
      <CheckRecord check="mechanical" />
    </section>
  );
}
