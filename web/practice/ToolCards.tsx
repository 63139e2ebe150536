import { lowerFirst } from "#core/check";
import { FAMILY_FACTS } from "#core/families";
import { cautionsFor, comesFirst, isDone, minutesOf } from "#core/measure/safety";
import { slotOf } from "#core/measure";
import { pairName, PAIRS, PHASES } from "#core/record";
import { SENSES, type SenseId } from "#bench/senses";
import { useHotkeys } from "react-hotkeys-hook";
import { useOpenJob } from "../job/openJob.ts";
import { useHeld } from "../job/usePhone.ts";
import { useHere } from "../job/useHere.ts";
import { Button } from "../ui/Button.tsx";
import { isTyping } from "../ui/isTyping.ts";
import type { Session } from "./session.ts";
import { writeSaid, type Written } from "./writing.ts";

type Perform = Session["perform"];

const SPEEDS = [150, 300, 600, 900, 1400, 2000] as const;

/** A drill, set to a speed that the job is told of before it turns. */
export function Drill({
  session,
  perform,
  onSaid,
}: {
  readonly session: Session;
  readonly perform: Perform;
  readonly onSaid: (written: Written) => void;
}) {
  const job = useOpenJob();
  const { table } = session;
  const rpm = Math.round(table.rpm());
  const { insulated } = table.state();
  const start = async (speed: number) => {
    const place = { check: "backemf", slot: "plannedSpeed" } as const;
    const value = { kind: "quantity", quantity: "rpm", value: speed } as const;
    const said = await writeSaid(job, place, value, `drill set to ${speed} rpm`);
    if (perform({ do: "spin", rpm: speed }).kind !== "cannot" && said.kind === "not") onSaid(said);
  };
  return (
    <>
      <p className="text-sm text-ink-2">
        Centred, on the smooth part of the shaft; glasses on, no gloves, no loose sleeves. Work out the volts
        before it turns.
      </p>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {SPEEDS.map((speed) => (
          <Button key={speed} size="small" onClick={() => void start(speed)}>
            {speed} rpm
          </Button>
        ))}
        <Button size="small" onClick={() => perform({ do: "stop" })}>
          Stop
        </Button>
        <Button
          size="small"
          aria-pressed={insulated}
          look={insulated ? "main" : "plain"}
          onClick={() => perform({ do: "insulate", on: !insulated })}
        >
          Insulate the leads
        </Button>
        <Button size="small" onClick={() => perform({ do: "sense", what: "backemf.drill" })}>
          How the drill pulls
        </Button>
        {PAIRS.map((pair) => (
          <Button
            key={pair}
            size="small"
            onClick={() => perform({ do: "sense", what: `backemf.${pair}.burden` })}
          >
            {pairName(pair)} with 10 kΩ
          </Button>
        ))}
      </div>
      <p className="mt-2 text-sm" role="status">
        {rpm > 5 ? `The drill turns at about ${rpm} rpm.` : "The drill stands."} Take a meter to read what it
        makes.
      </p>
    </>
  );
}

/** Three lamps on the sensor signals, and the rotor turned on by a hand. */
export function Lamps({
  session,
  polePairs,
  onWritten,
}: {
  readonly session: Session;
  readonly polePairs: number;
  readonly onWritten: (written: Written) => void;
}) {
  const job = useOpenJob();
  const { table } = session;
  const lit = table.lamps();
  const touched = useHeld() !== null;
  const turn = (write: boolean) => {
    session.perform({ do: "turn", degrees: 360 / polePairs / 6 });
    if (!write) return;
    const state = table.lamps();
    const place = { check: "hall", slot: "forward" } as const;
    void writeSaid(job, place, { kind: "choice", choice: state }, `lamps ${state}`).then(onWritten);
  };
  useHotkeys("right", () => turn(true), { ignoreEventWhen: isTyping, preventDefault: true });
  return (
    <>
      <p role="img" aria-label={`Lamps ${lit}`} className="mt-1 flex gap-4">
        {PHASES.map((phase, i) => (
          <span key={phase} className="flex flex-col items-center text-sm">
            <span
              className={`size-11 rounded-full border-2 border-line-strong ${lit[i] === "1" ? "bg-amber" : "bg-sunk"}`}
            />
            {phase} {lit[i] === "1" ? "lit" : "dark"}
          </span>
        ))}
      </p>
      <p className="mt-2 text-sm text-ink-2">
        The controller feeds them while it is plugged and on; unplugged, the lamps' own battery does.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        <Button look="main" hotkey={touched ? undefined : "→"} onClick={() => turn(true)}>
          Turn on a step, and write it
        </Button>
        <Button onClick={() => turn(false)}>Turn only</Button>
      </div>
    </>
  );
}

