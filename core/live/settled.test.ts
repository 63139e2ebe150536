import { describe, expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { firstRest, TOUCHES, touchOf } from "#bench/touches";
import { accuracyOf, combine, expanded, OHMMETER_TEMPLATES, rangeAmong, scale } from "../quantity/index.ts";
import { lookAt, STALE_SECONDS, type LiveSample } from "./index.ts";

const DISPLAY = { resolution: 0.1, scatter: 0.05 };
/** Displays five times a second. */
const shown = (count: number, value: (n: number) => number | null, from = 0): LiveSample[] =>
  Array.from({ length: count }, (_, n) => ({ at: from + n / 5, value: value(n) }));
const noisy = (seed: number, by = 0.05) => {
  const chance = chanceFrom(seed);
  return () => by * chance.normal();
};
const kind = (samples: readonly LiveSample[]) => lookAt(samples, DISPLAY).kind;

describe("an instrument that speaks", () => {
  it("has come to rest once it stood long enough, and more displays tell it better", () => {
    const noise = noisy(1);
    const samples = shown(60, () => Math.round((120.4 + noise()) * 10) / 10);
    expect(kind(samples.slice(0, 5))).toBe("tooFew");
    const [soon, later] = [lookAt(samples.slice(0, 12), DISPLAY), lookAt(samples, DISPLAY)];
    if (soon.kind !== "settled" || later.kind !== "settled") throw new Error(`${soon.kind}, ${later.kind}`);
    expect(soon.rest.count).toBe(12);
    expect(later.rest.count).toBe(60);
    expect(Math.abs(later.rest.mean - 120.4)).toBeLessThan(expanded(later.rest.typeA));
    expect(later.rest.typeA.u).toBeLessThan(soon.rest.typeA.u);
    expect(later.rest.spread).toBeGreaterThan(0.03);
    expect(later.rest.spread).toBeLessThan(0.08);
  });

  it("that hides everything below its last digit is not known better than that digit", () => {
    const look = lookAt(
      shown(30, () => 7.3),
      DISPLAY,
    );
    if (look.kind !== "settled") throw new Error(look.kind);
    expect(look.rest.typeA.u).toBeGreaterThan(0.1 / Math.sqrt(12 * 30));
  });

  it("that follows itself closely is worth fewer displays", () => {
    const noise = noisy(3, 0.03);
    let slow = 0;
    const likened = shown(60, () => (slow = 0.8 * slow + noise()) + 50);
    const free = noisy(3);
    const apart = shown(60, () => 50 + free());
    const [a, b] = [lookAt(likened, DISPLAY), lookAt(apart, DISPLAY)];
    if (a.kind !== "settled" || b.kind !== "settled") throw new Error(`${a.kind}, ${b.kind}`);
    expect(a.rest.typeA.u / a.rest.spread).toBeGreaterThan(1.2 * (b.rest.typeA.u / b.rest.spread));
  });

  it("that drifts is not at rest, however slowly it goes", () => {
    const noise = noisy(4, 0.02);
    for (const each of [0.03, 0.1, 1]) expect(kind(shown(40, (n) => 80 + each * n + noise()))).toBe("moves");
  });

  it("that gives way like a film under a probe is taken when it has, and not before", () => {
    const samples = shown(80, (n) => Math.round((33 + 12 * Math.exp(-n / 5 / 1.5)) * 10) / 10);
    const first = samples.findIndex((_, n) => kind(samples.slice(0, n + 1)) === "settled");
    const look = lookAt(samples.slice(0, first + 1), DISPLAY);
    if (look.kind !== "settled") throw new Error(look.kind);
    expect(samples[first]!.at).toBeGreaterThan(4);
    expect(Math.abs(look.rest.mean - 33)).toBeLessThan(expanded(look.rest.typeA));
  });

  it("tells of the last step alone, and of nothing before a pause", () => {
    const noise = noisy(5);
    const before = shown(20, () => 10 + noise());
    const after = shown(20, () => 14 + noise(), 4);
    expect(kind([...before, ...after.slice(0, 3)])).toBe("moves");
    const look = lookAt([...before, ...after], DISPLAY);
    if (look.kind !== "settled") throw new Error(look.kind);
    expect(look.rest.count).toBe(20);
    expect(look.rest.mean).toBeCloseTo(14, 0);
    const late = after.map(({ at, value }) => ({ at: at + STALE_SECONDS + 1, value }));
    expect(kind([...before, ...late.slice(0, 4)])).toBe("tooFew");
  });

  it("that scatters far more than it does by itself is not at rest", () => {
    const noise = noisy(7, 0.2);
    expect(kind(shown(30, () => 50 + noise()))).toBe("moves");
  });

  it("that goes surely somewhere is not at rest, though it has not gone far", () => {
    const noise = noisy(8, 0.005);
    expect(kind(shown(40, (n) => 50 + 0.016 * n + noise()))).toBe("moves");
  });

  it("that has moved just now, by however little, is waited for", () => {
    const noise = noisy(9, 0.02);
    expect(kind(shown(30, (n) => (n === 29 ? 10.2 : 10 + noise())))).toBe("moves");
  });

  it("leaves out what came before a slip of the probe", () => {
    const noise = noisy(10, 0.01);
    const look = lookAt(
      shown(24, (n) => (n === 11 ? 10.35 : 10 + noise())),
      DISPLAY,
    );
    if (look.kind !== "settled") throw new Error(look.kind);
    expect(look.rest.count).toBe(12);
  });

  it("with nothing between its probes wanders, is open, or does neither for long", () => {
    const noise = noisy(6, 3);
    expect(kind(shown(40, () => 50 + noise()))).toBe("wanders");
    expect(kind(shown(20, () => null))).toBe("open");
    expect(kind(shown(20, (n) => (n % 5 === 0 ? 40 : null)))).toBe("wanders");
    expect(kind([...shown(20, () => null), ...shown(3, () => 40, 4)])).not.toBe("settled");
  });
});

it("of touches of every kind, none that is latched by itself lies farther than its U from what was there", () => {
  let latched = 0;
  for (let n = 0; n < 350; n += 1) {
    const chance = chanceFrom(500 + n);
    const kindOf = TOUCHES[n % TOUCHES.length]!;
    const meter = chance.oneOf(OHMMETER_TEMPLATES);
    const value = chance.between(0.02, 400);
    const range = rangeAmong(meter.ranges, value);
    const { samples, thereAt, scatter } = touchOf(kindOf, value, range.resolution, chance);
    const { perReading, commonOffset, commonGain } = accuracyOf(range);
    const first = firstRest(samples, { resolution: range.resolution, scatter });
    if (!first) continue;
    latched += 1;
    const { mean, typeA, to } = first.rest;
    expect(thereAt, `${kindOf} ${n}`).not.toBeNull();
    const u = expanded(combine([typeA, perReading, commonOffset, scale(commonGain, mean)]));
    expect(Math.abs(mean - thereAt!(to)), `${kindOf} ${n}`).toBeLessThan(u);
  }
  expect(latched).toBeGreaterThan(120);
});
