import { HALL_SIGNALS } from "#core/measure/hall";

const PINS = ["+", "−", ...HALL_SIGNALS] as const;
type Pin = (typeof PINS)[number];
const PIN_WORDS: Readonly<Record<Pin, string>> = {
  "+": "supply",
  "−": "ground",
  A: "signal A",
  B: "signal B",
  C: "signal C",
};

/** Where the red and the black probe go for a reading at the sensors' plug; null where it is read elsewhere. */
function pinsOf(slot: string): { readonly red: Pin; readonly black: Pin } | null {
  if (slot === "supply") return { red: "+", black: "−" };
  const signal = HALL_SIGNALS.find((one) => slot.startsWith(`${one}.`));
  if (!signal) return null;
  return { red: signal, black: "−" };
}

/** The sensors' plug with the two pins that are probed now. The order of its pins is the motor's own. */
export function SensorPlug({ slot }: { readonly slot: string }) {
  const pins = pinsOf(slot);
  if (!pins) return null;
  const { red, black } = pins;
  return (
    <svg
      viewBox="0 0 230 76"
      role="img"
      aria-label={`Red probe on ${PIN_WORDS[red]}, black probe on ${PIN_WORDS[black]}.`}
      className="h-[4.75rem] w-auto shrink-0"
    >
      <rect
        x="2"
        y="30"
        width="226"
        height="42"
        rx="8"
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      {PINS.map((pin, i) => {
        const x = 26 + i * 44;
        const probed = pin === red || pin === black;
        const colour = pin === red ? "var(--copper)" : "var(--ink)";
        return (
          <g key={pin}>
            <circle
              cx={x}
              cy="51"
              r="13"
              fill={probed ? "var(--green-soft)" : "none"}
              stroke={probed ? "var(--green)" : "var(--line-strong)"}
              strokeWidth={probed ? 2.5 : 1.5}
            />
            <text x={x} y="56" textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--ink)">
              {pin}
            </text>
            {probed && (
              <path
                d={`M${x} 2 V30`}
                stroke={colour}
                strokeWidth="4"
                strokeDasharray={pin === black ? "6 4" : "none"}
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
