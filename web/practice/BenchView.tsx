import { useEffect, useMemo, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link } from "react-router";
import { LIVE_FUNCTIONS, LIVE_FUNCTION_NAMES } from "#core/live";
import { FAMILY_FACTS, WITH_ELECTRONICS } from "#core/families";
import { lowerFirst, upperFirst } from "#core/check";
import { CHECKS, slotOf } from "#core/measure";
import { canMeasure, quantityText, rangesOf } from "#core/quantity";
import type { CheckId } from "#core/record";
import { kit, kitId } from "#bench/caseFile";
import { INSIDE, JUNCTIONS, type Place, type Point, type Probes } from "#bench/points";
import { useOpenJob } from "../job/openJob.ts";
import { useHeld, usePhone } from "../job/usePhone.ts";
import { Button } from "../ui/Button.tsx";
import { Key } from "../ui/Key.tsx";
import { isTyping } from "../ui/isTyping.ts";
import { DrawnBench, type Spot } from "./DrawnBench.tsx";
import type { Probe } from "./drawnParts.tsx";
import { Drill, Hands, Lamps, Machine } from "./ToolCards.tsx";
import type { Running } from "./running.ts";
import { displayOf, FUNCTION_SIGNS, pointName } from "./shownWords.ts";
import { keepGoing, METERS, useSession, type Session } from "./session.ts";
import { placesBeside, sensesFor, TOOL_NAMES, toolsFor, type Tool } from "./tools.ts";
import { placeNow, writeFound, writeShown, type Written } from "./writing.ts";

/** Where the probes are, for a title. */
function probesWords(probes: Probes, placeName: (place: Place) => string): string {
  if (probes === "lifted") return "Probes in the air";
  if (probes === "tips") return "Tips together";
  if ("at" in probes) return `Both probes at ${placeName(probes.at)}`;
  return `Red on ${pointName(probes.red)}, black on ${pointName(probes.black)}`;
}

