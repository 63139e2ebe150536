import { useState } from "react";
import { useParams } from "react-router";
import { skipToken } from "@reduxjs/toolkit/query";
import { Link, useNavigate } from "react-router";
import { FAMILY_FACTS } from "#core/families";
import { nextCase, shows, type AttemptLine, type CaseLine } from "#contract/practice";
import { GRADES, TOPICS, type Grade, type Topic } from "#bench/caseFile";
import { sentenceOf } from "../app/api.ts";
import { useBench } from "../app/store.ts";
import { WhoIsHere } from "../shell/Person.tsx";
import { Room } from "../shell/Room.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Mark } from "../ui/Mark.tsx";
import { OwnCases } from "./OwnCases.tsx";
import { PracticeJob } from "./PracticeJob.tsx";
import { Progress } from "./Progress.tsx";
import { useCaseQuery, useCasesQuery, useProgressQuery } from "./practiceApi.ts";
import { begin, endRunning, useRunning } from "./running.ts";

const topicName = (topic: string): string => TOPICS[topic as Topic] ?? topic;

/** How a case went last for this person, as a shape. */
function stateOf(id: string, mine: readonly AttemptLine[]): "toDo" | "agrees" | "departs" {
  const tried = mine.filter(({ caseId }) => caseId === id);
  if (tried.length === 0) return "toDo";
  return tried.some(shows) ? "agrees" : "departs";
}
const STATE_WORDS = { toDo: "not tried", agrees: "done rightly", departs: "tried" } as const;

function CaseRow({ line, state }: { readonly line: CaseLine; readonly state: keyof typeof STATE_WORDS }) {
  return (
    <li>
      <Link
        to={`/practice/${line.id}`}
        className="flex min-h-14 items-center gap-3 rounded-xl border border-line bg-sheet px-3 py-2 hover:bg-sunk"
      >
        <Mark state={state} />
        <span className="min-w-0 grow leading-tight">
          <strong className="block">“{line.said}”</strong>
          <span className="text-sm text-ink-2">
            {line.about}. {FAMILY_FACTS[line.family].label}.
          </span>
        </span>
        <span className="shrink-0 text-right text-sm text-ink-2">
          {line.grade}
          <span className="block">{STATE_WORDS[state]}</span>
        </span>
      </Link>
    </li>
  );
}

/** The room where motors are practised on that are not there. */
function PracticeRoom({ who }: { readonly who: string }) {
  const { data: cases = [], error } = useCasesQuery();
  const { data: progress } = useProgressQuery();
  const running = useRunning();
  const navigate = useNavigate();
  const [topic, setTopic] = useState<string | null>(null);
  const mine = (progress?.attempts ?? []).filter(({ by }) => by === who);
  const next = nextCase(cases, mine);
  const shown = cases
    .filter(({ teaches }) => topic === null || teaches.includes(topic))
    .toSorted((a, b) => GRADES.indexOf(a.grade as Grade) - GRADES.indexOf(b.grade as Grade));
  const done = cases.filter(({ id }) => stateOf(id, mine) === "agrees").length;
  const goesOn = running && !running.decided && running.by === who;
  return (
    <Room title="Practice" foot={`${done} of ${cases.length} done rightly`}>
      <p className="mb-3 max-w-3xl text-ink-2">
        Simulated motors with something the matter, or nothing. Read them as real ones, say what you think,
        and see what would have been enough. Nothing here enters a job or what the shop learns from.
      </p>
      {error && <p role="alert">{sentenceOf(error)}</p>}
      <div className="mb-4 flex flex-wrap gap-3">
        {goesOn && (
          <section
            aria-label="Under way"
            className="flex flex-wrap items-center gap-3 rounded-xl border-2 border-green bg-sheet p-4"
          >
            <span>
              <strong className="block">“{running.file.said}”</strong>
              <span className="text-sm text-ink-2">Under way on this device.</span>
            </span>
            <Link to={`/practice/${running.file.id}`} className={buttonClass("main")}>
              Go on
            </Link>
            <Button onClick={endRunning}>Give it up</Button>
          </section>
        )}
        {next && (
          <section
            aria-label="Next for you"
            className="flex flex-wrap items-center gap-3 rounded-xl border border-line bg-sheet p-4"
          >
            <span>
              <strong className="block">“{next.said}”</strong>
              <span className="text-sm text-ink-2">
                {mine.length === 0 ? "A first one" : "By what you missed most"}:{" "}
                {next.teaches.map(topicName).join(", ").toLowerCase()}; {next.grade}.
              </span>
            </span>
            <Button look={goesOn ? "plain" : "main"} onClick={() => void navigate(`/practice/${next.id}`)}>
              Take it
            </Button>
          </section>
        )}
      </div>
      <div role="group" aria-label="What it teaches" className="mb-3 flex flex-wrap gap-2">
        <Button
          size="small"
          look={topic === null ? "main" : "plain"}
          aria-pressed={topic === null}
          onClick={() => setTopic(null)}
        >
          All, {cases.length}
        </Button>
        {Object.keys(TOPICS).map((name) => (
          <Button
            key={name}
            size="small"
            className="text-sm"
            look={topic === name ? "main" : "plain"}
            aria-pressed={topic === name}
            onClick={() => setTopic(name)}
          >
            {topicName(name)}, {cases.filter(({ teaches }) => teaches.includes(name)).length}
          </Button>
        ))}
      </div>
      <ul aria-label="Cases" className="grid gap-2 md:grid-cols-2">
        {shown.map((line) => (
          <CaseRow key={line.id} line={line} state={stateOf(line.id, mine)} />
        ))}
      </ul>
      {progress && <Progress progress={progress} />}
      <OwnCases cases={cases.filter(({ own }) => own)} />
    </Room>
  );
}

