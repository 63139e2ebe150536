import { BARE_LEADS_LIMIT, type PlannedSpin } from "#core/measure/backemf";
import { KV_CONVENTION_LABELS, quantityText, SPEED, SPEED_CONSTANT, VOLTAGE } from "#core/quantity";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { SlotCell } from "../entry/SlotCell.tsx";
import type { Entry } from "../entry/useEntry.ts";

/** Three digits, rounded down: nobody turns a drill more finely, and a limit is never overstated. */
function rpm(value: number): string {
  const step = 10 ** Math.max(0, Math.floor(Math.log10(value)) - 2);
  return quantityText(Math.floor(value / step) * step, SPEED);
}

/** Before the drill turns: the voltage to expect at the planned speed, and which speed is safe. */
export function Gate({
  plan,
  entry,
  insulated,
  onInsulate,
}: {
  readonly plan: PlannedSpin;
  readonly entry: Entry;
  readonly insulated: boolean;
  readonly onInsulate: (choice: string) => void;
}) {
  const { record, closed } = useOpenJob();
  const convention = record.motor.speedConstant?.convention ?? "peak";
  const { gate } = plan;
  const from = plan.assumed
    ? `No constant is known: worked out with ${quantityText(plan.rpmPerVolt, SPEED_CONSTANT)}, the lowest such motors have, which makes the most volts.`
    : `Worked out with ${quantityText(plan.rpmPerVolt, SPEED_CONSTANT)} ${KV_CONVENTION_LABELS[convention]}.`;
  return (
    <div
      className={`rounded-xl border-2 p-3 ${plan.open ? "border-line bg-sheet" : "border-amber bg-amber-soft"}`}
    >
      <div className="flex items-stretch gap-4">
        <div className="w-56">
          <SlotCell
            entry={entry}
            check="backemf"
            slot="plannedSpeed"
            name="Planned drill speed"
            empty="say it first"
          />
        </div>
        <p className="self-center leading-tight">
          {gate ? (
            <>
              <strong className={`text-2xl ${gate.bareLeads ? "" : "text-red"}`}>
                {quantityText(gate.lineRms, VOLTAGE)}
              </strong>{" "}
              <span className="text-sm text-ink-2">RMS between leads to expect</span>
            </>
          ) : (
            <span className="text-sm">
              Before the drill turns: type the speed it will run at, and see the volts it will make.
            </span>
          )}
        </p>
      </div>
      {gate && (
        <p className="mt-2 text-sm leading-snug">
          {gate.bareLeads ? (
            <>
              <strong>Below {BARE_LEADS_LIMIT} V RMS: bare leads may be read.</strong> Up to{" "}
              {rpm(gate.safeSpeed)} they stay so. {from}
            </>
          ) : (
            <>
              <strong className="text-red">
                Above {BARE_LEADS_LIMIT} V RMS: no bare leads. Stay below {rpm(gate.safeSpeed)}, and type that
                speed here.
              </strong>{" "}
              {from}
            </>
          )}
        </p>
      )}
      {gate && !gate.bareLeads && !insulated && (
        <Button className="mt-2" disabled={closed} onClick={() => onInsulate("insulated")}>
          Connections are insulated, and qualified people do it under high-voltage rules
        </Button>
      )}
      {gate && !gate.bareLeads && insulated && (
        <p className="mt-2 text-sm font-semibold text-amber">
          Insulated connections, high-voltage rules: recorded.{" "}
          <Button look="quiet" disabled={closed} onClick={() => onInsulate("bare")}>
            They are not
          </Button>
        </p>
      )}
    </div>
  );
}
