import { useState, type FormEvent } from "react";
import { DURATION, parseQuantity } from "#core/quantity";
import { latestIn } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";
import { entrySlot, labelOf } from "../entry/slots.ts";

const TIMES = ["coastDown", "coastDown.sister"] as const;

/** One time, on disk when the field is left or Enter is pressed. */
function Time({ slot }: { readonly slot: (typeof TIMES)[number] }) {
  const { record, epoch, read, closed } = useOpenJob();
  const standing = latestIn(record.readings, "mechanical", slot, epoch);
  const [problem, setProblem] = useState("");
  const keep = async (text: string) => {
    if (text.trim() === (standing?.typed ?? "")) return setProblem("");
    const parsed = parseQuantity(text, DURATION);
    if (parsed.kind !== "finite")
      return setProblem(parsed.kind === "refused" ? parsed.sentence : "A time is a number of seconds.");
    const refusal = entrySlot("mechanical", slot, record.motor).refuse(parsed.value);
    if (refusal) return setProblem(refusal);
    const outcome = await read(
      "mechanical",
      slot,
      { kind: "quantity", quantity: "seconds", value: parsed.value },
      { typed: text.trim(), supersedes: standing?.id ?? null },
    );
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
  };
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    void keep(String(new FormData(event.currentTarget).get(slot)));
  };
  return (
    <form onSubmit={submit} noValidate className="w-56">
      <Field id={slot} label={labelOf("mechanical", slot)} problem={problem || undefined}>
        <input
          id={slot}
          name={slot}
          key={standing?.id}
          defaultValue={standing?.typed ?? ""}
          disabled={closed}
          inputMode="decimal"
          autoComplete="off"
          aria-invalid={problem !== ""}
          aria-describedby={`${slot}-problem`}
          onBlur={(event) => void (event.target.value.trim() !== "" && keep(event.target.value))}
          className={FIELD_CLASS}
        />
      </Field>
    </form>
  );
}

/** Time to come to rest from one speed, against a sister motor. */
export function CoastDown() {
  return (
    <div className="flex flex-wrap gap-4">
      {TIMES.map((slot) => (
        <Time key={slot} slot={slot} />
      ))}
    </div>
  );
}