/** A case by its id: what is under way of it at this device, or a new try. */
function OfCase({
  id,
  step,
  who,
}: {
  readonly id: string;
  readonly step: string | undefined;
  readonly who: string;
}) {
  const running = useRunning();
  const here = running?.file.id === id && running.by === who ? running : null;
  const { currentData: file, error } = useCaseQuery(here ? skipToken : id);
  if (here) return <PracticeJob key={here.id} running={here} step={step} />;
  if (error)
    return (
      <main className="p-6">
        <p role="alert">{sentenceOf(error)}</p>
        <Link to="/practice" className="text-green underline">
          To the cases
        </Link>
      </main>
    );
  if (!file) return <p className="p-6">Fetching the case.</p>;
  if (running && !running.decided && running.by === who)
    return (
      <main className="max-w-xl space-y-3 p-6">
        <p>“{running.file.said}” is under way on this device. One motor lies on the bench at a time.</p>
        <p className="flex flex-wrap gap-3">
          <Link to={`/practice/${running.file.id}`} className={buttonClass("main")}>
            Go on with it
          </Link>
          <Button onClick={() => begin(file, who)}>Give it up and take this one</Button>
        </p>
      </main>
    );
  return (
    <main className="max-w-2xl space-y-4 p-6">
      <h1 className="text-2xl font-bold">“{file.said}”</h1>
      <p>
        {file.about}. {FAMILY_FACTS[file.family].label}; {file.grade}.
      </p>
      <ul className="list-disc space-y-1 pl-5 text-ink-2">
        <li>It lies there as it came: switched on, plugged in, closed.</li>
        <li>
          Take tools, put probes, turn and look. The meter feeds the fields of the job as a real one would.
        </li>
        <li>The program’s verdict stays hidden until you have said yours.</li>
        <li>What would hurt you at a real motor counts here too.</li>
      </ul>
      <p className="flex flex-wrap gap-3">
        <Button look="main" onClick={() => begin(file, who)}>
          Lay it on the bench
        </Button>
        <Link to="/practice" className={buttonClass("plain")}>
          Other cases
        </Link>
      </p>
    </main>
  );
}

/** Practice: the room, or one case of it. */
export function Practice() {
  const { case: id, step } = useParams();
  const who = useBench((bench) => bench.who);
  if (!who)
    return (
      <main className="p-4">
        <WhoIsHere />
      </main>
    );
  return id === undefined ? <PracticeRoom who={who} /> : <OfCase id={id} step={step} who={who} />;
}
