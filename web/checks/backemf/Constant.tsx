import {
  constantOf,
  convertSpeedConstant,
  limbEmfsOf,
  machineConstants,
  polePairsOf,
  SISTER,
  speedAtRatedLoad,
  spinOf,
} from "#core/measure/backemf";
import { findingState, type Finding } from "#core/check";
import {
  KV_CONVENTION_LABELS,
  KV_CONVENTIONS,
  quantityText,
  SPEED,
  SPEED_CONSTANT,
  torqueConstantText,
  uncertainText,
  VOLTAGE,
} from "#core/quantity";
import { PAIRS, PHASES } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { Judged } from "../../ui/Notice.tsx";

const three = (value: number) => Number(value.toPrecision(3)).toString();

function useLimbs() {
  const { record, epoch } = useOpenJob();
  const measured = spinOf(record, epoch);
  if (!measured || record.motor.connection !== "star") return null;
  const [AB, BC, CA] = PAIRS.map((pair) => measured.pairs[pair]?.volts ?? 0) as [number, number, number];
  return AB > 0 && BC > 0 && CA > 0 ? limbEmfsOf({ AB, BC, CA }) : null;
}

const limbText = (limbs: Readonly<Record<(typeof PHASES)[number], number>>) =>
  PHASES.map((phase) => `${phase} ${quantityText(limbs[phase], VOLTAGE, 0.01)}`).join(", ");

/** The speed constant with its uncertainty, the other conventions beside it, and what it is held against. */
export function Constant({
  finding,
  others,
  showSister,
  onSister,
}: {
  readonly finding: Finding | undefined;
  /** Against another motor on the same drill. */
  readonly others: readonly Finding[];
  readonly showSister: boolean;
  readonly onSister: () => void;
}) {
  const { record, epoch, closed } = useOpenJob();
  const constant = constantOf(record, epoch);
  const limbs = useLimbs();
  const { polePairs, how } = polePairsOf(record, epoch);
  const measured = spinOf(record, epoch);
  if (!measured || !PAIRS.every((pair) => measured.pairs[pair])) return null;
  // Unequal voltages make no constant; the finding above says so.
  if (!constant && polePairs !== null) return null;
  if (!constant)
    return (
      <Judged state="cannotTell">
        <strong>Without the pole pairs there is no speed constant.</strong> Count the magnets, the cogging
        steps of one turn, or read speed and frequency together. The balance stands without them.
      </Judged>
    );
  const k = machineConstants(constant.rpmPerVolt, constant.convention);
  const { rated } = record.motor;
  const loaded = speedAtRatedLoad(record, epoch);
  return (
    <div className="rounded-xl border border-line bg-sheet px-4 py-3">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <p>
          <span className="text-3xl font-semibold">
            {uncertainText(constant.rpmPerVolt, SPEED_CONSTANT, constant.expanded)}
          </span>{" "}
          <span className="text-ink-2">{KV_CONVENTION_LABELS[constant.convention]}</span>
        </p>
        {KV_CONVENTIONS.filter((convention) => convention !== constant.convention).map((convention) => (
          <p key={convention} className="text-sm text-ink-2">
            {quantityText(
              convertSpeedConstant(constant.rpmPerVolt, constant.convention, convention),
              SPEED_CONSTANT,
              constant.expanded,
            )}{" "}
            {KV_CONVENTION_LABELS[convention]}
          </p>
        ))}
      </div>
      <p className="mt-1 text-sm leading-snug text-ink-2">
        Volts made per speed when driven, speed reached per volt when fed: one constant, seen from both sides,
        here generated at no load
        {polePairs
          ? ` with ${polePairs} pole pairs ${how === "workedOut" ? "worked out from speed and frequency" : how === "read" ? "counted" : "on record"}`
          : ""}
        . Ke {three(k.keLinePeak)} V·s/rad of line peak; Kt {torqueConstantText(k.ktSixStep, 3)} six-step,{" "}
        {three(k.ktSinePeak)} per ampere peak of a sine drive.{" "}
        {loaded !== null && rated
          ? `Loaded with ${rated.amperes} A at ${rated.volts} V it will turn at about ${quantityText(Math.round(loaded / 10) * 10, SPEED)}, less than no-load, since load always pulls it down.`
          : "Load always pulls the speed below volts times this."}
      </p>
      {limbs?.kind === "solved" && (
        <p className="mt-1 text-sm text-ink-2">
          Limb voltages {limbText(limbs.forward)}
          {limbs.reversed &&
            `; or, with one reversed, ${limbText(limbs.reversed)}. The spin alone cannot tell the two apart`}
          .
        </p>
      )}
      {limbs?.kind === "inconsistent" && (
        <p className="mt-1 text-sm text-copper">
          No three limbs make these three voltages: one was misread, or the speed changed. Repeat them.
        </p>
      )}
      {finding && (
        <div className="mt-2">
          <Judged state={findingState(finding)}>
            <strong>{finding.sentence}.</strong> {finding.advice}
          </Judged>
        </div>
      )}
      {others.map((other) => (
        <div key={other.variable} className="mt-2">
          <Judged state={findingState(other)}>
            <strong>{other.sentence}.</strong>{" "}
            {other.variable === SISTER.id &&
              "Ratios on one drill and meter need no convention and no pole count."}
          </Judged>
        </div>
      ))}
      {!showSister && (
        <Button look="quiet" disabled={closed} onClick={onSister}>
          Spin a known-good sister on the same drill
        </Button>
      )}
    </div>
  );
}
