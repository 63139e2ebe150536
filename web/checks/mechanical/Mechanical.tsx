import { useState, type FormEvent } from "react";
import {
  DRAG_CHOICES,
  MARKS,
  NOISE_CHOICES,
  PLAY_CHOICES,
  SIGHT_CHOICES,
  TURN_CHOICES,
  UNPLUGGED_CHOICES,
} from "#core/mechanical";
import { latestIn } from "#core/record";
import { useOpenJob } from "../../jobs/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { AnyOf, OneOf } from "../../ui/Choice.tsx";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { CoastDown } from "./CoastDown.tsx";
import { Photos } from "./Photos.tsx";

const WORDS: Readonly<Record<string, string>> = {
  even: "Even steps",
  smooth: "Smooth",
  tightSpot: "Tight spot",
  grinding: "Grinding",
  scraping: "Scraping",
  stiff: "Stiff",
  locked: "Locked",
  free: "Free now",
  stillStiff: "Still stiff",
  none: "None",
  slight: "Slight",
  clear: "Clear",
  quiet: "Quiet",
  marbles: "Like marbles",
  scrape: "A scrape",
  outside: "From outside",
  opened: "Opened up",
  equal: "Alike, all three",
  oneDiffers: "One differs",
  noneDrags: "None drags",
  dragsUnbridged: "Even unbridged",
};
/** Shorter than what the findings say, to fit side by side. */
const MARK_WORDS: Readonly<Record<string, string>> = {
  dark: "Dark windings",
  scratched: "Scratched magnets",
  chipped: "Broken or loose magnet",
  torn: "Torn laminations",
  chips: "Chips in the gap",
  taped: "Taped wires",
  broken: "Broken wire",
};
const options = (values: readonly string[]) =>
  values.map((value) => ({ value, words: WORDS[value] ?? value }));

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
  const { record, epoch, read, closed, verdict } = useOpenJob();
  const { problem: refused, chosen, choose } = useChoose("mechanical");
  const [problem, setProblem] = useState("");
  const seen = latestIn(record.readings, "mechanical", "seen", epoch);
  const marks = seen?.value.kind === "choices" ? seen.value.choices : [];
  const saw = (choices: string[]) =>
    void read("mechanical", "seen", { kind: "choices", choices }, { supersedes: seen?.id ?? null }).then(
      (outcome) => setProblem(outcome.kind === "refused" ? outcome.sentence : ""),
    );
  const one = (slot: string, label: string, values: readonly string[]) => (
    <OneOf
      label={label}
      value={chosen(slot)}
      onChoose={choose(slot)}
      options={options(values)}
      disabled={closed}
    />
  );
  const departing = verdict.findings.filter(
    ({ variable, departs }) =>
      departs &&
      ["turn", "play", "shortDrag", "coastDown", ...MARKS.map((mark) => mark.variable)].includes(variable),
  );
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
        {one("turn", "Turned by hand, it is", TURN_CHOICES)}
        {chosen("turn") === "stiff" &&
          one("turnUnplugged", "With its electronics unplugged", UNPLUGGED_CHOICES)}
        <div className="flex flex-wrap gap-x-4 gap-y-2.5">
          {one("axialPlay", "Play, push and pull", PLAY_CHOICES)}
          {one("radialPlay0", "Play, rocked", PLAY_CHOICES)}
          {one("radialPlay90", "Rocked at 90°", PLAY_CHOICES)}
        </div>
        <div className="flex flex-wrap gap-x-4 gap-y-2.5">
          {one("noise", "Sound", NOISE_CHOICES)}
          {one("sight", "How far you could see", SIGHT_CHOICES)}
        </div>
        <AnyOf
          label="What you saw"
          value={marks}
          onChoose={saw}
          options={MARKS.map(({ code, words }) => ({ value: code, words: MARK_WORDS[code] ?? words }))}
          disabled={closed}
        >
          <Button
            aria-pressed={seen !== undefined && marks.length === 0}
            disabled={closed}
            onClick={() => saw([])}
            className="aria-pressed:border-green aria-pressed:bg-green aria-pressed:text-on-green"
          >
            Nothing of these
          </Button>
        </AnyOf>
        <OneOf
          label="Each pair of leads bridged in turn, it drags"
          value={chosen("shortDrag")}
          onChoose={choose("shortDrag")}
          options={options(DRAG_CHOICES)}
          disabled={closed}
        />
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
