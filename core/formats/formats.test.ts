import { describe, expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { readRecording, readRecordingFrom, Refused, type Recording, type SaidCode } from "./index.ts";

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => readRecording(bytes(text));
const valuesOf = (text: string) => read(text).channels.map(({ values }) => [...values]);

function refusal(file: Uint8Array): SaidCode {
  try {
    readRecording(file);
  } catch (error) {
    if (error instanceof Refused) return error.said.code;
    throw error;
  }
  throw new Error("it was read");
}

const ROWS = [
  [0, 1.5, -2],
  [0.001, 2.25, -1],
  [0.002, 3, 0.5],
  [0.003, 2, 1],
] as const;

describe("a text of columns", () => {
  it.each([
    ["comma", ",", ".", "\n", ""],
    ["semicolon", ";", ".", "\n", ""],
    ["semicolon, decimal comma, a mark at the beginning", ";", ",", "\r\n", "\uFEFF"],
    ["tab, decimal comma", "\t", ",", "\r\n", ""],
    ["blanks", " ", ".", "\n", ""],
    ["comma, lines that end in a return alone", ",", ".", "\r", ""],
  ])("is the same recording written with %s", (_, delimiter, decimal, end, mark) => {
    const line = (cells: readonly (string | number)[]) =>
      cells
        .map((cell) => (typeof cell === "number" ? String(cell).replace(".", decimal) : cell))
        .join(delimiter);
    const text = [line(["Time", "AB", "BC"]), ...ROWS.map(line)].join(end);
    const { time, interval, channels } = read(mark + text + end);
    expect(channels.map(({ name }) => name)).toEqual(["AB", "BC"]);
    expect(channels.map(({ values }) => [...values])).toEqual([
      [1.5, 2.25, 3, 2],
      [-2, -1, 0.5, 1],
    ]);
    expect(interval).toBeCloseTo(1e-3, 12);
    expect([...time!]).toHaveLength(4);
  });

  it("scales times and volts by the units above them, in a row of their own or beside the name", () => {
    const row = read("Time,CH1\nms,mV\n0,1000\n1,2000\n2,3000\n");
    const beside = read("Time (us),CH1 (mV)\n0,1000\n1000,2000\n2000,3000\n");
    for (const { interval, channels } of [row, beside]) {
      expect(interval).toBeCloseTo(1e-3, 12);
      expect([...channels[0]!.values]).toEqual([1, 2, 3]);
    }
  });

  it.each([
    ["Sample interval,1e-5,s\nA-B,B-C\n1,2\n3,4\n5,6\n", 1e-5],
    ["#Sampling rate: 100 kHz\nAB,BC\n1,2\n3,4\n5,6\n", 1e-5],
    ["X,CH1,CH2,Start,Increment\nSequence,Volt,Volt,0,2e-5\n0,1,2\n1,3,4\n2,5,6\n", 2e-5],
  ])("takes the interval out of the lines above the numbers: %j", (text, seconds) => {
    const { interval, assumed } = read(text);
    expect(interval).toBeCloseTo(seconds, 12);
    expect(valuesOf(text)).toEqual([
      [1, 3, 5],
      [2, 4, 6],
    ]);
    expect(assumed.join()).toContain("apart, by");
  });

  it.each([
    ["a rate by its letters", "# fs = 100 kHz\nAB\n1\n3\n5\n0\n", ["AB"]],
    [
      "an interval beside the length",
      "Record length;4;Sample interval;1,0E-05\nVertical units;V;;\n0,00E+00;1,0\n1,00E-05;3,0\n2,00E-05;5,0\n",
      ["column 2"],
    ],
    [
      "a list of what was set",
      "Model,XY-12\nPoints,3\nSample Rate,1.0E+5\n\nCH1,CH2\n1.0E+00,2.0\n3.0E+00,3.0\n5.0E+00,2.5\n",
      ["CH1", "CH2"],
    ],
    ["units in brackets and an empty line", "Time,AB\n(us),(V)\n\n0,1\n10,3\n20,5\n", ["AB"]],
    ["everything in quotes", '"Time (ms)";"AB (V)"\n"0,00";"1,0"\n"0,01";"3,0"\n"0,02";"5,0"\n', ["AB"]],
  ])("finds names and times under %s", (_, text, names) => {
    const { interval, channels } = read(text);
    expect(interval).toBeCloseTo(1e-5, 10);
    expect(channels.map(({ name }) => name)).toEqual(names);
    expect([...channels[0]!.values].slice(0, 3)).toEqual([1, 3, 5]);
  });

  it("says what it took for granted", () => {
    expect(read("0,1\n1,2\n2,3\n").assumed).toEqual([
      "The first column is time in seconds: no unit stands above it.",
      "column 2 is in volts: no unit stands above it.",
    ]);
  });

  it("tells samples that are missing from times that are uneven, and from moments of a log", () => {
    const codes = (text: string) => read(text).said.map(({ code }) => code);
    const even = Array.from({ length: 60 }, (_, n) => n);
    const written = (times: readonly number[]) =>
      `t,v\n${times.map((t) => `${t},${Math.sin(t)}`).join("\n")}\n`;
    expect(codes(written(even))).toEqual([]);
    expect(codes(written(even.filter((n) => n < 20 || n > 24)))).toEqual(["missingSamples"]);
    expect(codes(written(even.map((n) => n + (n % 3) * 0.2)))).toEqual(["unevenTime"]);
    expect(codes(written([...even.slice(0, 50), 10, ...even.slice(50)]))).toEqual(["unevenTime"]);
    expect(codes("t,A,B\n0,1,0\n0.5,0,0\n0.51,0,1\n3,1,1\n")).toEqual([]);
    expect(codes("t,v\n0,1\n1,\n2,3\n3,OL\n4,1\n")).toEqual(["missingSamples"]);
  });

  it("holds moments of a log as they are, though they come nearly evenly", () => {
    const { time, interval } = read("t,A\n0,0\n1,1\n2.2,0\n3,1\n4,0\n");
    expect([...time!]).toEqual([0, 1, 2.2, 3, 4]);
    expect(interval).toBeNull();
  });

  it("evens out times that are rounded to the digits they are written with", () => {
    const lines = Array.from({ length: 400 }, (_, n) => `${(n * 1.37e-4).toFixed(5)},${n % 7}`);
    const { interval, said } = read(`t,v\n${lines.join("\n")}\n`);
    expect(said).toEqual([]);
    expect(interval).toBeCloseTo(1.37e-4, 7);
  });

  it("leaves out a last line that was cut off, and says so", () => {
    const { channels, said } = read("t,a,b\n0,1,2\n1,2,3\n2,3,4\n3,4");
    expect([...channels[0]!.values]).toEqual([1, 2, 3]);
    expect(said.map(({ code }) => code)).toEqual(["truncated"]);
  });

  it("reads states that were written down by hand, as columns or as one word", () => {
    for (const text of ["101\n100\n110\n010\n", "A,B,C\n1,0,1\n1,0,0\n1,1,0\n0,1,0\n"]) {
      const { time, channels } = read(text);
      expect(time).toBeNull();
      expect(channels.map(({ values }) => [...values])).toEqual([
        [1, 1, 1, 0],
        [0, 0, 1, 1],
        [1, 0, 0, 0],
      ]);
    }
  });

  it.each([
    ["nothing", "", "emptyFile"],
    ["blank lines", "\n\n  \n", "emptyFile"],
    ["words", "hello\nthere\n", "notACapture"],
    ["numbers without any time", "1.5\n2.5\n3.5\n1.5\n", "notACapture"],
    ["times that stand still", "t,v\n1,2\n1,3\n1,4\n", "notACapture"],
  ] as const)("refuses %s by name", (_, text, code) => {
    expect(refusal(bytes(text))).toBe(code);
  });

  it("refuses what is no text", () => {
    expect(refusal(Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1]))).toBe("notACapture");
  });
});

