import { describe, expect, it } from "vitest";
import { workOut } from "./working.ts";
import { WORKINGS } from "./workings.ts";

const working = (id: string) => WORKINGS.find((candidate) => candidate.id === id)!;
const of = (id: string, texts: Record<string, string>) => workOut(working(id), texts);
const valueOf = (id: string, texts: Record<string, string>, label: string) =>
  of(id, texts).lines.find((line) => line.label === label)?.value;

describe("a working", () => {
  it("says nothing of nothing, and has a formula and a source", () => {
    for (const { id, formula, source } of WORKINGS) {
      expect(of(id, {}), id).toEqual({ problems: {}, lines: [] });
      expect(formula.length, id).toBeGreaterThan(0);
      expect(source, id).not.toBe("");
    }
    expect(new Set(WORKINGS.map(({ id }) => id)).size).toBe(WORKINGS.length);
  });

  it("holds its names once each, so that an address means one thing", () => {
    for (const { id, fields } of WORKINGS)
      expect(new Set(fields.map(({ name }) => name)).size, id).toBe(fields.length);
  });

  it.each([
    ["speed", { f: "0" }, "f", /zero/u],
    ["speed", { p: "2.5" }, "p", /whole number/u],
    ["speed", { p: "0" }, "p", /whole number/u],
    ["speed", { f: "50 V" }, "f", /does not fit a frequency/u],
    ["constant", { v: "OL" }, "v", /cannot be open/u],
    ["constant", { v: "12..3" }, "v", /decimal point/u],
    ["heat", { from: "900" }, "from", /./u],
    ["limbs", { AB: "OL" }, "AB", /no number/u],
    ["gate", { kv: "-3" }, "kv", /below zero/u],
  ] as const)("%s refuses %o at its field and works nothing out of it", (id, texts, field, sentence) => {
    const { problems, lines } = of(id, texts);
    expect(Object.keys(problems)).toEqual([field]);
    expect(problems[field]).toMatch(sentence);
    expect(lines).toEqual([]);
  });
});

describe("speed, frequency, poles", () => {
  it("works out whichever is missing (42.19 Hz on 4 poles: 1266 rpm, common practice)", () => {
    expect(valueOf("speed", { f: "42.19", p: "2" }, "Speed")).toBe("1266 rpm");
    expect(valueOf("speed", { n: "1500", p: "2" }, "Frequency")).toBe("50 Hz");
    expect(valueOf("speed", { f: "150", n: "600" }, "Pole pairs")).toBe("15, 30 poles");
    expect(valueOf("speed", { f: "155", n: "1000" }, "Pole pairs")).toBe("cannot tell");
    expect(valueOf("speed", { f: "400", n: "600" }, "Pole pairs")).toBe("cannot tell");
  });
});

describe("a lead or cable", () => {
  it("is as its gauge or its area says (AWG 12: 5.211 mΩ/m, ASTM B258, memory), in feet too", () => {
    expect(valueOf("wire", { gauge: "12", length: "1 m" }, "One way")).toMatch(/^5\.21\d? mΩ$/u);
    expect(valueOf("wire", { gauge: "12", length: "10 ft" }, "There and back")).toMatch(/^31\.7\d? mΩ$/u);
    expect(valueOf("wire", { area: "1.5", length: "58" }, "One way")).toBe("666.7 mΩ");
    expect(valueOf("wire", { gauge: "12", length: "1", i: "100" }, "Lost in it")).toMatch(
      /^1\.042 V, 104\.\d W$/u,
    );
  });

  it("without an area says nothing", () => {
    expect(of("wire", { length: "2" }).lines).toEqual([]);
    expect(of("wire", { length: "2", area: "0" }).problems).toHaveProperty("area");
  });
});

describe("blowers", () => {
  it("hold mains against this plate: 208-230 V takes 187 to 253 (common practice)", () => {
    expect(of("mains", { plate: "208", plateMost: "230", read: "186" }).lines).toEqual([
      { label: "Takes", value: "187 V to 253 V", note: "Out of the band." },
    ]);
    expect(valueOf("mains", { plate: "230" }, "Takes")).toBe("207 V to 253 V");
    expect(valueOf("mains", { plate: "120" }, "Takes")).toBe("108 V to 132 V");
  });
  it("follow the fan laws (any fan handbook) and count 100 CFM a flash", () => {
    expect(valueOf("fan", { from: "1000", to: "1250" }, "Power")).toBe("× 1.953");
    expect(valueOf("fan", { flashes: "12" }, "Airflow flashed")).toBe("1200 CFM");
  });
  it("wait five minutes at least, and as long as the bleeder takes", () => {
    expect(valueOf("wait", { c: "1000", r: "470k", u: "340" }, "Wait")).toBe("20 minutes");
    expect(valueOf("wait", { c: "100", r: "100k", u: "340" }, "Wait")).toBe("5 minutes");
  });
});

