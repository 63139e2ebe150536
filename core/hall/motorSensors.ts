import { certain } from "../check/index.ts";
import type { Finding } from "../evidence/index.ts";
import {
  quantityText,
  RESISTANCE,
  TEMPERATURE,
  type Celsius,
  type Ohms,
  type Ratio,
} from "../quantity/index.ts";
import { choiceIn, latestIn, type JobRecord } from "../record/index.ts";
import {
  platinumTemperature,
  ROOM_DOUBT,
  sensorAgainstRoom,
  thermistorTemperature,
} from "../sensors/index.ts";

/** Kinds of temperature sensor a hand meter can judge. */
export const TEMPERATURE_SENSORS = {
  pt1000: { label: "Pt1000", celsiusOf: (ohms: Ohms): Celsius | null => platinumTemperature(1000, ohms) },
  ntc10k3435: {
    label: "NTC 10 kΩ, β 3435",
    celsiusOf: (ohms: Ohms): Celsius | null => (ohms > 0 ? thermistorTemperature(10_000, 3435, ohms) : null),
  },
  ntc10k3950: {
    label: "NTC 10 kΩ, β 3950",
    celsiusOf: (ohms: Ohms): Celsius | null => (ohms > 0 ? thermistorTemperature(10_000, 3950, ohms) : null),
  },
} as const;
export type TemperatureSensor = keyof typeof TEMPERATURE_SENSORS;

export function isTemperatureSensor(text: string | undefined): text is TemperatureSensor {
  return text !== undefined && text in TEMPERATURE_SENSORS;
}

/** The room where nobody read it, °C. */
const USUAL_ROOM: Celsius = 20;

function temperatureFinding(job: JobRecord, epoch: number): Finding | null {
  const kind = choiceIn(job.readings, "hall", "temp.kind", epoch);
  const value = latestIn(job.readings, "hall", "temp.ohms", epoch)?.value;
  if (!isTemperatureSensor(kind) || !value) return null;
  if (value.kind === "open") return certain("tempSensor", "open", "Temperature sensor open", true);
  if (value.kind !== "ohms") return null;
  const celsius = TEMPERATURE_SENSORS[kind].celsiusOf(value.ohms);
  const text = quantityText(value.ohms, RESISTANCE);
  if (celsius === null)
    return certain(
      "tempSensor",
      "open",
      `${text} is no temperature of a ${TEMPERATURE_SENSORS[kind].label}: open, shorted or another kind`,
      true,
    );
  const room = latestIn(job.readings, "hall", "temp.room", epoch)?.value;
  const against = room?.kind === "celsius" ? room.celsius : USUAL_ROOM;
  const answer = sensorAgainstRoom(celsius, against);
  const shown = quantityText(Math.round(celsius), TEMPERATURE);
  return certain(
    "tempSensor",
    answer === "agrees" ? "agrees" : "off",
    `Temperature sensor ${text} tells ${shown}; the room is ${Math.round(against)} °C, ± ${ROOM_DOUBT} K is fine`,
    answer === "departs",
  );
}

/** Three windings of a resolver by hand: the exciter, and two that are alike. */
export const RESOLVER_SLOTS = ["resolver.exciter", "resolver.sine", "resolver.cosine"] as const;
/** How much sine and cosine may differ, and each from what is expected. Bench judgement. */
const RESOLVER_PAIR: Ratio = 0.05;
const RESOLVER_EXPECTED: Ratio = 0.15;

function resolverFinding(job: JobRecord, epoch: number): Finding | null {
  const values = RESOLVER_SLOTS.map((slot) => latestIn(job.readings, "hall", slot, epoch)?.value);
  if (values.some((value) => value === undefined)) return null;
  if (values.some((value) => value!.kind === "open"))
    return certain("resolver", "open", "A resolver winding is open", true);
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
    "resolver",
    departs ? "departs" : "agrees",
    `Resolver exciter, sine, cosine ${text}${apart > RESOLVER_PAIR ? ": sine and cosine differ" : off ? ": off what is expected" : ""}`,
    departs,
  );
}

/** Findings of the temperature sensor and the resolver, as far as they were read. */
export function motorSensorFindings(job: JobRecord, epoch: number): Finding[] {
  return [temperatureFinding(job, epoch), resolverFinding(job, epoch)].filter((finding) => finding !== null);
}
