import { lazy, Suspense, useMemo, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { foretoldBy } from "#core/measure/backemf";
import { keepRun } from "#core/measure/feed";
import { captureIn } from "#core/check";
import type { RunOptions } from "#core/runlog";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { isTyping } from "../../ui/isTyping.ts";
import { DropFile } from "../DropFile.tsx";
import { keepLayout, layoutOf } from "./layouts.ts";
import { Columns, RunFigures, RunRemarks } from "./RunParts.tsx";
import { asRun, useCapture } from "../useCapture.ts";
import { useKeepRecording } from "../useKeepRecording.ts";

const RunChart = lazy(() =>
  import("../drawn/RunChart.tsx").then(({ RunChart: drawn }) => ({ default: drawn })),
);

const PLACES = [{ check: "feed", slot: "log" }] as const;

/** The run that is kept with the job, beside the one before a repair. */
function KeptRun() {
  const { record, epoch } = useOpenJob();
  const kept = captureIn(record, "feed", "log", epoch);
  const before = epoch > 0 ? captureIn(record, "feed", "log", epoch - 1) : null;
  if (!kept) return null;
  return (
    <section
      aria-label={`Kept: ${kept.name}`}
      className="grid gap-2 rounded-xl border border-line bg-sheet p-4"
    >
      <p>
        <strong>{kept.name}</strong>
        {before && <span className="text-sm text-ink-2">, beside {before.name} before the repair</span>}
      </p>
      <div className="grid grid-cols-2 gap-4 max-sm:grid-cols-1">
        <RunFigures figures={kept.figures} />
        {before && (
          <div className="opacity-80">
            <RunFigures figures={before.figures} />
          </div>
        )}
      </div>
      <RunRemarks said={kept.said} />
    </section>
  );
}

/** A log of a run: dropped, its columns named, looked at, kept. */
export function RunLog() {
  const { record, epoch, closed } = useOpenJob();
  const keepRecording = useKeepRecording();
  const [as, setAs] = useState<RunOptions["as"]>(null);
  const known = useMemo(() => foretoldBy(record, epoch), [record, epoch]);
  const options = useMemo((): RunOptions => ({ ...known, as }), [known, as]);
  const { reading, isCurrent, open, close, window, pack } = useCapture(asRun, options);
  const [isNaming, setNaming] = useState(false);
  const [said, setSaid] = useState("");
  const run = reading.kind === "read" ? reading.capture : null;
  const names = run?.answer.columns.map(({ name }) => name) ?? [];
  const remembered = run && as === null ? layoutOf(names) : null;
  if (remembered) setAs(remembered);
  const take = (file: File) => {
    setAs(null);
    setSaid("");
    setNaming(false);
    open(file);
  };
  const keep = async () => {
    if (reading.kind !== "read" || !isCurrent) return;
    const problem = await keepRecording(reading.file, pack, PLACES, (source) =>
      keepRun(reading.capture.answer, { ...source, polePairs: reading.known.polePairs }),
    );
    if (problem === null) close();
    else setSaid(problem);
  };
  useHotkeys("e", () => setNaming((now) => !now), { ignoreEventWhen: isTyping, preventDefault: true });
  const moments = useMemo(
    () => run?.answer.said.flatMap(({ at }) => (at === undefined ? [] : [at])) ?? [],
    [run],
  );
  return (
    <section aria-labelledby="run-log" className="grid max-w-4xl gap-3">
      <h3 id="run-log" className="font-bold">
        A run, logged
      </h3>
      {(reading.kind === "none" || reading.kind === "refused") && !closed && (
        <>
          <p className="text-sm text-ink-2">
            The controller's or a logger's own log as CSV: time, speed, volts, amperes, duty, temperature,
            flags. It shows constant and ohms under load, how far the pack sags, how it heats, and each
            cut-out.
          </p>
          <div>
            <DropFile words="A log of a run" again label="Run log" onFile={take} />
          </div>
          {reading.kind === "refused" && (
            <p role="alert" className="text-red">
              {reading.words}
            </p>
          )}
        </>
      )}
      {reading.kind === "busy" && (
        <p role="status">
          {reading.words} <Button onClick={close}>Stop</Button>
        </p>
      )}
      {reading.kind === "read" && run && (
        <>
          <p className="text-sm text-ink-2">
            <strong className="text-ink">{reading.file.name}</strong> {run.answer.rows} rows,{" "}
            {Math.round(run.seconds)} s
          </p>
          <div className="flex flex-wrap gap-2">
            {run.answer.outcome !== "refused" && (
              <Button look="main" disabled={!isCurrent} onClick={() => void keep()}>
                Keep with the job
              </Button>
            )}
            <Button onClick={close}>Leave it</Button>
            <span className="grow" />
            <Button size="small" hotkey="E" aria-expanded={isNaming} onClick={() => setNaming((now) => !now)}>
              What its columns hold
            </Button>
          </div>
          {(isNaming || run.answer.outcome === "refused") && run.answer.columns.length > 0 && (
            <Columns
              run={run}
              onRoles={(roles) => {
                keepLayout(names, roles);
                setAs(roles);
              }}
            />
          )}
          <RunRemarks said={run.answer.said} />
          {run.answer.outcome !== "refused" && (
            <>
              <section aria-label="Figures of the run" className="rounded-xl border border-line bg-sheet p-4">
                <RunFigures figures={run.answer.figures} />
              </section>
              {run.roles.length > 0 && (
                <Suspense fallback={null}>
                  <div className="rounded-xl border border-line bg-sheet p-3">
                    <RunChart roles={run.roles} seconds={run.seconds} window={window} moments={moments} />
                  </div>
                </Suspense>
              )}
            </>
          )}
        </>
      )}
      {said && (
        <p role="alert" className="text-red">
          {said}
        </p>
      )}
      {reading.kind !== "read" && <KeptRun />}
    </section>
  );
}
