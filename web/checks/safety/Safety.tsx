import { useEffect, useState } from "react";
import { latestIn } from "#core/record";
import { cautionsFor, isDone, type Caution as CautionOf } from "#core/safety";
import { useOpenJob } from "../../job/openJob.ts";
import { clockText, useSecondsLeft } from "../../job/useSecondsLeft.ts";
import { Button } from "../../ui/Button.tsx";
import { Mark } from "../../ui/Mark.tsx";
import { Caution } from "../../ui/Notice.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";

/** A wait that gates its caution: started by hand, counted down, and only then to be acknowledged. */
function Wait({
  caution,
  onDone,
  focus,
}: {
  readonly caution: CautionOf;
  readonly onDone: () => void;
  readonly focus: boolean;
}) {
  const { record, epoch, read } = useOpenJob();
  const started = latestIn(record.readings, "safety", caution.id, epoch);
  const left = useSecondsLeft(started?.takenAt ?? null, caution.wait ?? 0);
  if (!started)
    return (
      <Button
        look={focus ? "main" : "plain"}
        className="shrink-0"
        onClick={() => void read("safety", caution.id, { kind: "choice", choice: "started" })}
      >
        Start {caution.wait} minutes
      </Button>
    );
  if (left > 0)
    return (
      <p className="shrink-0 text-right text-amber">
        <strong role="timer" className="block text-4xl">
          {clockText(left)}
        </strong>
        then measure, then touch
      </p>
    );
  return (
    <Button look={focus ? "main" : "plain"} className="shrink-0" onClick={onDone}>
      Waited, and measured dead
    </Button>
  );
}

/** The cautions that apply, each acknowledged by itself, anew in every epoch. */
export function Safety() {
  const { record, epoch, read, closed } = useOpenJob();
  const [problem, setProblem] = useState("");
  const cautions = cautionsFor(record.motor.family);
  const next = cautions.find((caution) => !isDone(record, caution, epoch));
  const done = (caution: CautionOf) => {
    const before = latestIn(record.readings, "safety", caution.id, epoch);
    void read(
      "safety",
      caution.id,
      { kind: "choice", choice: "done" },
      { supersedes: before?.id ?? null },
    ).then((outcome) => setProblem(outcome.kind === "refused" ? outcome.sentence : ""));
  };
  // The next open caution takes the focus, so that Enter, Enter, Enter reads them one by one.
  useEffect(
    () => document.getElementById(`caution-${next?.id}`)?.querySelector("button")?.focus(),
    [next?.id],
  );
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Made safe
      </h2>
      <p className="mb-4 max-w-2xl text-ink-2">
        Nothing is measured on a motor that could start or bite. Read each, do it, say so. They come back
        after every repair.
      </p>
      <ol className="max-w-3xl overflow-hidden rounded-xl border border-line bg-sheet">
        {cautions.map((caution) => {
          const acknowledged = isDone(record, caution, epoch);
          return (
            <li
              key={caution.id}
              id={`caution-${caution.id}`}
              className="flex min-h-16 items-center gap-4 border-t border-line px-4 py-2 first:border-0"
            >
              <Mark state={acknowledged ? "agrees" : "toDo"} />
              <p className="grow">{caution.text}</p>
              {acknowledged ? (
                <span className="shrink-0 text-sm text-green">
                  done{" "}
                  {new Date(
                    latestIn(record.readings, "safety", caution.id, epoch)!.takenAt,
                  ).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}
                </span>
              ) : closed ? null : caution.wait ? (
                <Wait caution={caution} focus={caution === next} onDone={() => done(caution)} />
              ) : (
                <Button
                  look={caution === next ? "main" : "plain"}
                  className="shrink-0"
                  onClick={() => done(caution)}
                >
                  Done
                </Button>
              )}
            </li>
          );
        })}
      </ol>
      {problem && (
        <p role="alert" className="mt-3 text-red">
          {problem}
        </p>
      )}
      <div className="mt-4 max-w-3xl">
        <Caution>
          Energised work is for qualified people under local rules and the maker's instructions. This list
          supports judgement; it does not replace a licensed person where one is required.
        </Caution>
      </div>
      <CheckRecord check="safety" />
    </section>
  );
}
