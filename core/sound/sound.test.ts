import { describe, expect, it } from "vitest";
import { asSound } from "#bench/scope";
import { OCTAVES, readSound, spectrumOf } from "./index.ts";

const RATE = 44_100;
const tone = (seconds: number, of: (t: number) => number) =>
  asSound(
    {
      time: new Float64Array(),
      channels: [Float64Array.from({ length: seconds * RATE }, (_, n) => of(n / RATE))],
    },
    RATE,
    1,
  );

describe("the sound of a motor", () => {
  it("of a sine has half the square of its height, at its own frequency, and in its octave alone", () => {
    const { picture, figures, outcome } = readSound(tone(5, (t) => 0.5 * Math.sin(2 * Math.PI * 1000 * t)));
    expect(outcome).toBe("read");
    // 0.5²/2 = 0.125: −9.03 dB of full scale.
    expect(figures["soundLevel"]!.value).toBeCloseTo(-9.03, 1);
    expect(Math.abs(figures["loudestAt"]!.value - 1000)).toBeLessThan(3);
    const at = OCTAVES.indexOf(1000);
    expect(picture!.octaves[at]).toBeCloseTo(-9.03, 1);
    expect(picture!.octaves[at - 1]!).toBeLessThan(-60);
    expect(picture!.octaves[at + 1]!).toBeLessThan(-60);
  });

  it("keeps the power of what is heard: Parseval over the whole spectrum", () => {
    let seed = 1;
    const noise = Float64Array.from({ length: 5 * RATE }, () => {
      seed = (seed * 16_807) % 2_147_483_647;
      return 0.2 * (seed / 2_147_483_647 - 0.5);
    });
    const mean = noise.reduce((sum, one) => sum + one * one, 0) / noise.length;
    const { power } = spectrumOf(noise, RATE);
    expect(power.reduce((sum, one) => sum + one, 0) / mean).toBeCloseTo(1, 1);
  });

  it("shows two tones side by side, and when each was there", () => {
    const both = tone(4, (t) =>
      t < 2 ? 0.1 * Math.sin(2 * Math.PI * 120 * t) : 0.3 * Math.sin(2 * Math.PI * 3000 * t),
    );
    const { picture } = readSound(both);
    const loud = (hertz: number) => {
      const n = picture!.hertz.reduce(
        (best, one, k) => (Math.abs(one - hertz) < Math.abs(picture!.hertz[best]! - hertz) ? k : best),
        0,
      );
      return picture!.decibels[n]!;
    };
    expect(loud(120)).toBeGreaterThan(-40);
    expect(loud(3000)).toBeGreaterThan(-30);
    expect(loud(700)).toBeLessThan(-60);
    const early = picture!.level[Math.floor(picture!.level.length * 0.25)]!;
    const late = picture!.level[Math.floor(picture!.level.length * 0.75)]!;
    expect(late - early).toBeCloseTo(20 * Math.log10(3), 0);
  });

  it("says where it is cut off, and refuses what is no sound or too short by name", () => {
    expect(readSound(tone(2, (t) => Math.sign(Math.sin(2 * Math.PI * 200 * t)))).said[0]!.code).toBe(
      "clipped",
    );
    expect(readSound(tone(0.4, () => 0.1)).said[0]!.code).toBe("tooShort");
    expect(readSound(new TextEncoder().encode("Time,AB\n0,1\n1,2\n2,3\n")).outcome).toBe("refused");
    expect(readSound(new Uint8Array()).said[0]!.code).toBe("emptyFile");
  });
});
