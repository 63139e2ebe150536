import { Dialog } from "radix-ui";
import { useState, type FormEvent, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import type { Day, JobLine, JobView, Ready } from "#contract/jobs";
import { lowerFirst, upperFirst } from "#core/check";
import { isSentBack, jobName, PRESSING_LABELS } from "#core/record";
import { aboutText, callerWords, type ForCaller } from "#core/report";
import { sentenceOf, useDayQuery, useJobQuery } from "../app/api.ts";
import { useJobParts } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { DialogCard } from "../ui/DialogCard.tsx";
import { dayAndTimeText, shopDay } from "../ui/dates.ts";
import { ageText } from "../ui/ageText.ts";
import { DayInput } from "../ui/DayInput.tsx";
import { readDay } from "../ui/readDay.ts";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { isTyping } from "../ui/isTyping.ts";
import { dayWord, readyText, tenthsText } from "../ui/readyText.ts";

const STAGES: Readonly<Record<JobLine["stage"], ForCaller["stage"]>> = {
  reading: "measuring",
  decision: "deciding",
  repair: "repairing",
  parts: "parts",
  answer: "answer",
  proof: "proving",
  closing: "done",
  closed: "closed",
};

interface Standing {
  readonly job: JobLine;
  readonly ready: Ready | null;
  readonly kept: number | null;
}

/** A job as the day has it; null where it is closed, or not planned. */
function standingIn(day: Day | undefined, id: string): Standing | null {
  const row = day?.rows.find(({ job }) => job.id === id);
  if (row) return row;
  const waiting = day?.waiting.find(({ job }) => job.id === id);
  return waiting ? { ...waiting, kept: null } : null;
}

const keptText = (standing: Standing | null) =>
  standing !== null && standing.kept !== null ? `, ${tenthsText(standing.kept)}` : "";

/** A telephone number as a link that dials it; anything else as it is. */
function Reach({ contact }: { readonly contact: string }) {
  const digits = contact.replace(/[^\d+]/gu, "");
  if (contact === "") return <span className="text-ink-2">nobody wrote it down</span>;
  if (digits.length < 6 || /[a-z]{3}/iu.test(contact)) return <span>{contact}</span>;
  return (
    <a href={`tel:${digits}`} className="text-green underline underline-offset-4">
      {contact}
    </a>
  );
}

function Fact({
  label,
  under,
  children,
}: {
  readonly label: string;
  readonly under: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <dt className="text-sm font-semibold text-ink-2">{label}</dt>
      <dd className="text-xl font-bold">{children}</dd>
      <dd className="line-clamp-3 text-sm text-ink-2">{under}</dd>
    </div>
  );
}

/** What is asked for in one line before it is written. */
type Asking = "promise" | "word" | null;

function Ask({
  asking,
  onDone,
  write,
}: {
  readonly asking: "promise" | "word";
  readonly onDone: () => void;
  readonly write: (text: string) => Promise<string>;
}) {
  const [said, setSaid] = useState("");
  const [answer, setAnswer] = useState("");
  const label = asking === "promise" ? "Promised for" : "A word for whoever works on it";
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const refused = await write(answer.trim());
    setSaid(refused);
    if (refused === "") onDone();
  };
  return (
    <form noValidate onSubmit={(event) => void submit(event)} className="mt-4 flex flex-wrap items-end gap-3">
      <div className="min-w-60 grow">
        <Field id="answer" label={label} problem={said || undefined}>
          {asking === "promise" ? (
            <DayInput
              id="answer"
              label={label}
              value={answer}
              onChange={setAnswer}
              toward="ahead"
              invalid={said !== ""}
              autoFocus
            />
          ) : (
            <input
              id="answer"
              autoFocus
              value={answer}
              onChange={({ target }) => setAnswer(target.value)}
              maxLength={2000}
              autoComplete="off"
              className={FIELD_CLASS}
            />
          )}
        </Field>
      </div>
      <Button type="submit" look="main">
        Write it down
      </Button>
    </form>
  );
}