/** A sound file of one channel. */
function sound(
  kind: number,
  bits: number,
  samples: readonly Uint8Array[],
  extensible = false,
  says?: number,
): Uint8Array {
  const size = samples.reduce((sum, one) => sum + one.length, 0);
  const format = extensible ? 40 : 16;
  const view = new DataView(new ArrayBuffer(28 + format + size));
  const name = (at: number, text: string) =>
    [...text].forEach((letter, i) => view.setUint8(at + i, letter.codePointAt(0)!));
  name(0, "RIFF");
  name(8, "WAVEfmt ");
  view.setUint32(16, format, true);
  view.setUint16(20, extensible ? 0xfffe : kind, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, 1000, true);
  view.setUint16(34, bits, true);
  if (extensible) view.setUint16(44, kind, true);
  name(20 + format, "data");
  view.setUint32(24 + format, says ?? size, true);
  const bytesOf = new Uint8Array(view.buffer);
  let at = 28 + format;
  for (const one of samples) {
    bytesOf.set(one, at);
    at += one.length;
  }
  return bytesOf;
}
const float = (value: number) => new Uint8Array(new Float32Array([value]).buffer);

describe("a sound file", () => {
  it.each([
    ["16 bit", sound(1, 16, [Uint8Array.of(0, 0x40), Uint8Array.of(0, 0xc0)])],
    ["24 bit", sound(1, 24, [Uint8Array.of(0, 0, 0x40), Uint8Array.of(0, 0, 0xc0)])],
    ["32 bit", sound(1, 32, [Uint8Array.of(0, 0, 0, 0x40), Uint8Array.of(0, 0, 0, 0xc0)])],
    ["8 bit", sound(1, 8, [Uint8Array.of(192), Uint8Array.of(64)])],
    ["floating point", sound(3, 32, [float(0.5), float(-0.5)])],
    [
      "24 bit with an extensible header",
      sound(1, 24, [Uint8Array.of(0, 0, 0x40), Uint8Array.of(0, 0, 0xc0)], true),
    ],
  ])("gives parts of full scale: %s", (_, file) => {
    const { channels, interval } = readRecording(file);
    expect([...channels[0]!.values]).toEqual([0.5, -0.5]);
    expect(channels[0]!.unit).toBe("full scale");
    expect(interval).toBe(1e-3);
  });

  it("that was cut off is read as far as it goes; one without samples is refused", () => {
    const file = sound(1, 16, [Uint8Array.of(0, 0x40)], false, 4000);
    expect(readRecording(file).said.map(({ code }) => code)).toEqual(["truncated"]);
    expect(refusal(file.subarray(0, 40))).toBe("truncated");
    expect(refusal(sound(1, 16, []))).toBe("emptyFile");
    expect(refusal(sound(85, 16, [Uint8Array.of(0, 0)]))).toBe("notACapture");
  });
});

