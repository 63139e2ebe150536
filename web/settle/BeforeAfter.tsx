import { useNavigate } from "react-router";
import {
  spinLimitOf,
  inOrder,
  isSkipSlot,
  latestIn,
  PAIRS,
  pairName,
  PHASES,
  type CheckId,
  type Phase,
} from "#core/record";
import { balanceOfSpin } from "#core/measure/backemf";
import { HALL_RINGS, hallStates, spacingOf } from "#core/measure/hall";
import { hallSpacingOf, schemeOf } from "#core/families";
import { placeText, readingText } from "#core/judge";
import { shareText } from "#core/quantity";
import { Way } from "../checks/electronics/Way.tsx";
import { FrameDrawing, type DrawnLead } from "../checks/drawing/FrameDrawing.tsx";
import { HallRing } from "../checks/hall/HallRing.tsx";
import { IntervalStrip } from "../checks/drawing/IntervalStrip.tsx";
import { OpenJobContext, useOpenJob } from "../job/openJob.ts";
import { PairsBeforeAfter } from "./PairsBeforeAfter.tsx";

/** The states of a turn as a ring, and what of them was never seen, in words. */
function Ring() {
  const { record, epoch } = useOpenJob();
  const { forward, backward } = hallStates(record, epoch);
  const seen = new Set([...forward, ...backward]);
  if (seen.size === 0) return <p className="p-6 text-center text-sm text-ink-2">not turned yet</p>;
  const spacing = spacingOf([...seen], hallSpacingOf(record.motor)) ?? "120";
  const missing = HALL_RINGS[spacing].filter((state) => !seen.has(state));
  return (
    <>
      <HallRing spacing={spacing} visited={seen} now={null} turning="forward" />
      <p className="text-center text-sm text-ink-2">
        {missing.length === 0 ? "all six states" : `never seen: ${missing.join(", ")}`}
      </p>
    </>
  );
}

/** The ways of supply and call with what stood at each point. */
function Ways() {
  const { id, record } = useOpenJob();
  const navigate = useNavigate();
  return (
    <div className="flex flex-col gap-2">
      {schemeOf(record.motor)?.ways.map((way) => (
        <Way key={way.id} way={way} active="" onChoose={() => void navigate(`/jobs/${id}/power`)} />
      ))}
    </div>
  );
}

/** Volts per speed of the three pairs against their mean. */
function Spin() {
  const { record, epoch } = useOpenJob();
  const balance = balanceOfSpin(record, epoch);
  if (!balance) return <Values check="backemf" />;
  return (
    <IntervalStrip
      narrow
      title="Volts per speed"
      band={spinLimitOf(record)}
      bandWords={`limit ±${shareText(spinLimitOf(record))}`}
      rows={PAIRS.map((pair) => ({
        label: pairName(pair),
        value: balance.deviations[pair].value,
        expanded: balance.deviations[pair].expanded,
        state: balance.deviations[pair].judgement,
      }))}
    />
  );
}

/** Each lead against the housing. */
function Frame() {
  const { record, epoch } = useOpenJob();
  const leads = Object.fromEntries(
    PHASES.map((phase): [Phase, DrawnLead] => {
      const reading = latestIn(record.readings, "frame", phase, epoch);
      if (!reading) return [phase, { state: "unread", text: "not read" }];
      const open = reading.value.kind === "open";
      return [
        phase,
        { state: open ? "open" : "finite", text: open ? "open" : readingText(reading, record.limits) },
      ];
    }),
  ) as Record<Phase, DrawnLead>;
  return <FrameDrawing leads={leads} />;
}

/** What was read in a check, place by place: the places of both times, so that one column stands beside the other. */
function Values({ check }: { readonly check: CheckId }) {
  const { record, epoch } = useOpenJob();
  const lines = inOrder(record.readings).filter(
    ({ check: where, slot, value }) =>
      where === check && !isSkipSlot(slot) && value.kind !== "undone" && value.kind !== "withdrawn",
  );
  const slots = [...new Set(lines.map(({ slot }) => slot))];
  return (
    <dl className="text-sm">
      {slots.map((slot) => {
        const reading = latestIn(record.readings, check, slot, epoch);
        const name = placeText(lines.find((line) => line.slot === slot)!);
        return (
          <div key={slot} className="flex justify-between gap-4 border-t border-line py-1.5 first:border-0">
            <dt className="text-ink-2">{name}</dt>
            <dd className={reading ? "text-right font-semibold" : "text-ink-2"}>
              {reading ? readingText(reading, record.limits) : "not read"}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}

function drawingOf(check: CheckId) {
  if (check === "hall") return <Ring />;
  if (check === "power") return <Ways />;
  if (check === "backemf") return <Spin />;
  if (check === "frame") return <Frame />;
  return <Values check={check} />;
}

/** One check before the last repair and after it, side by side: the same drawing twice. */
function Pair({ check }: { readonly check: CheckId }) {
  const job = useOpenJob();
  const stacked = check === "power";
  return (
    <div className={`grid gap-3 ${stacked ? "" : "grid-cols-2 max-sm:grid-cols-1"}`}>
      {[job.epoch - 1, job.epoch].map((epoch) => (
        <section
          key={epoch}
          aria-label={epoch === job.epoch ? "After" : "Before"}
          className="min-w-0 rounded-xl border border-line bg-sheet p-3"
        >
          <h3 className="mb-1 text-sm font-semibold text-ink-2">
            {epoch === job.epoch ? "After" : "Before"}
          </h3>
          <OpenJobContext value={{ ...job, epoch }}>{drawingOf(check)}</OpenJobContext>
        </section>
      ))}
    </div>
  );
}

/** What had departed, drawn before and after the last repair. */
export function BeforeAfter({ checks }: { readonly checks: readonly CheckId[] }) {
  return checks.map((check) =>
    check === "winding" ? <PairsBeforeAfter key={check} /> : <Pair key={check} check={check} />,
  );
}