/** What stands of a job, for somebody who rings; drawn once the job and the day are there. */
function Card({ view, day }: { readonly view: JobView; readonly day: Day | undefined }) {
  const { parts } = useJobParts(view);
  const { record, contact, told, promised, pressing, closed, closedAt, takenInAt, intake, add } = parts;
  const standing = standingIn(day, view.id);
  const [asking, setAsking] = useState<Asking>(null);
  const [said, setSaid] = useState("");
  const now = new Date();
  const decision = record.decisions.at(-1);
  const summary = standing?.job.summary;
  const ahead = summary?.ahead;
  const ready = standing?.ready ?? null;
  const cost =
    ahead && ahead.soFar !== null && ahead.toCome !== null && ahead.soFar + ahead.toCome > 0
      ? aboutText(ahead.soFar + ahead.toCome, day?.currency ?? "")
      : null;
  const words = callerWords({
    name: record.motor.name,
    stage: closed ? "closed" : standing ? STAGES[standing.job.stage] : "measuring",
    found: summary?.leading ?? null,
    isDecided: decision !== undefined && decision.disposition !== "undecided",
    isSentBack: isSentBack(decision?.disposition),
    ready: ready ? readyText(ready.at, now) : null,
    cost,
  });
  const copy = async () => {
    await navigator.clipboard.writeText(words);
    setSaid("Copied.");
  };
  const tell = async () => {
    const at = new Date().toISOString();
    const outcome = await add("told", {
      words,
      at,
      readyBy: ready?.at ?? null,
      chance: ready?.chance ?? null,
    });
    setSaid(outcome.kind === "refused" ? outcome.sentence : "Written down: they were told so.");
  };
  const write = async (text: string) => {
    const at = new Date().toISOString();
    if (text === "") return asking === "promise" ? "Choose the day that was promised." : "Write the word.";
    if (asking === "promise" && readDay(text, shopDay(now), "ahead") === null)
      return "That is no day: write Friday, 4 Dec or 2026-12-04.";
    if (asking === "promise" && text < shopDay(now)) return "That day is past.";
    const outcome =
      asking === "promise"
        ? await add("correction", {
            changes: { promised: text },
            reason: "promised to the customer",
            at,
          })
        : await add("note", { words: text, at });
    return outcome.kind === "refused" ? outcome.sentence : "";
  };
  const hotkeys = { enableOnFormTags: true, ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("c", () => void copy(), hotkeys);
  useHotkeys("t", () => !closed && void tell(), hotkeys);
  useHotkeys("p", () => !closed && setAsking("promise"), hotkeys);
  useHotkeys("l", () => !closed && setAsking("word"), hotkeys);
  const last = told.at(-1);
  return (
    <>
      <p className="text-lg leading-snug">
        <strong>
          {closed && closedAt
            ? `Closed ${ageText(closedAt)} ago.`
            : `Here for ${ageText(takenInAt)}${intake.by ? `, taken in by ${intake.by}` : ""}.`}
        </strong>{" "}
        {standing && !closed
          ? `${upperFirst(standing.job.summary.headline)}. Next: ${lowerFirst(standing.job.summary.next)}${standing.job.summary.minutes > 0 ? `, ${standing.job.summary.minutes} min` : ""}.`
          : decision && `${decision.reason}`}
      </p>
      <dl className="my-4 grid grid-cols-3 gap-4 max-sm:grid-cols-1">
        <Fact
          label="Ready"
          under={[
            ready && tenthsText(ready.chance),
            promised !== null && `promised ${dayWord(promised, now)}${keptText(standing)}`,
            pressing && PRESSING_LABELS[pressing],
          ]
            .filter(Boolean)
            .join("; ")}
        >
          {closed ? "closed" : ready ? upperFirst(readyText(ready.at, now)) : "nobody can tell"}
        </Fact>
        <Fact
          label="Cost so far, to come"
          under={ahead?.soFar === null ? "the shop has not said what its hour costs" : ""}
        >
          {ahead && ahead.soFar !== null
            ? `${aboutText(ahead.soFar, day?.currency ?? "")} + ${ahead.toCome === null ? "?" : `about ${aboutText(ahead.toCome, day?.currency ?? "")}`}`
            : "not known"}
        </Fact>
        <Fact
          label="How to reach them"
          under={
            last ? `told ${dayAndTimeText(last.at)}, ${last.by}: ${last.words}` : "not told anything yet"
          }
        >
          <Reach contact={contact} />
        </Fact>
      </dl>
      <p className="rounded-xl border border-line bg-ground px-4 py-3 leading-snug">{words}</p>
      <div className="mt-4 flex flex-wrap gap-3">
        <Button look="main" hotkey="C" onClick={() => void copy()}>
          Copy the words
        </Button>
        {!closed && (
          <>
            <Button hotkey="T" onClick={() => void tell()}>
              I told them so
            </Button>
            <Button hotkey="P" onClick={() => setAsking("promise")}>
              Promise a day
            </Button>
            <Button hotkey="L" onClick={() => setAsking("word")}>
              Leave word
            </Button>
          </>
        )}
      </div>
      <p role="status" className="mt-2 text-sm text-ink-2">
        {said}
      </p>
      {asking && (
        <Ask
          key={asking}
          asking={asking}
          write={write}
          onDone={() => {
            setAsking(null);
            setSaid("Written down.");
          }}
        />
      )}
    </>
  );
}

/** How a job stands, in one card for somebody who rings. */
export default function CallerCard({ id, onClose }: { readonly id: string; readonly onClose: () => void }) {
  const { currentData: view, error } = useJobQuery(id);
  const { data: day } = useDayQuery({});
  return (
    <DialogCard width="w-[51rem]" onClose={onClose}>
      <div className="mb-3 flex items-start justify-between gap-4">
        <Dialog.Title className="text-xl font-bold">
          {view ? view.intake.motor.name : "How it stands"}
          {view && (
            <span className="ml-3 text-sm font-normal text-ink-2">
              {[jobName(view.number), view.intake.motor.owner].filter(Boolean).join(", ")}
            </span>
          )}
        </Dialog.Title>
        <Dialog.Close asChild>
          <Button size="small" hotkey="Esc">
            Back
          </Button>
        </Dialog.Close>
      </div>
      {error && (
        <p role="alert" className="text-red">
          {sentenceOf(error)}
        </p>
      )}
      {view ? <Card view={view} day={day} /> : !error && <p role="status">Looking it up.</p>}
    </DialogCard>
  );
}