describe("the speed constant from a spin", () => {
  it("gives every convention of 2400 rpm and 0.75 V (common practice: 2263, and 3200 by the slip)", () => {
    const texts = { n: "2400", v: "750m" };
    expect(valueOf("constant", texts, "per volt of line peak")).toBe("2263 rpm/V");
    expect(valueOf("constant", texts, "per volt RMS (a slip)")).toBe("3200 rpm/V");
    expect(valueOf("constant", texts, "Kt, six-step")).toMatch(/ N·m\/A \(.* oz-in\/A\)$/u);
  });

  it("compares with the nameplate in the nameplate's convention", () => {
    expect(valueOf("constant", { n: "2400", v: "0.75", plate: "2300" }, "Against the nameplate")).toBe(
      "−1.6 %, agrees",
    );
    expect(valueOf("constant", { n: "2400", v: "0.5", plate: "3000" }, "Against the nameplate")).toBe(
      "+13 %, investigate",
    );
    const slip = of("constant", { n: "2400", v: "0.75", plate: "3200" }).lines[0];
    expect(slip?.value).toMatch(/alarm/u);
    expect(slip?.note).toMatch(/1\/√2/u);
    expect(
      valueOf("constant", { n: "2400", v: "0.75", plate: "3200", as: "rms" }, "Against the nameplate"),
    ).toBe("0.0 %, agrees");
  });

  it("does not accuse magnets by itself", () => {
    const [line] = of("constant", { n: "2400", v: "0.5", plate: "2900" }).lines;
    expect(line?.note).toMatch(/known-good sister before they are accused/u);
  });
});

describe("the other workings", () => {
  it("say which speed is safe for bare leads: a KV 10 hub makes 42.4 V at 600 rpm", () => {
    const { lines } = of("gate", { kv: "10", n: "600" });
    expect(lines[0]).toMatchObject({ value: "42.43 V RMS" });
    expect(lines[0]?.note).toMatch(/no bare leads/u);
    expect(lines[1]?.value).toBe("424 rpm");
    expect(of("gate", { kv: "10", n: "400" }).lines[0]?.note).toMatch(/may be bare/u);
  });

  it("turn a constant into other words", () => {
    expect(valueOf("convention", { kv: "1000", as: "peak" }, "per volt of six-step mean")).toBe("1047 rpm/V");
  });

  it("bring copper from 20 to 100 °C: 1.31434 with k = 234.5 (IEEE 118)", () => {
    const texts = { r: "1", from: "20", to: "212 F", of: "copperIeee" };
    expect(valueOf("heat", texts, "Factor")).toBe("1.31434");
    expect(valueOf("heat", texts, "Resistance")).toBe("1.314 Ω");
    expect(valueOf("heat", { from: "20", to: "20" }, "Factor")).toBe("1.00000");
  });

  it("slow a motor under load", () => {
    expect(valueOf("load", { kv: "10", as: "sixStep", u: "36", i: "20", r: "128m" }, "Loaded")).toBe(
      "334 rpm",
    );
    expect(valueOf("load", { kv: "10", as: "sixStep", u: "36", i: "0", r: "128m" }, "Loaded")).toBe(
      "360 rpm",
    );
  });

  it("say whether a meter can decide, before it is bought", () => {
    expect(valueOf("meter", { r: "60m" }, "Answer")).toMatch(/cannot decide 5 %/u);
    expect(valueOf("meter", { r: "60m", with: "Milliohm meter, four-wire" }, "Answer")).toMatch(
      /can decide 5 % here/u,
    );
  });

  it("open star limbs and delta windings: 1.0, 1.2, 1.2 are limbs of 0.5, 0.5, 0.7 (circuit arithmetic)", () => {
    const texts = { AB: "1.0", BC: "1.2", CA: "1.2" };
    expect(["A", "B", "C"].map((phase) => valueOf("limbs", texts, `Star limb ${phase}`))).toEqual([
      "500 mΩ",
      "500 mΩ",
      "700 mΩ",
    ]);
    expect(valueOf("limbs", { AB: "3", BC: "1.5", CA: "1.5" }, "Delta winding A–B")).toBe("open");
    expect(valueOf("limbs", { AB: "9", BC: "1", CA: "1" }, "Mind")).toBe("no winding reads so");
  });

  it("find limb EMFs with both roots, and call three impossible voltages inconsistent", () => {
    const texts = { AB: "1.6462", BC: "1.7349", CA: "1.8193" };
    expect(valueOf("emfs", texts, "All one way round")).toBe("A 1 V, B 900 mV, C 1.1 V");
    expect(valueOf("emfs", texts, "Or, one reversed")).toMatch(/−/u);
    expect(valueOf("emfs", { AB: "1", BC: "1", CA: "3" }, "Answer")).toBe("inconsistent");
  });

  it("bring insulation to 40 °C, and ask for index and ohms per volt (IEEE 43, memory)", () => {
    expect(valueOf("insulation", { r1: "20M", t: "20" }, "At 40 °C")).toBe("5 MΩ");
    expect(valueOf("insulation", { r1: "20M", t: "5", of: "thermoset" }, "At 40 °C")).toBe("cannot tell");
    expect(valueOf("insulation", { r1: "100M", r10: "250M" }, "Polarisation index")).toBe("2.5");
    expect(of("insulation", { r1: "6G", r10: "7G" }).lines[0]?.note).toMatch(/Not judged/u);
    expect(valueOf("insulation", { r1: "6.72k", u: "67.2" }, "Ohms per volt")).toBe("100 Ω/V");
  });

  it("tell a sensor's temperature against the room (IEC 60751: 1097.35 Ω at 25 °C)", () => {
    expect(valueOf("sensor", { room: "25" }, "Should read at room")).toBe("1.097 kΩ");
    expect(valueOf("sensor", { r: "1097.35", room: "25" }, "Tells")).toBe("25 °C");
    expect(of("sensor", { r: "1385", room: "25" }).lines[1]?.note).toMatch(/Departs from the room/u);
    expect(valueOf("sensor", { r: "10k", of: "ntc" }, "Tells")).toBe("25 °C");
    expect(valueOf("sensor", { r: "100" }, "Tells")).toBe("no temperature");
  });
});
