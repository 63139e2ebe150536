import { useForm, useFormContext } from "react-hook-form";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS, shareText } from "#core/quantity";
import { FAMILIES, USUAL_SPIN_LIMIT, type ShopLimits } from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { useLimitsQuery, usePutLimitsMutation } from "../app/api.ts";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";
import { fieldsOf, readLimits, type LimitFields, type LimitName } from "./limitFields.ts";
import { USUAL_HOURS } from "#core/schedule";
import { SettingsForm } from "./SettingsForm.tsx";

const ROWS = [
  ...FAMILIES.filter((family) => FAMILY_FACTS[family].windingsReachable).map((family) => ({
    name: family as LimitName,
    label: `${FAMILY_FACTS[family].label}, balance`,
    usual: FAMILY_FACTS[family].balanceLimit,
    why: FAMILY_FACTS[family].limitReason,
  })),
  {
    name: "spin" as LimitName,
    label: "Any motor spun, balance",
    usual: USUAL_SPIN_LIMIT,
    why: "common practice: turns show before this, drills and meters seldom do",
  },
];

const DEAD_HALL = [
  ["", "usual: replace the one that failed"],
  ["one", "replace the one that failed"],
  ["all", "replace all three while it is open"],
] as const;
const CONVENTIONS = [
  ["", `usual: ${KV_CONVENTION_LABELS.peak}`],
  ...KV_CONVENTIONS.filter((one) => one !== "rms").map((one) => [one, KV_CONVENTION_LABELS[one]] as const),
] as const;
const TEMPERATURES = [
  ["", "in °C"],
  ["also", "in °C, and °F beside it"],
] as const;
const resolver = resolverOf<LimitFields>((fields) => {
  const result = readLimits(fields);
  return result.kind === "problems" ? result.problems : {};
});
const LimitField = FormField<LimitFields>;

function LimitsForm({ limits }: { readonly limits: ShopLimits }) {
  const form = useForm<LimitFields>({ defaultValues: fieldsOf(limits), resolver });
  const [put] = usePutLimitsMutation();
  const keep = async (fields: LimitFields) => {
    const result = readLimits(fields);
    if (result.kind === "problems") return {};
    const { prices, letterhead, experience } = limits;
    return put({
      ...result.limits,
      ...(prices && { prices }),
      ...(letterhead && { letterhead }),
      ...(experience && { experience }),
    });
  };
  return (
    <SettingsForm
      form={form}
      label="Units and limits"
      kept="Kept. Open jobs are judged by these now; closed ones stay."
      onKeep={keep}
    >
      <section aria-labelledby="limits" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="limits" className="text-lg font-bold">
          Limits
        </h2>
        <p className="mb-3 max-w-3xl text-sm text-ink-2">
          On the largest deviation from the mean of three. An empty limit keeps the usual one. A single limb
          off by 30 % moves a pair by 10 % only: a 10 % limit passes it.
        </p>
        {ROWS.map(({ name, label, usual, why }) => (
          <div
            key={name}
            className="grid grid-cols-[1fr_9rem_1fr] items-start gap-3 border-t border-line py-2 max-md:grid-cols-1"
          >
            <p className="self-center leading-tight">
              <strong className="block">{label}</strong>
              <span className="text-sm text-ink-2">
                usual {shareText(usual)}: {why}
              </span>
            </p>
            <LimitField
              name={`limits.${name}.percent`}
              label="Limit, %"
              spoken={`${label}, limit in percent`}
              placeholder={shareText(usual)}
            />
            <LimitField
              name={`limits.${name}.reason`}
              label="Why"
              spoken={`${label}, why`}
              placeholder="the reason stands with the limit"
            />
          </div>
        ))}
      </section>
      <section aria-labelledby="units" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="units" className="text-lg font-bold">
          Units
        </h2>
        <p className="mb-2 max-w-3xl text-sm text-ink-2">
          Type what the meter shows, with its unit: 68F, 3 ft, 0.5 in. It is kept in SI and °C; torque
          constants and wires are shown both ways.
        </p>
        <div className="max-w-sm">
          <LimitField name="temperatures" label="Temperatures are shown" options={TEMPERATURES} />
        </div>
        <div className="mt-3 max-w-sm">
          <LimitField
            name="timeZone"
            label="The shop's clock"
            hint="Its time zone, as Europe/Lisbon. The days of every report, and when what was made safe lapses, go by it."
            placeholder="UTC"
          />
        </div>
      </section>
      <Hours />
      <section aria-labelledby="schools" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="schools" className="mb-2 text-lg font-bold">
          Schools
        </h2>
        <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
          <LimitField
            name="kvConvention"
            label="Speed constant where a motor states none"
            options={CONVENTIONS}
          />
          <LimitField
            name="kvReason"
            label="Why"
            spoken="Speed constant, why"
            placeholder="the reason stands with it"
          />
          <LimitField name="deadHall" label="One dead position sensor" options={DEAD_HALL} />
          <LimitField
            name="deadHallReason"
            label="Why"
            spoken="One dead position sensor, why"
            placeholder="the reason stands with it"
          />
        </div>
      </section>
    </SettingsForm>
  );
}

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

/** When somebody works there: the order of the day and every day that is promised go by it. */
function Hours() {
  const { register, formState } = useFormContext<LimitFields>();
  const problem = (formState.errors.days as { message?: string } | undefined)?.message;
  return (
    <section aria-labelledby="hours" className="rounded-xl border border-line bg-sheet p-4">
      <h2 id="hours" className="text-lg font-bold">
        Hours
      </h2>
      <p className="mb-2 max-w-3xl text-sm text-ink-2">
        The order of the day, and when a motor is said to be ready, go by them. Left empty they are{" "}
        {USUAL_HOURS.opens} to {USUAL_HOURS.closes}.
      </p>
      <div className="flex flex-wrap items-start gap-4">
        <div className="w-28">
          <LimitField name="opens" label="Opens" placeholder={USUAL_HOURS.opens} />
        </div>
        <div className="w-28">
          <LimitField name="closes" label="Closes" placeholder={USUAL_HOURS.closes} />
        </div>
        <fieldset>
          <legend className="text-sm font-semibold">Somebody works on</legend>
          <div className="mt-1 flex flex-wrap gap-x-4">
            {DAYS.map((day, i) => (
              <label key={day} className="flex min-h-11 items-center gap-2">
                <input type="checkbox" value={String(i + 1)} {...register("days")} className="size-5" />
                {day}
              </label>
            ))}
          </div>
          {problem && (
            <p role="alert" className="text-sm text-red">
              {problem}
            </p>
          )}
        </fieldset>
      </div>
    </section>
  );
}

/** The shop's own limits and schools, each with its reason. */
export function Limits() {
  const { data } = useLimitsQuery();
  return data ? <LimitsForm limits={data} /> : <p>Fetching limits.</p>;
}
