import { chanceFrom, type Chance } from "#bench/chance";
import { asChanges, logged } from "#bench/logicLog";
import { asText, PLAIN_TEXT, scoped, type Recorded, type ScopedMotor } from "#bench/scope";
import { readCapture, visibility, type CaptureAnswer, type CaptureOptions } from "#core/capture";

/** How often a figure lies within what is stated of it, over recordings drawn at will. npm run captures [how many] */
const MOTORS = Number(process.argv[2] ?? 2000);
const FIRST = 41_000;
const WINDINGS = [
  [12, 7],
  [12, 5],
  [9, 4],
  [9, 6],
  [12, 4],
  [36, 20],
  [27, 15],
] as const;

interface Drawn {
  readonly motor: ScopedMotor;
  readonly slots: number;
  readonly how: Recorded;
}

function drawn(chance: Chance): Drawn {
  const [slots, polePairs] = chance.oneOf(WINDINGS);
  const rpm = chance.between(300, 3000);
  const constant = chance.between(8, 1500);
  const peak = rpm / constant;
  const frequency = (rpm * polePairs) / 60;
  const sag = chance.happens(0.5) ? 0 : chance.between(-0.03, 0.08);
  const seconds = chance.between(4, 30) / (rpm / 60);
  const weak = chance.happens(0.25) ? { [Math.floor(chance.uniform() * polePairs)]: 0.1 } : {};
  return {
    slots,
    motor: {
      ...{ polePairs, constant, phases: [1, 1, 1], lower: weak, order: "ABC", swing: 0 },
      harmonics: {
        3: chance.between(0, 0.1),
        5: chance.between(-0.08, 0.08),
        7: chance.between(-0.04, 0.04),
      },
    },
    how: {
      ...{ seconds, rate: frequency * chance.between(25, 200), offset: chance.between(-0.02, 0.02) * peak },
      speed: (t) => rpm * (1 - (sag * t) / seconds),
      ...{
        noise: chance.between(0.001, 0.06) * peak,
        range: peak * chance.between(1.3, 4),
        steps: chance.oneOf([256, 4096]),
      },
      probes: chance
        .oneOf([
          ["AB", "BC", "CA"],
          ["AB", "BC"],
          ["AN", "BN", "CN"],
        ] as const)
        .map((of) => ({ of, way: 1 as const })),
    },
  };
}

const share = (count: number, of: number) => `${((100 * count) / of).toFixed(1)} % of ${of}`;
const said = ({ said: all }: CaptureAnswer, code: string) => all.some((one) => one.code === code);
const known = (polePairs: number, slots: number): CaptureOptions => ({
  as: null,
  polePairs,
  slots,
  ratedConstant: null,
  turned: null,
});

function waveforms(): void {
  let [read, within, near, weak, found, blind, claimed, sound, wrong] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  const off: number[] = [];
  for (let n = 0; n < MOTORS; n += 1) {
    const chance = chanceFrom(FIRST + n);
    const { motor, slots, how } = drawn(chance);
    const text = { ...PLAIN_TEXT, names: how.probes.map(({ of }) => of) };
    const answer = readCapture(asText(scoped(motor, how, chance), text), known(motor.polePairs, slots));
    const isWeak = Object.keys(motor.lower).length > 0;
    const constant = answer.figures["speedConstant"];
    if (constant && !isWeak) {
      read += 1;
      const error = Math.abs(constant.value / motor.constant - 1);
      off.push(error);
      if (error <= constant.u / motor.constant) within += 1;
      if (error < 0.005) near += 1;
    }
    const seen = (visibility(slots, motor.polePairs) ?? 0) >= 0.003;
    const claims = said(answer, "weakPolePair");
    if (!seen) {
      blind += 1;
      if (claims) claimed += 1;
    } else if (isWeak) {
      weak += 1;
      if (claims) found += 1;
    } else {
      sound += 1;
      if (claims) wrong += 1;
    }
  }
  off.sort((a, b) => a - b);
  const at = (p: number) => `${(100 * off[Math.floor((off.length - 1) * p)]!).toFixed(3)} %`;
  process.stdout.write(
    [
      `speed constant within its stated U: ${share(within, read)} (asked: 93 to 97 %)`,
      `speed constant within half a percent: ${share(near, read)}; off by ${at(0.5)} in the middle, ${at(0.9)} in the worst tenth, ${at(1)} at most`,
      `a pole pair 10 % low found where it can be seen: ${share(found, weak)} (asked: 95 %)`,
      `claimed of a sound rotor: ${share(wrong, sound)}; claimed where the winding cannot see it: ${share(claimed, blind)} (asked: never)`,
      "",
    ].join("\n"),
  );
}

function sensors(): void {
  let [placed, within, swapped] = [0, 0, 0];
  for (let n = 0; n < MOTORS; n += 1) {
    const chance = chanceFrom(FIRST + MOTORS + n);
    const polePairs = chance.oneOf([4, 5, 7, 10, 15, 20]);
    const late = [0, chance.between(-12, 12), 0] as const;
    const speed = chance.between(2, 20);
    const ripple = chance.between(0, 0.02);
    const turning = (t: number) =>
      speed * t + ((ripple * speed) / (2 * Math.PI * speed)) * Math.sin(2 * Math.PI * speed * t) + 0.013;
    const log = logged(
      { polePairs, spacing: 120, late, hysteresis: chance.between(0, 3), stuck: {}, wires: [0, 1, 2] },
      turning,
      chance.between(2, 5) / speed,
      1 / (speed * polePairs * 60),
    );
    // A logger's clock goes in steps.
    const tick = chance.oneOf([1e-6, 1e-5, 1e-4]) / 10;
    const changes = log.changes.map((one) => ({ ...one, at: Math.ceil(one.at / tick) * tick }));
    const answer = readCapture(asChanges({ begins: log.begins, changes }), known(polePairs, 12));
    const angle = answer.figures["angleAToB"];
    if (said(answer, "wiresSwapped")) swapped += 1;
    if (!angle) continue;
    placed += 1;
    if (Math.abs(angle.value - 120 - late[1]) <= angle.u) within += 1;
  }
  process.stdout.write(
    `placement within its stated U: ${share(within, placed)} (asked: 93 to 97 %); wires called swapped: ${swapped}\n`,
  );
}

waveforms();
sensors();