/** Everything that is found out without a meter. */
export function Hands({
  senses,
  perform,
  none,
}: {
  readonly senses: readonly SenseId[];
  readonly perform: Perform;
  readonly none: string | null;
}) {
  if (none !== null) return <p className="text-sm">{none}</p>;
  return (
    <div className="mt-2 flex flex-wrap gap-2">
      {senses.map((what) => {
        const { check, slot, seconds } = SENSES[what];
        return (
          <Button
            key={what}
            size="small"
            className="text-left text-sm leading-tight"
            onClick={() => perform({ do: "sense", what })}
          >
            {what === "mechanical.seen" ? "Look at it" : slotOf(check, slot)?.label}
            <span className="font-normal text-ink-2">{Math.max(1, Math.round(seconds / 60))} min</span>
          </Button>
        );
      })}
    </div>
  );
}

/** The machine's switch, plug and cover, and the cautions before anything else. */
export function Machine({
  session,
  perform,
  onWritten,
  opens,
}: {
  readonly session: Session;
  readonly perform: Perform;
  readonly onWritten: (written: Written) => void;
  readonly opens: boolean;
}) {
  const job = useOpenJob();
  const here = useHere();
  const { record, epoch } = job;
  const { motor } = record;
  const { powered, plugged, opened, called, live } = session.table.state();
  const own = FAMILY_FACTS[motor.family].ownElectronics;
  const left = cautionsFor(motor).filter((caution) => !isDone(record, caution, epoch, here));
  const stance = record.readings.some(({ check, slot }) => check === "power" && slot === "stance");
  const say = (id: string, choice: string, words: string) =>
    writeSaid(job, { check: "safety", slot: id }, { kind: "choice", choice }, words);
  const doCaution = async (caution: (typeof left)[number]) => {
    const first = comesFirst(record, caution, epoch, here);
    if (first) return onWritten({ kind: "not", why: `First: ${lowerFirst(first.name)}.`, at: null });
    if (caution.id === "isolate" && powered) perform({ do: "power", on: false });
    const minutes = minutesOf(record, caution, epoch);
    if (minutes > 0) {
      await say(caution.id, "started", caution.name);
      perform({ do: "wait", seconds: minutes * 60 });
    }
    onWritten(await say(caution.id, "done", lowerFirst(caution.name)));
  };
  return (
    <>
      <p className="text-sm text-ink-2">
        {powered
          ? "Its supply is on"
          : live
            ? "It is off, and its capacitors still hold"
            : "It is off and dead"}
        ;{plugged ? " its plug is in" : " its plug is out"};{opened ? " it lies open" : " it is closed"}
        {called ? "; called" : ""}.
      </p>
      {left.length > 0 && (
        <div role="group" aria-label="Cautions" className="mt-2 flex flex-wrap items-center gap-2">
          <span className="text-sm font-semibold">Make it safe:</span>
          {left.map((caution) => (
            <Button
              key={caution.id}
              size="small"
              title={caution.text}
              onClick={() => void doCaution(caution)}
            >
              {caution.name}
            </Button>
          ))}
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button size="small" onClick={() => perform({ do: "power", on: !powered })}>
          {powered ? "Switch off" : "Switch on"}
        </Button>
        <Button size="small" onClick={() => perform({ do: "call", on: !called })}>
          {called ? "Take the call away" : own ? "Call the fan" : "Open the throttle"}
        </Button>
        <Button size="small" onClick={() => perform({ do: "plug", in: !plugged })}>
          {plugged ? "Unplug it" : "Plug it in"}
        </Button>
        <Button size="small" onClick={() => perform({ do: "wait", seconds: 300 })}>
          Wait 5 min
        </Button>
        {opens && !opened && (
          <Button size="small" onClick={() => perform({ do: "open" })}>
            Open it, 10 min
          </Button>
        )}
        {own && !stance && (
          <Button
            size="small"
            onClick={() =>
              void writeSaid(
                job,
                { check: "power", slot: "stance" },
                { kind: "choice", choice: "ready" },
                "qualified, protected, one hand",
              ).then(onWritten)
            }
          >
            Live work is mine: PPE on, rated meter, one hand
          </Button>
        )}
      </div>
    </>
  );
}
