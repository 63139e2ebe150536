import type { Channel, Recording } from "../formats/index.ts";
import { Refused } from "../formats/index.ts";
import { LINES, PHASES, SENSORS, type ChannelRole } from "./answer.ts";

/** A signal with what it carries; null where it is none of the motor's. */
export interface Assigned {
  readonly channel: Channel;
  readonly role: ChannelRole | null;
}

function lineOrPhase(name: string): ChannelRole | null {
  const letters = name.replaceAll("U", "A").replaceAll("V", "B").replaceAll("W", "C");
  const line = LINES.find((one) => one === letters);
  if (line) return line;
  // A letter alone, or against the star point, by whatever name that goes.
  return PHASES.find((one) => [one, one[0], `${one[0]!}0`, `${one[0]!}S`].includes(letters)) ?? null;
}

/** A name as a role: "V AB", "U_ab", "A-B", "phase A", "AN", "Hall A", "H1". */
export function roleOf(name: string, logic: boolean): ChannelRole | null {
  const plain = name.toUpperCase().replaceAll(/[^A-Z0-9]/gu, "");
  if (!logic && !/^(?:HALL|SENSOR)/u.test(plain)) {
    // As it stands first: "UV" is a line by itself, and "UAB" a voltage of one.
    const bare = plain.replace(/^(?:VOLTAGE|LINE|PHASE|EMF|CH|V|U|E)(?=[A-CU-W])/u, "");
    return lineOrPhase(plain) ?? lineOrPhase(bare);
  }
  const sensor = /^(?:HALL|SENSOR|H|S)?([ABCUVW123])$/u.exec(plain)?.[1];
  return sensor ? SENSORS["ABCUVW123".indexOf(sensor) % 3]! : null;
}

/** Two levels and hardly anything between them, as a sensor gives; null where a signal has more. */
export function levelsOf(values: Float64Array): { readonly low: number; readonly high: number } | null {
  const some: number[] = [];
  const every = Math.max(1, Math.floor(values.length / 20_000));
  for (let n = 0; n < values.length; n += every) if (!Number.isNaN(values[n]!)) some.push(values[n]!);
  some.sort((a, b) => a - b);
  if (some.length < 8) return null;
  const [least, most] = [some[Math.floor(some.length * 0.01)]!, some[Math.floor(some.length * 0.99)]!];
  const range = most - least;
  if (!(range > 0)) return null;
  const middle = (least + most) / 2;
  const between = some.filter((value) => Math.abs(value - middle) < 0.3 * range).length;
  if (between > 0.08 * some.length) return null;
  const mean = (part: readonly number[]) => part.reduce((sum, one) => sum + one, 0) / part.length;
  const [below, above] = [some.filter((value) => value < middle), some.filter((value) => value >= middle)];
  const [low, high] = [mean(below), mean(above)];
  const spread = (part: readonly number[], about: number) =>
    Math.sqrt(part.reduce((sum, one) => sum + (one - about) ** 2, 0) / part.length);
  // A voltage that swings about zero is no sensor's, and neither are levels that run into each other.
  if (low < -0.2 * range || spread(below, low) + spread(above, high) > 0.25 * range) return null;
  return { low, high };
}

const isFlat = ({ values }: Channel): boolean => {
  const first = values.find((value) => !Number.isNaN(value));
  return values.every((value) => value === first || Number.isNaN(value));
};

/**
 * Which signal carries what: as somebody says, by the names of the columns, or by their order.
 * @param assumed gathers what was taken for granted
 * @throws Refused where more is said than is there
 */
export function assign(
  { channels }: Recording,
  as: readonly (ChannelRole | null)[] | null,
  assumed: string[],
): Assigned[] {
  if (as) {
    if (as.length > channels.length)
      throw new Refused(
        "notACapture",
        `${as.length} signals are named and the file holds ${channels.length}.`,
      );
    return channels.map((channel, c) => ({ channel, role: as[c] ?? null }));
  }
  const isSensor = (channel: Channel) =>
    channel.unit === "logic" || (channel.unit === "V" && levelsOf(channel.values) !== null);
  const named = channels.map((channel) => ({ channel, role: roleOf(channel.name, isSensor(channel)) }));
  const roles = named.map(({ role }) => role).filter((role) => role !== null);
  if (roles.length > 0 && new Set(roles).size === roles.length && enough(roles)) return named;
  const sensors = channels.filter(isSensor);
  const waves = channels.filter(
    (channel) => !isSensor(channel) && (channels.length <= 3 || !isFlat(channel)),
  );
  const order = new Map<Channel, ChannelRole>();
  sensors.slice(0, 3).forEach((channel, c) => order.set(channel, SENSORS[c]!));
  waves.slice(0, 3).forEach((channel, c) => order.set(channel, LINES[c]!));
  if (sensors.length >= 2)
    assumed.push("The two-level signals are taken for the sensors A, B and C, in their order.");
  if (waves.length > 0)
    assumed.push(
      waves.length === 1
        ? "The signal is taken for the line A-B."
        : `The signals are taken for the lines ${LINES.slice(0, Math.min(3, waves.length)).join(", ")}, in their order.`,
    );
  return channels.map((channel) => ({ channel, role: order.get(channel) ?? null }));
}

/** A set of roles from which something can be said. */
function enough(roles: readonly ChannelRole[]): boolean {
  const count = (of: readonly string[]) => roles.filter((role) => of.includes(role)).length;
  return count(LINES) >= 1 || count(PHASES) >= 2 || count(SENSORS) >= 2;
}