describe("a value change dump", () => {
  const HEAD = `$timescale 10 us $end $scope module m $end $var wire 1 ! HA $end $scope module p $end
$var wire 1 " HB $end $var reg 8 # bus [7:0] $end $upscope $end $upscope $end $enddefinitions $end\n`;

  it("gives single lines at the moments of their changes, unknown states as none", () => {
    const { time, channels } = read(
      `${HEAD}#0 $dumpvars 1! x" b00 # $end\n#10 0!\nz"\n#25\n1"\n#30 b101 #\n1!`,
    );
    expect([...time!]).toEqual([0, 1e-4, 2.5e-4, 3e-4].map((t) => expect.closeTo(t, 12)));
    expect(channels.map(({ name, values }) => [name, ...values])).toEqual([
      ["HA", 1, 0, 0, 1],
      ["HB", Number.NaN, Number.NaN, 1, 1],
    ]);
  });

  it("is refused without its declarations, without times or without changes", () => {
    expect(refusal(bytes("$timescale 1 us $end $var wire 1 ! A $end"))).toBe("truncated");
    expect(refusal(bytes("$var wire 1 ! A $end $enddefinitions $end #0 1!"))).toBe("notACapture");
    expect(refusal(bytes(`${HEAD}#0`))).toBe("emptyFile");
  });
});

