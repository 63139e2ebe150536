import type { ReactNode } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import {
  COMPLAINT_LABELS,
  COMPLAINTS,
  CONNECTION_LABELS,
  CONNECTIONS,
  CONSEQUENCE_LABELS,
  CONSEQUENCES,
  EVENT_LABELS,
  EVENTS,
  FAMILIES,
  FAMILY_FACTS,
  HALL_SPACING_LABELS,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
  PHASES,
  WARRANTIES,
  WARRANTY_LABELS,
  type Family,
} from "#core/record";
import { schemeOf } from "#core/electronics";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS, shareText } from "#core/quantity";
import { FormField } from "../ui/FormField.tsx";
import { FoundHere } from "./FoundHere.tsx";
import type { IntakeFields } from "./intakeForm.ts";

function Group({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <fieldset className="rounded-xl border border-line bg-sheet p-4 pt-1">
      <legend className="px-1 font-semibold text-ink-2">{title}</legend>
      <div className="grid grid-cols-4 items-start gap-x-4 gap-y-3 max-md:grid-cols-2 max-sm:grid-cols-1 max-sm:*:col-span-1">
        {children}
      </div>
    </fieldset>
  );
}

const IntakeField = FormField<IntakeFields>;

/** What has no usual answer is asked for: the first line says so and is none. */
const ASK = ["", "choose…"] as const;

/** Machine and complaint: the half of a take-in that a customer tells. */
export function MachineGroup({ children }: { readonly children?: ReactNode }) {
  const { register } = useFormContext<IntakeFields>();
  return (
    <Group title="Machine and complaint">
      <div className="col-span-2">
        <IntakeField name="name" label="Machine and place" autoFocus placeholder="Cargo trike 3, rear hub" />
      </div>
      <IntakeField name="owner" label="Owner" />
      <IntakeField name="serial" label="Serial" />
      {children}
      <IntakeField
        name="complaint"
        label="Complaint"
        options={[ASK, ...COMPLAINTS.map((code) => [code, COMPLAINT_LABELS[code]] as const)]}
      />
      <div className="col-span-3 max-md:col-span-1">
        <IntakeField name="complaintWords" label="In the customer's words" />
      </div>
      <div
        className="col-span-full flex flex-wrap items-center gap-x-5"
        role="group"
        aria-label="What happened before"
      >
        <span className="text-sm font-semibold">What happened before</span>
        {EVENTS.map((event) => (
          <label key={event} className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              value={event}
              {...register("events")}
              className="size-5 accent-[var(--green)]"
            />
            {EVENT_LABELS[event]}
          </label>
        ))}
      </div>
    </Group>
  );
}

/** What is known of the motor: the family is asked for, the rest stays empty where nobody knows it. */
export function MotorGroup({ children }: { readonly children?: ReactNode }) {
  const { control, setValue, getValues, formState } = useFormContext<IntakeFields>();
  const family = useWatch({ control, name: "family" });
  const modelId = useWatch({ control, name: "modelId" });
  const facts = family === "" ? null : FAMILY_FACTS[family];
  const scheme = family === "" ? null : schemeOf({ family });
  /** A family proposes what its failure mostly means, unless a person has said. */
  const propose = (chosen: string) => {
    if (chosen === "" || (formState.dirtyFields.consequence && getValues("consequence") !== "")) return;
    setValue("consequence", FAMILY_FACTS[chosen as Family].usualConsequence, { shouldValidate: true });
  };
  return (
    <Group title="Motor">
      {children}
      <div className="col-span-2 max-md:col-span-1">
        <IntakeField
          name="family"
          label="Family"
          options={[ASK, ...FAMILIES.map((one) => [one, FAMILY_FACTS[one].label] as const)]}
          onChoose={propose}
        />
      </div>
      <div className="col-span-2 max-md:col-span-1">
        <IntakeField
          name="consequence"
          label="A failure in use would mean"
          options={[ASK, ...CONSEQUENCES.map((one) => [one, CONSEQUENCE_LABELS[one]] as const)]}
        />
      </div>
      <IntakeField
        name="connection"
        label="Connection"
        options={CONNECTIONS.map((one) => [one, CONNECTION_LABELS[one]] as const)}
      />
      <IntakeField name="polePairs" label="Pole pairs" placeholder="15, or 30 poles" />
      <IntakeField name="expected" label="Expected pair resistance" placeholder="128m, line to line" />
      <IntakeField name="expectedAt" label="at" placeholder="20 °C" />
      <IntakeField name="expectedSource" label="Source" placeholder="nameplate" />
      <IntakeField
        name="limit"
        label="Balance limit, %"
        inputMode="decimal"
        placeholder={facts ? shareText(facts.balanceLimit) : ""}
      />
      <IntakeField name="kv" label="Speed constant" placeholder="9 rpm/V" />
      <IntakeField
        name="kvConvention"
        label="stated"
        options={KV_CONVENTIONS.map((one) => [one, KV_CONVENTION_LABELS[one]] as const)}
      />
      <IntakeField
        name="hallSpacing"
        label="Position sensors"
        options={[
          ["", "as the family usually has"],
          ...HALL_SPACINGS.map((one) => [one, HALL_SPACING_LABELS[one]] as const),
        ]}
      />
      <IntakeField
        name="magnets"
        label="Magnets"
        options={[["", "unknown"], ...MAGNET_MATERIALS.map((one) => [one, one] as const)]}
      />
      <IntakeField
        name="warranty"
        label="Warranty"
        options={[["", "not asked"], ...WARRANTIES.map((one) => [one, WARRANTY_LABELS[one]] as const)]}
      />
      <IntakeField name="ratedVolts" label="Rated supply" placeholder="42 V, at full charge" />
      <IntakeField name="ratedAmperes" label="Rated current" placeholder="12 A" />
      <IntakeField name="ratedRpm" label="Rated speed" placeholder="380 rpm" />
      {family === "ecmSealed" && (
        <IntakeField
          name="lines"
          label="Lines of the supply"
          options={[
            ["", "one, or not known"],
            ["1", "one phase"],
            ["3", "three phases"],
          ]}
        />
      )}
      {PHASES.map((phase) => (
        <div key={phase}>
          <IntakeField name={`wire${phase}`} label={`Wire colour of ${phase}`} />
        </div>
      ))}
      {family !== "" && <FoundHere modelId={modelId === "" ? null : modelId} family={family} />}
      <p className="col-span-full text-sm text-ink-2">
        {scheme && `${scheme.recognise} `}
        {facts ? `Limit if empty: ${shareText(facts.balanceLimit)}; ${facts.limitReason}. ` : ""}What you do
        not know stays empty.
      </p>
    </Group>
  );
}
