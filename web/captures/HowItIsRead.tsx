import { ROLES, type CaptureAnswer, type ChannelRole } from "#core/capture";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Select } from "../ui/Select.tsx";
import { knownFrom, namedTwice, type KnownTexts } from "./known.ts";
import { roleText } from "./drawn/strokes.ts";

const NONE = "";
const ROLE_OPTIONS = [
  [NONE, "nothing of the motor"],
  ...ROLES.map((role) => [role, roleText(role)] as const),
] as const;
const TURNED = [
  ["", "not said"],
  ["forward", "forward"],
  ["backward", "backward"],
] as const;

/** What was taken for granted, and the fields that change it. */
export function HowItIsRead({
  understood,
  known,
  onKnown,
}: {
  readonly understood: CaptureAnswer["understood"];
  readonly known: KnownTexts;
  readonly onKnown: (known: KnownTexts) => void;
}) {
  const { problems } = knownFrom(known);
  const roles = understood.channels.map(({ carries }, c) => known.as[c] ?? carries ?? NONE);
  const twice = namedTwice(roles);
  const typed = (name: "polePairs" | "slots" | "ratedConstant", label: string, hint: string) => (
    <Field id={`known-${name}`} label={label} hint={hint} problem={problems[name]}>
      <input
        id={`known-${name}`}
        inputMode="decimal"
        value={known[name]}
        aria-invalid={problems[name] !== undefined}
        aria-describedby={`known-${name}-problem`}
        onChange={(event) => onKnown({ ...known, [name]: event.target.value })}
        className={FIELD_CLASS}
      />
    </Field>
  );
  return (
    <section aria-labelledby="how-it-is-read" className="rounded-xl border border-line bg-sheet p-4">
      <h3 id="how-it-is-read" className="mb-2 font-bold">
        How it is read
      </h3>
      {understood.assumed.length > 0 && (
        <ul className="mb-3 list-disc pl-5 text-sm text-ink-2" aria-label="Taken for granted">
          {understood.assumed.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
      <div className="grid grid-cols-2 gap-3 lg:grid-cols-4">
        {understood.channels.map(({ name }, c) => (
          <Field key={c} id={`role-${c}`} label={name || `Signal ${c + 1}`}>
            <Select
              id={`role-${c}`}
              value={roles[c]!}
              onChoose={(role) =>
                onKnown({ ...known, as: roles.map((one, k) => (k === c ? (role as ChannelRole | "") : one)) })
              }
              options={ROLE_OPTIONS}
            />
          </Field>
        ))}
      </div>
      {twice && (
        <p role="alert" className="mt-1 text-sm text-red">
          Two signals are named {roleText(twice)}. Each carries something of its own.
        </p>
      )}
      <div className="mt-3 grid grid-cols-2 gap-3 lg:grid-cols-4">
        {typed("polePairs", "Pole pairs", "for rpm, the constant, the magnets")}
        {typed("slots", "Slots of the stator", "for what it can see of a magnet")}
        {typed("ratedConstant", "Constant of the plate", "rpm per volt of line peak")}
        <Field id="known-turned" label="Turned" hint="as the machine drives it">
          <Select
            id="known-turned"
            value={known.turned}
            onChoose={(turned) => onKnown({ ...known, turned: turned as KnownTexts["turned"] })}
            options={TURNED}
          />
        </Field>
      </div>
    </section>
  );
}
