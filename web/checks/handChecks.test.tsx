import { readingText } from "#core/judge";
import { renderToStaticMarkup } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { HALL_RINGS, type HallState } from "#core/measure/hall";
import { POLE_PAIRS, SPEED } from "#core/quantity";
import { HUB, measured, reading } from "../../tests/jobs.ts";
import { slotsOf, type Route } from "./backemf/spinSlots.ts";
import { HallRing } from "./hall/HallRing.tsx";
import { Lamps } from "./hall/Lamps.tsx";
import { Traces } from "./hall/Traces.tsx";

const WANTED = {
  motor: HUB,
  route: "oneMeter",
  gateOpen: true,
  polesKnown: true,
  sister: false,
  counter: null,
  tachometer: null,
} as const;
const names = (part: Partial<Omit<typeof WANTED, "route">> & { route?: Route }) =>
  slotsOf({ ...WANTED, ...part } as Parameters<typeof slotsOf>[0]).map(({ slot }) => slot);

describe("the places of a spin", () => {
  it("are the planned speed alone until the gate opens", () => {
    expect(names({ gateOpen: false as true })).toEqual(["plannedSpeed"]);
  });
  it("with one meter are frequency, three volts, frequency", () => {
    expect(names({})).toEqual(["plannedSpeed", "speedBefore", "AB", "BC", "CA", "speedAfter", "residual"]);
  });
  it("with two meters give each pair its own frequency, and with a tachometer are in rpm", () => {
    expect(names({ route: "twoMeters" })).toEqual([
      "plannedSpeed",
      "AB",
      "AB.speed",
      "BC",
      "BC.speed",
      "CA",
      "CA.speed",
      "residual",
    ]);
    const speeds = slotsOf({ ...WANTED, route: "tachometer" }).filter(({ slot }) => slot.startsWith("speed"));
    expect(speeds.map(({ kind }) => kind)).toEqual([SPEED, SPEED]);
  });
  it("ask for the poles where nobody knows them, and repeat for a sister", () => {
    const slots = slotsOf({ ...WANTED, polesKnown: false, sister: true });
    expect(slots.find(({ slot }) => slot === "polePairs")?.kind).toEqual(POLE_PAIRS);
    expect(slots.filter(({ slot }) => slot.startsWith("sister.")).map(({ slot }) => slot)).toEqual([
      "sister.speedBefore",
      "sister.AB",
      "sister.BC",
      "sister.CA",
      "sister.speedAfter",
      "sister.stated",
      "sister.polePairs",
    ]);
    // A tachometer knows nothing of poles.
    const byTachometer = slotsOf({ ...WANTED, polesKnown: false, sister: true, route: "tachometer" });
    expect(byTachometer.map(({ slot }) => slot)).not.toContain("sister.polePairs");
  });
  it("refuse a frequency of zero and a speed above the rated one, with a sentence", () => {
    const slots = slotsOf({ ...WANTED, motor: { ...HUB, rated: { rpm: 380 } } });
    const of = (name: string) => slots.find(({ slot }) => slot === name)!.refuse;
    expect(of("speedBefore")(0)).toContain("nothing can be divided by it");
    expect(of("speedBefore")(42)).toBeNull();
    expect(of("plannedSpeed")(400)).toContain("rated for 380 rpm");
    expect(of("plannedSpeed")(300)).toBeNull();
  });
});

describe("a reading as text", () => {
  const volts = (value: number, typed: string) =>
    readingText(measured("backemf", "AB", "volts", value, { typed }));
  it("keeps the digits it was typed with", () => {
    expect(volts(1.35, "1.350")).toBe("1.350 V");
    expect(volts(1.35, "1.35")).toBe("1.35 V");
    expect(volts(0.0961, "96.10m")).toBe("96.10 mV");
    expect(volts(235.1, "235.10 Hz")).toBe("235.10 V");
  });
  it("names what is no number", () => {
    expect(readingText(reading({ check: "frame", slot: "A", value: { kind: "open" } }))).toBe("OL");
    expect(
      readingText(reading({ check: "hall", slot: "forward", value: { kind: "choice", choice: "101" } })),
    ).toBe("101");
    expect(
      readingText(
        reading({
          check: "mechanical",
          slot: "photo",
          typed: "axle.jpg",
          value: { kind: "photo", photo: "x" },
        }),
      ),
    ).toBe("axle.jpg");
    expect(
      readingText(reading({ check: "hall", slot: "x", value: { kind: "skipped", reason: "no tester" } })),
    ).toContain("no tester");
  });
});

describe("the Hall drawings", () => {
  it("say in words which states were seen and which are missing", () => {
    for (const spacing of ["120", "60"] as const) {
      const seen = new Set<HallState>(HALL_RINGS[spacing].slice(0, 4));
      const markup = renderToStaticMarkup(
        <HallRing spacing={spacing} visited={seen} now={null} turning="forward" />,
      );
      expect(markup).toContain(`Missing: ${HALL_RINGS[spacing].slice(4).join(", ")}.`);
      expect(markup).toContain(`${spacing}° ring`);
    }
    const whole = renderToStaticMarkup(
      <HallRing spacing="120" visited={new Set(HALL_RINGS["120"])} now="101" turning="backward" />,
    );
    expect(whole).toContain("Missing: none.");
    expect(whole).toContain("backwards");
  });
  it("draw a signal that never moves dashed, and nothing before the first state", () => {
    expect(renderToStaticMarkup(<Traces states={[]} />)).toBe("");
    const markup = renderToStaticMarkup(<Traces states={["100", "110", "010", "000", "100"]} />);
    expect(markup.match(/stroke-dasharray="5 4"/gu)).toHaveLength(1);
    expect(markup).toContain("States recorded: 100, 110, 010, 000, 100");
  });
  it("show lamps by word and not by colour alone", () => {
    const markup = renderToStaticMarkup(<Lamps state="101" disabled={false} onPress={() => undefined} />);
    expect(markup.match(/>on</gu)).toHaveLength(2);
    expect(markup.match(/>off</gu)).toHaveLength(1);
  });
});
