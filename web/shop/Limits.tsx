import { useState, type FormEvent } from "react";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS, shareText } from "#core/quantity";
import { FAMILIES, FAMILY_FACTS, USUAL_SPIN_LIMIT, type ShopLimits } from "#core/record";
import { sentenceOf, useLimitsQuery, usePutLimitsMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { fieldsOf, readLimits, type LimitFields } from "./limitFields.ts";

const ROWS = [
  ...FAMILIES.filter((family) => FAMILY_FACTS[family].windingsReachable).map((family) => ({
    name: family as string,
    label: `${FAMILY_FACTS[family].label}, balance`,
    usual: FAMILY_FACTS[family].balanceLimit,
    why: FAMILY_FACTS[family].limitReason,
  })),
  {
    name: "spin",
    label: "Any motor spun, balance",
    usual: USUAL_SPIN_LIMIT,
    why: "common practice: turns show before this, drills and meters seldom do",
  },
];

function LimitsForm({ limits }: { readonly limits: ShopLimits }) {
  const [fields, setFields] = useState<LimitFields>(() => fieldsOf(limits));
  const [problems, setProblems] = useState<Readonly<Record<string, string>>>({});
  const [said, setSaid] = useState("");
  const [put] = usePutLimitsMutation();
  const change = (part: Partial<LimitFields>) => {
    setFields({ ...fields, ...part });
    setProblems({});
    setSaid("");
  };
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const result = readLimits(fields);
    if (result.kind === "problems") return setProblems(result.problems);
    const answer = await put(result.limits);
    setSaid(
      answer.error ? sentenceOf(answer.error) : "Kept. Open jobs are judged by these now; closed ones stay.",
    );
  };
  const input = (key: string, value: string, onValue: (value: string) => void, placeholder: string) => ({
    id: key,
    value,
    placeholder,
    autoComplete: "off",
    "aria-invalid": problems[key] !== undefined,
    "aria-describedby": `${key}-problem`,
    className: FIELD_CLASS,
    onChange: (event: { target: { value: string } }) => onValue(event.target.value),
  });
  return (
    <form
      onSubmit={(event) => void submit(event)}
      noValidate
      aria-label="Units and limits"
      className="flex flex-col gap-4"
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
            <Field id={`${name}.percent`} label={`Limit, %`} problem={problems[`${name}.percent`]}>
              <input
                aria-label={`${label}, limit in percent`}
                {...input(
                  `${name}.percent`,
                  fields.limits[name]!.percent,
                  (percent) =>
                    change({ limits: { ...fields.limits, [name]: { ...fields.limits[name]!, percent } } }),
                  shareText(usual),
                )}
              />
            </Field>
            <Field id={`${name}.reason`} label="Why" problem={problems[`${name}.reason`]}>
              <input
                aria-label={`${label}, why`}
                {...input(
                  `${name}.reason`,
                  fields.limits[name]!.reason,
                  (reason) =>
                    change({ limits: { ...fields.limits, [name]: { ...fields.limits[name]!, reason } } }),
                  "the reason stands with the limit",
                )}
              />
            </Field>
          </div>
        ))}
      </section>
      <section aria-labelledby="schools" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="schools" className="mb-2 text-lg font-bold">
          Schools
        </h2>
        <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
          <Field id="kvConvention" label="Speed constant where a motor states none">
            <select
              id="kvConvention"
              value={fields.kvConvention}
              className={FIELD_CLASS}
              onChange={(event) =>
                change({ kvConvention: event.target.value as LimitFields["kvConvention"] })
              }
            >
              <option value="">usual: {KV_CONVENTION_LABELS.peak}</option>
              {KV_CONVENTIONS.filter((one) => one !== "rms").map((one) => (
                <option key={one} value={one}>
                  {KV_CONVENTION_LABELS[one]}
                </option>
              ))}
            </select>
          </Field>
          <Field id="kvReason" label="Why" problem={problems["kvReason"]}>
            <input
              {...input(
                "kvReason",
                fields.kvReason,
                (kvReason) => change({ kvReason }),
                "the reason stands with it",
              )}
            />
          </Field>
          <Field id="deadHall" label="One dead position sensor">
            <select
              id="deadHall"
              value={fields.deadHall}
              className={FIELD_CLASS}
              onChange={(event) => change({ deadHall: event.target.value as LimitFields["deadHall"] })}
            >
              <option value="">usual: replace the one that failed</option>
              <option value="one">replace the one that failed</option>
              <option value="all">replace all three while it is open</option>
            </select>
          </Field>
          <Field id="deadHallReason" label="Why" problem={problems["deadHallReason"]}>
            <input
              {...input(
                "deadHallReason",
                fields.deadHallReason,
                (deadHallReason) => change({ deadHallReason }),
                "the reason stands with it",
              )}
            />
          </Field>
        </div>
      </section>
      <div className="flex items-center gap-4">
        <Button type="submit" look="main">
          Keep these
        </Button>
        <p role="status" className="text-green">
          {said}
        </p>
      </div>
    </form>
  );
}

/** The shop's own limits and schools, each with its reason. */
export function Limits() {
  const { data } = useLimitsQuery();
  return data ? <LimitsForm limits={data} /> : <p>Fetching limits.</p>;
}
