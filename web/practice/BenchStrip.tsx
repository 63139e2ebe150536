import { useEffect, useState } from "react";
import { LIVE_FUNCTIONS, LIVE_FUNCTION_NAMES } from "#core/live";
import { pointsOf, schemeOf, WITH_ELECTRONICS } from "#core/families";
import { canMeasure } from "#core/quantity";
import { PHASES } from "#core/record";
import { kit, kitId } from "#bench/caseFile";
import { INSIDE, type Place, type Point } from "#bench/points";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { Select } from "../ui/Select.tsx";
import { FUNCTION_SIGNS, displayOf, pointName } from "./shownWords.ts";
import type { Running } from "./running.ts";
import { keepGoing, METERS, useSession, type MeterName, type Session } from "./session.ts";
import { placesBeside, TOOL_NAMES } from "./tools.ts";

/** The bench beside the job in a strip: the meter that feeds the fields, and where its probes are. */
export function BenchStrip({ running, session }: { readonly running: Running; readonly session: Session }) {
  useSession(session);
  useEffect(() => keepGoing(session), [session]);
  const { record } = useOpenJob();
  const { motor } = record;
  const { table } = session;
  const meter = session.meter();
  const instrument = kit().find(({ id }) => id === kitId(meter))!;
  const reads = table.dial(instrument.id);
  const probes = table.probes(instrument.id);
  const there = typeof probes === "object" && "red" in probes ? probes : null;
  const [waiting, setWaiting] = useState<{ readonly red?: Point; readonly black?: Point }>({});
  const own = WITH_ELECTRONICS.includes(motor.family);
  const scheme = schemeOf(motor);
  const choose = (which: "red" | "black") => (value: string) => {
    if (value === "") return;
    const next = { ...there, ...waiting, [which]: value as Point };
    setWaiting(next);
    if (next.red && next.black && next.red !== next.black) {
      setWaiting({});
      session.perform({ do: "touch", with: instrument.id, red: next.red, black: next.black });
    }
  };
  const points = [...PHASES, "frame" as const, ...(table.state().opened ? INSIDE : [])];
  const places: readonly (readonly [Place, string])[] = own
    ? (scheme ? pointsOf(scheme) : []).map(({ slot, name, under }) => [slot, `${name}, ${under}`] as const)
    : [
        ...(running.file.sensored ? ([["sensorSupply", "Sensor supply"]] as const) : []),
        ...placesBeside(motor),
      ];
  const shown = displayOf(instrument, reads, session.shown(instrument.id));
  const told = session.told();
  return (
    <section
      aria-label="Bench"
      className="mb-3 flex flex-wrap items-center gap-2 rounded-xl border border-line bg-sunk px-3 py-2 text-sm"
    >
      <output aria-label={`${TOOL_NAMES[meter]} shows`} className="min-w-32 text-2xl font-bold">
        {`${shown.number} ${shown.unit}`.trim()}
      </output>
      <div>
        <Select
          look="bar"
          label="Meter"
          value={meter}
          options={METERS.map((name) => [name, TOOL_NAMES[name]] as const)}
          onChoose={(name) => session.takeMeter(name as MeterName)}
        />
      </div>
      <div>
        <Select
          look="bar"
          label="Set to"
          value={reads}
          options={LIVE_FUNCTION_NAMES.filter(
            (one) => one !== "dcAmperes" && one !== "tachometer" && canMeasure(instrument, one),
          ).map((one) => [one, FUNCTION_SIGNS[one]] as const)}
          onChoose={(one) =>
            session.perform({
              do: "dial",
              with: instrument.id,
              reads: one as keyof typeof LIVE_FUNCTIONS,
            })
          }
        />
      </div>
      {(!own || table.state().opened) &&
        (["red", "black"] as const).map((which) => (
          <div key={which}>
            <Select
              look="bar"
              label={which === "red" ? "Red on" : "Black on"}
              value={waiting[which] ?? there?.[which] ?? ""}
              options={[
                ["", which === "red" ? "Red on" : "Black on"],
                ...points.map(
                  (point) => [point, `${which === "red" ? "Red" : "Black"}: ${pointName(point)}`] as const,
                ),
              ]}
              onChoose={choose(which)}
            />
          </div>
        ))}
      <div>
        <Select
          look="bar"
          label="Both probes at"
          value={typeof probes === "object" && "at" in probes ? probes.at : ""}
          options={[["", "Both probes at"], ...places]}
          onChoose={(at) =>
            at !== "" && session.perform({ do: "reach", with: instrument.id, at: at as Place })
          }
        />
      </div>
      <Button size="small" onClick={() => session.perform({ do: "tips", with: instrument.id })}>
        Tips together
      </Button>
      {told && (told.words !== "" || told.unsafe) && (
        <p role="status" className={`w-full ${told.unsafe ? "text-red" : ""}`}>
          {told.unsafe ? `${told.unsafe.did}: never do this. ${told.unsafe.why}` : told.words}
        </p>
      )}
    </section>
  );
}