const clock = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, "0")}`;

/** The simulated bench with what lies on it, and what was done so far. */
export function BenchView({ running, session }: { readonly running: Running; readonly session: Session }) {
  useSession(session);
  useEffect(() => keepGoing(session), [session]);
  const job = useOpenJob();
  const phone = usePhone();
  // Where a finger is all there is, no key is named.
  const touched = useHeld() !== null;
  const keyName = (key: string) => (touched ? undefined : key);
  const { motor } = job.record;
  const { file } = running;
  const { table } = session;
  const own = WITH_ELECTRONICS.includes(motor.family);
  const tools = toolsFor(motor, file.sensored);
  const [tool, setTool] = useState<Tool>("machine");
  const meter = session.meter();
  const [held, setHeld] = useState<{ readonly probe: Probe; readonly point: Point } | null>(null);
  const [result, setResult] = useState<Written | null>(null);
  const [rest, setRest] = useState(false);
  const state = table.state();
  const instrument = useMemo(() => kit().find(({ id }) => id === kitId(meter))!, [meter]);
  const reads = table.dial(instrument.id);
  const probes = table.probes(instrument.id);
  const value = session.shown(instrument.id);
  const atLeads = !own || state.opened;

  const perform: Session["perform"] = (act) => {
    setResult(null);
    return session.perform(act);
  };
  const take = (next: Tool) => {
    setTool(next);
    setHeld(null);
    setResult(null);
    session.say("");
    const isMeter = METERS.find((name) => name === next);
    if (isMeter) session.takeMeter(isMeter);
  };
  const put = (spot: Spot, probe: Probe | "next") => {
    if (spot.kind === "place") {
      setHeld(null);
      return void perform({ do: "reach", with: instrument.id, at: spot.place });
    }
    const { point } = spot;
    const which: Probe = probe !== "next" ? probe : held ? (held.probe === "red" ? "black" : "red") : "red";
    const other = which === "red" ? "black" : "red";
    const there = typeof probes === "object" && "red" in probes ? probes[other] : null;
    // The other probe lies somewhere already, and stays there.
    const stays = held?.probe === other ? held.point : probe !== "next" ? there : null;
    if (stays === null || stays === point) return setHeld({ probe: which, point });
    setHeld(null);
    perform({
      do: "touch",
      with: instrument.id,
      ...(which === "red" ? { red: point, black: stays } : { red: stays, black: point }),
    });
  };
  const settle = (written: Written) => {
    setResult(written);
    if (written.kind === "wrote") session.wrote(written.words);
  };
  const told = session.told();
  const write = () => {
    const found = told?.found;
    if (found)
      return void writeFound(
        job,
        { check: found.check as CheckId, slot: found.slot },
        found.found,
        state.opened,
      ).then(settle);
    void writeShown(job, table, instrument).then(settle);
  };
  const keys = { ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("enter", write, {
    ...keys,
    // A button that has the focus is pressed by it.
    ignoreEventWhen: (event) => isTyping(event) || (event.target as Element).closest("button, a") !== null,
  });
  useHotkeys(
    "1,2,3,4,5,6,7,8",
    (_event, { keys: pressed }) => {
      const next = tools[Number(pressed?.[0]) - 1];
      if (next) take(next);
    },
    keys,
  );
  useHotkeys("t", () => perform({ do: "tips", with: instrument.id }), keys);
  useHotkeys("l", () => perform({ do: "lift", with: instrument.id }), keys);
  useHotkeys("shift+equal,plus,equal,add", () => perform({ do: "press", with: instrument.id }), keys);

  const isMetering = METERS.some((name) => name === tool) || tool === "drill";
  const beside = placesBeside(motor);
  const placeName = (place: Place): string => {
    const near = beside.find(([one]) => one === place)?.[1];
    if (near) return lowerFirst(near);
    if (place === "sensorSupply") return "the sensors' supply";
    return slotOf("power", place)?.name ?? slotOf("run", place)?.name ?? place;
  };
  const where = placeNow(job, table, instrument);
  const asked = where && slotOf(where.check, where.slot);
  const words = held
    ? `${held.probe === "red" ? "Red" : "Black"} on ${pointName(held.point)}; the other probe now`
    : probesWords(probes, placeName);
  const shown = displayOf(instrument, reads, value);
  const rangesHere = rangesOf(instrument, reads);
  const range = table.range(instrument.id);
  const rangeWords =
    rangesHere.length === 0
      ? ""
      : range === null
        ? "chooses its range"
        : `${quantityText(range, LIVE_FUNCTIONS[reads].kind)} range`;
  const junctions = own ? [] : JUNCTIONS;

  return (
    <div className="flex flex-col gap-2.5">
      <div
        role="toolbar"
        aria-label="Tools"
        className="grid grid-cols-[repeat(auto-fit,minmax(6.4rem,1fr))] gap-2"
      >
        {tools.map((name, i) => (
          <button
            key={name}
            type="button"
            aria-pressed={tool === name}
            onClick={() => take(name)}
            className="flex min-h-11 items-center gap-2 rounded-lg border border-line-strong bg-sheet px-2.5 text-left text-sm font-semibold leading-tight aria-pressed:border-green aria-pressed:bg-green aria-pressed:text-on-green"
          >
            <span className="pointer-coarse:hidden">
              <Key onGreen={tool === name}>{i + 1}</Key>
            </span>
            {TOOL_NAMES[name]}
          </button>
        ))}
      </div>
      <DrawnBench
        motor={motor}
        probes={probes}
        held={held}
        shown={shown.number}
        reads={[shown.unit || FUNCTION_SIGNS[reads], rangeWords].filter(Boolean).join(", ")}
        sensored={file.sensored && !own}
        spinning={table.rpm() > 10}
        narrow={phone}
        atLeads={atLeads}
        said={`${TOOL_NAMES[meter]} shows ${shown.number} ${shown.unit}. ${words}.`}
        onPut={put}
      />
      <div className="grid gap-2.5 lg:grid-cols-[minmax(0,1fr)_minmax(0,19rem)]">
        <section aria-label="In hand" className="rounded-xl border border-line bg-sheet p-3.5">
          <div className="flex items-start justify-between gap-3">
            <h2 className="font-bold">{isMetering ? words : TOOL_NAMES[tool]}</h2>
            {(isMetering || told?.found) && (
              <Button look="main" className="shrink-0" hotkey={keyName("Enter")} onClick={write}>
                Write it down
              </Button>
            )}
          </div>
          {told?.unsafe && (
            <p role="alert" className="mt-3 border-l-4 border-red pl-3 text-sm">
              <strong className="text-red">{told.unsafe.did}: never do this.</strong> {told.unsafe.why}
            </p>
          )}
          {told && told.words !== "" && !result && (
            <p role="status" className="mt-3 font-semibold">
              {told.words}
            </p>
          )}
          {result && (
            <p
              role="status"
              className={`mt-3 text-sm ${result.kind === "not" ? "text-amber" : "text-green"}`}
            >
              {result.kind === "wrote" ? `Written into the job: ${result.words}.` : result.why}{" "}
              {result.kind === "not" && result.at && (
                <Link to={`${job.place}/${result.at}`} className="underline underline-offset-2">
                  To that step of the job
                </Link>
              )}
            </p>
          )}
          {METERS.some((name) => name === tool) && (
            <>
              <p className="text-sm text-ink-2">
                {asked
                  ? `Fills: ${asked.label}, ${CHECKS.find(({ id }) => id === where.check)!.title.toLowerCase()}.`
                  : "The job asks for nothing that is touched so."}
              </p>
              <div className="mt-2 flex flex-wrap gap-2">
                {LIVE_FUNCTION_NAMES.filter(
                  (one) => one !== "dcAmperes" && one !== "tachometer" && canMeasure(instrument, one),
                ).map((one) => (
                  <Button
                    key={one}
                    size="small"
                    look={reads === one ? "main" : "plain"}
                    aria-pressed={reads === one}
                    aria-label={`Set to ${LIVE_FUNCTIONS[one].words}`}
                    onClick={() => perform({ do: "dial", with: instrument.id, reads: one })}
                  >
                    {FUNCTION_SIGNS[one]}
                  </Button>
                ))}
                <Button
                  size="small"
                  hotkey={keyName("T")}
                  onClick={() => perform({ do: "tips", with: instrument.id })}
                >
                  Tips together
                </Button>
                <Button
                  size="small"
                  hotkey={keyName("+")}
                  onClick={() => perform({ do: "press", with: instrument.id })}
                >
                  Press harder
                </Button>
                <Button
                  size="small"
                  hotkey={keyName("L")}
                  onClick={() => perform({ do: "lift", with: instrument.id })}
                >
                  Lift
                </Button>
                <Button size="small" onClick={() => perform({ do: "null", with: instrument.id })}>
                  Null it
                </Button>
                {rangesHere.length > 0 && (
                  <Button
                    size="small"
                    onClick={() => {
                      const all = [null, ...rangesHere.map(({ fullScale }) => fullScale)];
                      const next = all[(all.indexOf(table.range(instrument.id)) + 1) % all.length] ?? null;
                      perform({ do: "range", with: instrument.id, fullScale: next });
                    }}
                  >
                    Next range
                  </Button>
                )}
              </div>
              <div className="mt-2 flex flex-wrap gap-2">
                {state.opened &&
                  INSIDE.map((point) => (
                    <Button key={point} size="small" onClick={() => put({ kind: "point", point }, "next")}>
                      {upperFirst(pointName(point))}
                    </Button>
                  ))}
                {beside.map(([place, name]) => (
                  <Button key={place} size="small" onClick={() => put({ kind: "place", place }, "next")}>
                    {name}
                  </Button>
                ))}
                {junctions.length > 0 && (
                  <Button size="small" look="quiet" aria-expanded={rest} onClick={() => setRest(!rest)}>
                    Controller junctions
                  </Button>
                )}
                {rest &&
                  junctions.map((place) => (
                    <Button key={place} size="small" onClick={() => put({ kind: "place", place }, "next")}>
                      {slotOf("run", place)?.name}
                    </Button>
                  ))}
              </div>
            </>
          )}
          {tool === "drill" && <Drill session={session} perform={perform} onSaid={setResult} />}
          {tool === "lamps" && <Lamps session={session} polePairs={file.polePairs} onWritten={settle} />}
          {(tool === "hands" || tool === "good") && (
            <Hands
              senses={sensesFor(motor, file, tool === "good")}
              perform={perform}
              none={
                file.goodOnes || tool === "hands"
                  ? null
                  : "No known-good motor or controller is at hand here."
              }
            />
          )}
          {tool === "machine" && (
            <Machine
              session={session}
              perform={perform}
              onWritten={settle}
              opens={FAMILY_FACTS[motor.family].openable || FAMILY_FACTS[motor.family].separateModule}
            />
          )}
        </section>
        <section aria-label="So far" className="rounded-xl border border-line bg-sheet p-3.5">
          <h2 className="text-sm font-semibold text-ink-2">So far</h2>
          <ol
            className="mt-1 max-h-56 space-y-0.5 overflow-y-auto text-sm"
            tabIndex={0}
            aria-label="What was done"
          >
            {running.done.length === 0 && (
              <li className="text-ink-2">Nothing yet. It lies there as it came.</li>
            )}
            {running.done.toReversed().map(({ at, words: line }, i) => (
              <li key={running.done.length - i} className="flex gap-3">
                <span className="w-11 shrink-0 tabular-nums text-ink-2">{clock(at)}</span>
                <span>{line}</span>
              </li>
            ))}
          </ol>
        </section>
      </div>
    </div>
  );
}