describe("a value change dump that was cut off", () => {
  it("between the value of a bus and its line ends there, and is read up to it", () => {
    const text = [
      "$timescale 1 us $end",
      "$var wire 1 ! hall_a $end",
      "$var reg 8 * count $end",
      "$enddefinitions $end",
      "#0 1! #10 0! #20 1! b101",
    ].join("\n");
    const { channels, time } = readRecording(new TextEncoder().encode(text));
    expect([...time!]).toEqual([0, 10 * 1e-6, 20 * 1e-6].map((at) => expect.closeTo(at, 12)));
    expect([...channels[0]!.values]).toEqual([1, 0, 1]);
  });
});

describe("a file that comes piece by piece", () => {
  async function* piecesOf(file: Uint8Array, chance: ReturnType<typeof chanceFrom>) {
    for (let at = 0; at < file.length;) {
      const to = at + Math.ceil(chance.between(0, 40_000));
      yield file.subarray(at, to);
      at = to;
    }
  }
  const told = ({ time, channels, ...rest }: Recording) => ({
    ...rest,
    time: [...(time ?? [])],
    channels: channels.map(({ values, ...one }) => ({ ...one, values: [...values] })),
  });
  const rows = (end: string, cell = (value: number) => value.toFixed(4)) =>
    [
      "Time,AB,BC",
      ...Array.from({ length: 9000 }, (_, n) =>
        [n * 1e-3, Math.sin(n / 9), Math.cos(n / 7)].map(cell).join(","),
      ),
    ].join(end);

  it.each([
    ["lines of any kind", rows("\n")],
    ["returns and feeds", rows("\r\n") + "\r\n"],
    ["returns alone", rows("\r")],
    ["a mark at the beginning", `\uFEFF${rows("\n")}`],
    ["a last line that was cut off", rows("\n").slice(0, -9)],
    [
      "many digits and empty cells",
      rows("\n", (value) => (value > 0.9 && value < 1 ? "" : value.toExponential(17))),
    ],
  ])("is the same recording: %s", async (_, text) => {
    const file = bytes(text);
    const whole = told(readRecording(file));
    for (let seed = 0; seed < 4; seed += 1)
      expect(told(await readRecordingFrom(piecesOf(file, chanceFrom(seed)), file.length))).toEqual(whole);
  });

  it("a number beyond what can be counted is none, and neither is a moment that was not read", () => {
    const { time, channels, said } = readRecording(
      bytes("Time,AB\n1e999,1\n0.001,2\n0.002,1e999\n0.01e3999,4\n0.004,5\n0.005,6\n0.006,7\n"),
    );
    expect([...time!]).toEqual([0.001, 0.002, 0.004, 0.005, 0.006]);
    expect(said[0]!.words).toMatch(/^2 moments are no number/u);
    expect(said.every(({ words }) => !words.includes("goes back"))).toBe(true);
    expect([...channels[0]!.values]).toEqual([2, Number.NaN, 5, 6, 7]);
  });

  it("is refused for the same reason, and a line without end does no harm", async () => {
    const from = (file: Uint8Array) => readRecordingFrom(piecesOf(file, chanceFrom(1)), file.length);
    await expect(from(bytes(""))).rejects.toMatchObject({ said: { code: "emptyFile" } });
    await expect(from(bytes("Dear workshop,\n".repeat(9000)))).rejects.toMatchObject({
      said: { code: "notACapture" },
    });
    const endless = await from(bytes(`${rows("\n")}\n9,${"1".repeat(3_000_000)}`));
    expect(endless.channels[0]!.values).toHaveLength(9000);
  });
});
