import { certain, chosen, type ChoiceOf, type Finding } from "../../check/index.ts";
import {
  quantityText,
  RESISTANCE,
  temperatureText,
  type Celsius,
  type Ohms,
  type Ratio,
} from "../../quantity/index.ts";
import { latestIn, type Sitting } from "../../record/index.ts";
import {
  platinumTemperature,
  ROOM_DOUBT,
  sensorAgainstRoom,
  thermistorTemperature,
} from "../../sensors/index.ts";
import { HALL_SLOTS, RESOLVER_SLOTS } from "./slots.ts";
import { RESOLVER, TEMPERATURE_SENSOR } from "./variables.ts";

type TemperatureSensor = ChoiceOf<typeof HALL_SLOTS, "temp.kind">;

/** Temperature that each kind of sensor tells by its ohms; null where its ohms are none of its. */
const CELSIUS_OF: Readonly<Record<TemperatureSensor, (ohms: Ohms) => Celsius | null>> = {
  pt1000: (ohms) => platinumTemperature(1000, ohms),
  ntc10k3435: (ohms) => (ohms > 0 ? thermistorTemperature(10_000, 3435, ohms) : null),
  ntc10k3950: (ohms) => (ohms > 0 ? thermistorTemperature(10_000, 3950, ohms) : null),
};

/** Below this no sensor of these kinds reads at any temperature that a motor survives: its wires touch. */
const SHORTED: Ohms = 20;

/** The room where nobody read it, °C. */
const USUAL_ROOM: Celsius = 20;

function temperatureFinding(job: Sitting, epoch: number): Finding | null {
  const kind = chosen(job, "hall", HALL_SLOTS, "temp.kind", epoch);
  const value = latestIn(job.readings, "hall", "temp.ohms", epoch)?.value;
  if (!kind || !value) return null;
  if (value.kind === "open")
    return certain("hall", TEMPERATURE_SENSOR, "open", "Temperature sensor open", true);
  if (value.kind !== "ohms") return null;
  const text = quantityText(value.ohms, RESISTANCE);
  if (value.ohms < SHORTED)
    return certain(
      "hall",
      TEMPERATURE_SENSOR,
      "open",
      `Temperature sensor ${text}: shorted, or its wires touch`,
      true,
    );
  const celsius = CELSIUS_OF[kind](value.ohms);
  if (celsius === null)
    return certain(
      "hall",
      TEMPERATURE_SENSOR,
      "open",
      `${text} is no temperature of a ${HALL_SLOTS["temp.kind"].form.choices[kind]}: damaged, or another kind`,
      true,
    );
  const room = latestIn(job.readings, "hall", "temp.room", epoch)?.value;
  const against = room?.kind === "celsius" ? room.celsius : USUAL_ROOM;
  const answer = sensorAgainstRoom(celsius, against);
  const whole = (value: number) => temperatureText(Math.round(value), job.limits);
  return certain(
    "hall",
    TEMPERATURE_SENSOR,
    answer === "agrees" ? "agrees" : "off",
    `Temperature sensor ${text} tells ${whole(celsius)}; the room is ${whole(against)}, ± ${ROOM_DOUBT} K is fine`,
    answer === "departs",
  );
}

/** How much sine and cosine may differ, and each from what is expected. Bench judgement. */
const RESOLVER_PAIR: Ratio = 0.05;
const RESOLVER_EXPECTED: Ratio = 0.15;

function resolverFinding(job: Sitting, epoch: number): Finding | null {
  const values = RESOLVER_SLOTS.map((slot) => latestIn(job.readings, "hall", slot, epoch)?.value);
  if (values.some((value) => value === undefined)) return null;
  if (values.some((value) => value!.kind === "open"))
    return certain("hall", RESOLVER, "open", "A resolver winding is open", true);
  const [exciter, sine, cosine] = values.map((value) => (value!.kind === "ohms" ? value!.ohms : 0)) as [
    Ohms,
    Ohms,
    Ohms,
  ];
  const expected = (slot: string) => {
    const value = latestIn(job.readings, "hall", `${slot}.expected`, epoch)?.value;
    return value?.kind === "ohms" && value.ohms > 0 ? value.ohms : null;
  };
  const apart = Math.abs(sine - cosine) / Math.max(1e-9, (sine + cosine) / 2);
  const off = RESOLVER_SLOTS.some((slot, i) => {
    const want = expected(slot);
    return want !== null && Math.abs([exciter, sine, cosine][i]! / want - 1) > RESOLVER_EXPECTED;
  });
  const departs = apart > RESOLVER_PAIR || off;
  const text = [exciter, sine, cosine].map((ohms) => quantityText(ohms, RESISTANCE)).join(", ");
  return certain(
    "hall",
    RESOLVER,
    departs ? "departs" : "agrees",
    `Resolver exciter, sine, cosine ${text}${apart > RESOLVER_PAIR ? ": sine and cosine differ" : off ? ": off what is expected" : ""}`,
    departs,
  );
}

/** Findings of the temperature sensor and the resolver, as far as they were read. */
export function motorSensorFindings(job: Sitting, epoch: number): Finding[] {
  return [temperatureFinding(job, epoch), resolverFinding(job, epoch)].filter((finding) => finding !== null);
}
