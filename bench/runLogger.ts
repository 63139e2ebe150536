import type { Chance } from "./chance.ts";

/** A motor with its pack as a controller logs them. */
export interface DrivenMotor {
  readonly polePairs: number;
  /** rpm per volt of six-step mean; ohms line to line, with leads and bridge. */
  readonly constant: number;
  readonly resistance: number;
  /** Pack without load, V; its ohms, V lost for each ampere-second drawn. */
  readonly pack: { readonly volts: number; readonly ohms: number; readonly fade: number };
  /** K for each A² and second; 1/s. */
  readonly heating: number;
  readonly cooling: number;
  /** Where the controller gives up: motor current, A; null where it never does. */
  readonly trips: number | null;
  /** Share of speed that is lost beside what its ohms take. */
  readonly lost: number;
}

export const DRIVEN: DrivenMotor = {
  ...{
    polePairs: 15,
    constant: 9.2,
    resistance: 0.16,
    heating: 0.0003,
    cooling: 1 / 240,
    trips: null,
    lost: 0,
  },
  pack: { volts: 53, ohms: 0.05, fade: 0.0002 },
};

/** How a log is written. */
export interface RunStyle {
  readonly names: Readonly<
    Partial<Record<"time" | "erpm" | "volts" | "amps" | "motor" | "duty" | "temp" | "fault", string>>
  >;
  readonly delimiter: string;
  readonly decimal: "." | ",";
  readonly preamble: readonly string[];
  /** Duty as a percentage. */
  readonly percent: boolean;
}

export const PLAIN_RUN: RunStyle = {
  names: {
    ...{ time: "time_s", erpm: "erpm", volts: "v_in", amps: "i_in", motor: "i_motor" },
    ...{ duty: "duty", temp: "temp_motor", fault: "fault" },
  },
  ...{ delimiter: ",", decimal: ".", preamble: [], percent: false },
};

/** A log of a ride: throttle opened and closed, hills in between. */
export function runLog(
  motor: DrivenMotor,
  { seconds, rate, room }: { readonly seconds: number; readonly rate: number; readonly room: number },
  style: RunStyle,
  chance: Chance,
): Uint8Array {
  const { polePairs, constant, resistance, pack, heating, cooling, trips, lost } = motor;
  const noise = (size: number) => (chance.uniform() + chance.uniform() + chance.uniform() - 1.5) * 2 * size;
  const write = (value: number, digits: number) => value.toFixed(digits).replace(".", style.decimal);
  const { names } = style;
  const columns = Object.keys(names) as (keyof RunStyle["names"])[];
  const rows = [...style.preamble, columns.map((one) => names[one]).join(style.delimiter)];
  let [temperature, drawn, tripped] = [room, 0, 0];
  for (let n = 0; n / rate <= seconds; n += 1) {
    const at = n / rate;
    const wanted = Math.max(0, 0.55 + 0.4 * Math.sin(at / 7) + 0.15 * Math.sin(at / 2.3));
    const hill = 1 + 0.8 * Math.sin(at / 11 + 1);
    const asked = tripped > 0 ? 0 : Math.min(0.95, wanted);
    const motorCurrent = asked > 0.02 ? 45 * asked * Math.max(0.15, hill) : 0;
    const gives = trips !== null && motorCurrent > trips && tripped === 0;
    if (gives) tripped = Math.round(rate * 2);
    const input = motorCurrent * asked;
    const volts = pack.volts - input * pack.ohms - drawn * pack.fade;
    const rpm = Math.max(0, constant * (volts * asked - motorCurrent * resistance) * (1 - lost));
    drawn += input / rate;
    temperature += (heating * motorCurrent ** 2 - cooling * (temperature - room)) / rate;
    const cells: Readonly<Record<keyof RunStyle["names"], string>> = {
      time: write(at, 2),
      erpm: write(Math.max(0, rpm * polePairs * (1 + noise(0.003))), 0),
      volts: write(volts + noise(0.05), 2),
      amps: write(input + noise(0.1), 2),
      motor: write(Math.max(0, motorCurrent + noise(0.2)), 2),
      duty: write(asked * (style.percent ? 100 : 1), style.percent ? 1 : 3),
      temp: write(temperature + noise(0.2), 1),
      fault: tripped > 0 ? "OVER_CURRENT" : "NONE",
    };
    rows.push(columns.map((one) => cells[one]).join(style.delimiter));
    if (tripped > 0) tripped -= 1;
  }
  return new TextEncoder().encode(`${rows.join("\n")}\n`);
}
