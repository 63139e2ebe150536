import { useState } from "react";
import { useNavigate } from "react-router";
import { CURES, cureFactsOf, curesFor, WHOLE_MOTOR, type CureId } from "#core/known";
import { faultsOfFamily } from "#bench/marks";
import { sentenceOf } from "../app/api.ts";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { useKeepAttemptMutation } from "./practiceApi.ts";
import { changeRunning, type Running } from "./running.ts";

/** What can be done to a motor of this family, by name. */
function possibleCures({ family, onePiece }: Running["file"]): CureId[] {
  const possible = new Set(faultsOfFamily(family).flatMap((fault) => curesFor(fault, { family, onePiece })));
  return (Object.keys(CURES) as CureId[]).filter((cure) => possible.has(cure) || cure === WHOLE_MOTOR);
}

/** What one would do with the motor: said once, and then the program answers. */
export function DecideCase({ running }: { readonly running: Running }) {
  const { place } = useOpenJob();
  const navigate = useNavigate();
  const [keepAttempt, { isLoading }] = useKeepAttemptMutation();
  const [chosen, setChosen] = useState<readonly CureId[]>([]);
  const [sound, setSound] = useState(false);
  const [problem, setProblem] = useState("");
  const toggle = (cure: CureId) => {
    setSound(false);
    setProblem("");
    setChosen((before) => (before.includes(cure) ? before.filter((one) => one !== cure) : [...before, cure]));
  };
  const say = async () => {
    if (!sound && chosen.length === 0) return setProblem("Choose what is to be done, or that nothing is.");
    const { id, by, file, acts, entries, words, peeked } = running;
    try {
      await keepAttempt({
        ...{ id, caseId: file.id, by, acts, entries, words, peeked, at: new Date().toISOString() },
        decided: { cures: chosen },
      }).unwrap();
    } catch (error) {
      return setProblem(sentenceOf(error));
    }
    changeRunning(() => ({ decided: chosen }));
    await navigate(`${place}/debrief`);
  };
  return (
    <section aria-labelledby="decide-case" className="max-w-3xl">
      <h2 id="decide-case" tabIndex={-1} className="text-xl font-bold">
        What is to be done?
      </h2>
      <p className="mb-3 text-ink-2">
        Everything that it needs, and nothing it does not. After this nothing more is read.
      </p>
      <div role="group" aria-label="What is to be done" className="grid gap-2 sm:grid-cols-2">
        <Button
          look={sound ? "main" : "plain"}
          aria-pressed={sound}
          className="justify-start text-left"
          onClick={() => {
            setProblem("");
            setChosen([]);
            setSound(!sound);
          }}
        >
          Nothing: send it back as it is
        </Button>
        {possibleCures(running.file).map((cure) => (
          <Button
            key={cure}
            look={chosen.includes(cure) ? "main" : "plain"}
            aria-pressed={chosen.includes(cure)}
            className="justify-start text-left"
            onClick={() => toggle(cure)}
          >
            {cureFactsOf(cure).name}
          </Button>
        ))}
      </div>
      {problem && (
        <p role="alert" className="mt-3 text-red">
          {problem}
        </p>
      )}
      <div className="mt-4 flex gap-3">
        <Button look="main" disabled={isLoading} onClick={() => void say()}>
          That is my word
        </Button>
        <Button onClick={() => void navigate(`${place}/bench`)}>Back to the bench</Button>
      </div>
    </section>
  );
}
