import { QUANTITIES, QUANTITY_NAMES, RESISTANCE, TEMPERATURE, type QuantityKind } from "#core/quantity";
import { isForeign, type Slot, type SlotForm } from "#core/check";
import { CURE_IDS, cureFactsOf, FAULT_IDS, factsOf } from "#core/known";
import { CHECKS } from "#core/measure";
import { pointsOf, schemeOfFamily, WITH_ELECTRONICS } from "#core/families";
import { RULES_VERSION } from "#core/judge";
import { DISPOSITION_LABELS, FAMILIES, type Motor } from "#core/record";
import { FAMILY_FACTS } from "#core/families";

// What a program that follows the advice step by step has to know: every slot that may be written, and every name that an
// answer may hold, with its words.

/** A motor of a family with nothing else known of it. */
const plainMotor = (family: Motor["family"]): Motor => ({
  id: "",
  name: "",
  owner: "",
  serial: "",
  family,
  connection: "unknown",
  polePairs: null,
  expected: null,
  wireColours: { A: "", B: "", C: "" },
  consequence: FAMILY_FACTS[family].usualConsequence,
  balanceLimit: null,
});

/** Families whose way of supply and call has a point of this name; null where the name is none of a way. */
function familiesAlong(slot: string): readonly Motor["family"][] | null {
  const along = WITH_ELECTRONICS.filter((family) =>
    pointsOf(schemeOfFamily(family)!).some((point) => point.slot === slot),
  );
  return along.length > 0 ? along : null;
}

/** A measured value as a bundle writes it, by its kind. */
function writtenAs(kind: QuantityKind): object {
  if (kind.name === RESISTANCE.name) return { kind: "ohms", unit: kind.symbol };
  if (kind.name === TEMPERATURE.name) return { kind: "celsius", unit: kind.symbol };
  const quantity = QUANTITY_NAMES.find((name) => QUANTITIES[name].name === kind.name);
  return { kind: "quantity", quantity, unit: kind.symbol };
}

/** How the value of a slot is written in a bundle: one of these. */
function valuesOf(form: SlotForm): readonly object[] {
  switch (form.kind) {
    case "measured":
      return [...form.of.map(writtenAs), ...(form.canBeOpen ? [{ kind: "open" }] : [])];
    case "choice":
    case "choices":
      return [{ kind: form.kind, choices: form.choices }];
    case "text":
    case "photo":
    case "capture":
      return [{ kind: form.kind }];
  }
}

const slotOf = (
  { form, label, hint, live, needs, optional, again }: Slot,
  along: ReturnType<typeof familiesAlong>,
) => ({
  words: label,
  ...(hint !== "" && { hint }),
  values: valuesOf(form),
  live,
  comesAfter: needs,
  optional,
  secondValue: again,
  ...(along && { onlyIn: along }),
});

/** Whether a check is made of a family: asked for, there to be made, or why not. */
const inFamily = (check: (typeof CHECKS)[number], family: Motor["family"]) => {
  const motor = plainMotor(family);
  const reason = check.notApplicable(motor);
  if (reason !== null) return isForeign(check, motor) ? "another kind of motor" : reason;
  return check.optional(motor) ? "may be made" : "asked for";
};

export const readingsPage = (): string =>
  JSON.stringify({
    rules: RULES_VERSION,
    about:
      "A reading names check, slot and value as docs/job-bundle.schema.json says. A check is skipped by a reading of its slot “skipped”, one step of it by “skipped.STEP”, each with a value of kind “skipped” and a reason.",
    families: Object.fromEntries(FAMILIES.map((family) => [family, FAMILY_FACTS[family].label])),
    checks: Object.fromEntries(
      CHECKS.map((check) => [
        check.id,
        {
          words: check.title,
          stage: check.stage,
          minutes: check.minutes,
          afterMadeSafe: check.gated,
          live: check.live,
          families: Object.fromEntries(FAMILIES.map((family) => [family, inFamily(check, family)])),
          slots: Object.fromEntries(
            Object.entries(check.slots).map(([name, slot]) => [
              name,
              slotOf(slot, check.looksAt === "way" ? familiesAlong(name) : null),
            ]),
          ),
          findsOut: Object.fromEntries(
            check.variables.map(({ id, title, words }) => [id, { words: title, outcomes: words }]),
          ),
        },
      ]),
    ),
    faults: Object.fromEntries(FAULT_IDS.map((id) => [id, factsOf(id).name])),
    cures: Object.fromEntries(
      CURE_IDS.map((id) => [id, { words: cureFactsOf(id).name, disposition: cureFactsOf(id).disposition }]),
    ),
    dispositions: DISPOSITION_LABELS,
  });
