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
  HALL_SPACING_LABELS,
  HALL_SPACINGS,
  MAGNET_MATERIALS,
  PHASES,
  PRESSING_LABELS,
  PRESSINGS,
  WARRANTIES,
  WARRANTY_LABELS,
  type Family,
} from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { schemeOf } from "#core/families";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS, shareText } from "#core/quantity";
import type { MotorModel } from "#contract/shop";
import { Button } from "../ui/Button.tsx";
import { ChipField } from "../ui/ChipField.tsx";
import { FormField } from "../ui/FormField.tsx";
import { examplesOf } from "./familyExamples.ts";
import { useKnownHere } from "./useKnownHere.ts";
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

/** Models proposed by what is typed. */
const MOST_MODELS = 2;
const IntakeField = FormField<IntakeFields>;
const IntakeChips = ChipField<IntakeFields>;

/** Events are ticked, none or several. */
function Events() {
  const { register } = useFormContext<IntakeFields>();
  return (
    <div role="group" aria-label="What happened before">
      <p className="mb-1 text-sm font-semibold">What happened before, as far as they know</p>
      <div className="flex flex-wrap gap-1.5">
        {EVENTS.map((event) => (
          <label
            key={event}
            className="flex min-h-9 items-center gap-2 rounded-lg border border-line-strong bg-sheet px-2.5 text-[0.9rem] hover:bg-sunk has-checked:border-green has-checked:bg-green has-checked:font-semibold has-checked:text-on-green has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-green max-lg:min-h-11 max-lg:px-3 max-lg:text-base"
          >
            <input type="checkbox" value={event} {...register("events")} className="sr-only" />
            {EVENT_LABELS[event]}
          </label>
        ))}
      </div>
    </div>
  );
}

/** What it is and what is wrong with it: the half of a take-in that a customer tells. */
export function MachineGroup({
  models = [],
  onModel,
}: {
  /** Those that may be proposed. */
  readonly models?: readonly MotorModel[];
  /** Takes over what is known of a model, by its id. */
  readonly onModel?: (id: string) => void;
}) {
  const { control, setValue, getValues, formState } = useFormContext<IntakeFields>();
  const family = useWatch({ control, name: "family" });
  const known = useKnownHere(useWatch({ control, name: "serial" }), useWatch({ control, name: "name" }));
  const modelId = useWatch({ control, name: "modelId" });
  const likely = known.models
    .flatMap((id) => models.filter((model) => model.id === id && model.id !== modelId))
    .slice(0, MOST_MODELS);
  /** A family proposes what its failure mostly means, unless a person has said. */
  const propose = (chosen: string) => {
    if (formState.dirtyFields.consequence && getValues("consequence") !== "") return;
    setValue("consequence", FAMILY_FACTS[chosen as Family].usualConsequence, { shouldValidate: true });
  };
  return (
    <div className="flex flex-col gap-2.5">
      <div className="grid grid-cols-[1fr_1.6fr_1.2fr_1.2fr] items-start gap-3 max-md:grid-cols-2 max-sm:grid-cols-1">
        <IntakeField name="serial" label="Serial or label" autoFocus suggestions={known.serials} />
        <IntakeField
          name="name"
          label="Machine and place"
          placeholder={examplesOf(family).machine}
          suggestions={known.machines}
        />
        <IntakeField name="owner" label="Owner" suggestions={known.owners} />
        <IntakeField name="contact" label="How to reach them" placeholder="telephone or address" />
      </div>
      {likely.length > 0 && (
        <p className="flex flex-wrap items-center gap-2 text-sm text-ink-2">
          Motors of that name are of the model
          {likely.map(({ id, name }) => (
            <Button key={id} size="small" onClick={() => onModel?.(id)}>
              {name}
            </Button>
          ))}
          It takes over what the shop knows of it.
        </p>
      )}
      <IntakeChips
        name="complaint"
        label="Complaint"
        options={COMPLAINTS.map((code) => [code, COMPLAINT_LABELS[code]] as const)}
      />
      <div className="grid grid-cols-[1fr_10rem_13rem] items-start gap-3 max-md:grid-cols-2">
        <div className="max-md:col-span-2">
          <IntakeField name="complaintWords" label="In the customer's words" />
        </div>
        <IntakeField name="promised" label="Promised for" day="ahead" />
        <IntakeField
          name="pressing"
          label="It presses"
          options={[["", "nobody said"], ...PRESSINGS.map((one) => [one, PRESSING_LABELS[one]] as const)]}
        />
      </div>
      <Events />
      <IntakeChips
        name="family"
        label="Family"
        options={FAMILIES.map((one) => [one, FAMILY_FACTS[one].label] as const)}
        onChoose={propose}
      />
      <IntakeChips
        name="consequence"
        label="A failure in use would mean"
        options={CONSEQUENCES.map((one) => [one, CONSEQUENCE_LABELS[one]] as const)}
        {...(family !== "" && {
          hint: `Proposed for this family; change it if it is wrong. Money never outweighs it.`,
        })}
      />
    </div>
  );
}

/** What is known of the motor, most of it from its plate: what nobody knows stays empty. */
export function MotorGroup() {
  const { control } = useFormContext<IntakeFields>();
  const family = useWatch({ control, name: "family" });
  const facts = family === "" ? null : FAMILY_FACTS[family];
  const scheme = family === "" ? null : schemeOf({ family });
  const examples = examplesOf(family);
  return (
    <Group title="What its plate says">
      <IntakeField
        name="connection"
        label="Connection"
        options={CONNECTIONS.map((one) => [one, CONNECTION_LABELS[one]] as const)}
      />
      <IntakeField name="polePairs" label="Pole pairs" placeholder={examples.polePairs} />
      <IntakeField name="expected" label="Expected pair resistance" placeholder={examples.expected} />
      <IntakeField name="expectedAt" label="Resistance at" placeholder="20 °C" />
      <IntakeField name="expectedSource" label="Source" placeholder="nameplate" />
      <IntakeField
        name="limit"
        label="Balance limit, %"
        inputMode="decimal"
        placeholder={facts ? shareText(facts.balanceLimit) : ""}
      />
      <IntakeField name="kv" label="Speed constant" placeholder={examples.kv} />
      <IntakeField
        name="kvConvention"
        label="Constant stated"
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
      <IntakeField name="ratedVolts" label="Rated supply" placeholder={examples.volts} />
      <IntakeField name="ratedAmperes" label="Rated current" placeholder={examples.amperes} />
      <IntakeField name="ratedRpm" label="Rated speed" placeholder={examples.rpm} />
      {family !== "" && FAMILY_FACTS[family].ownElectronics && (
        <IntakeField
          name="lines"
          label="Lines of the supply"
          options={[
            ["", "one, or not known"],
            ["1", "one line and neutral"],
            ["2", "two lines, split supply"],
            ...(family === "ecmSealed" ? ([["3", "three phases"]] as const) : []),
          ]}
        />
      )}
      {facts?.separateModule && (
        <IntakeField
          name="onePiece"
          label="Electronics and winding"
          options={[
            ["", "not known"],
            ["no", "come apart"],
            ["yes", "made in one piece"],
          ]}
        />
      )}
      {PHASES.map((phase) => (
        <div key={phase}>
          <IntakeField name={`wire${phase}`} label={`Wire colour of ${phase}`} />
        </div>
      ))}
      <p className="col-span-full text-sm text-ink-2">
        {scheme && `${scheme.recognise} `}
        {facts ? `Limit if empty: ${shareText(facts.balanceLimit)}; ${facts.limitReason}. ` : ""}What you do
        not know stays empty.
      </p>
    </Group>
  );
}
