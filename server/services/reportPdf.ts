import type { CanvasElement, Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces.js";
import { shareText } from "#core/quantity";
import { RELEASE_LABELS } from "#core/record";
import type { elsewhereWords } from "#contract/elsewhere";
import {
  dayWords,
  lineState,
  moneyText,
  PROOF_HEADINGS,
  type BeforeAfter,
  type DrawnRing,
  type PairTable,
  type Report,
} from "#core/report";
import { printed } from "./printer.ts";
import { runsOf, TEXT, unprintable } from "./reportFonts.ts";

const INK = "#17231E";
const QUIET = "#56635C";
const LINE = "#D8D1BF";
const COPPER = "#A4521F";
const GREEN = "#1B5E47";
const SOFT = "#DCEAE1";

const line = (text: string, style?: object): Content => ({ text: runsOf(text), ...style });
const heading = (text: string): Content => line(text, { bold: true, fontSize: 11, margin: [0, 10, 0, 3] });

const STRIP = { width: 230, row: 11, edge: 6 } as const;
const STRIP_COLOURS = { agrees: GREEN, departs: COPPER, cannotTell: QUIET } as const;
const STATE_WORDS = { agrees: "agrees", departs: "departs", cannotTell: "cannot tell" } as const;
/** A pair that cannot be told reaches anywhere: what lies outside is cut at this many limits. */
const STRIP_LIMITS = 6;

/** The same shapes as on the screen: a filled dot agrees, a diamond departs, an empty dot cannot be told. */
function mark(x: number, y: number, state: keyof typeof STRIP_COLOURS): CanvasElement {
  const lineColor = STRIP_COLOURS[state];
  if (state !== "departs")
    return {
      type: "ellipse",
      x,
      y,
      r1: 2.6,
      r2: 2.6,
      color: state === "agrees" ? lineColor : "#FFFFFF",
      lineColor,
    };
  const points = [
    [0, -1],
    [1, 0],
    [0, 1],
    [-1, 0],
  ].map(([dx, dy]) => ({ x: x + 3.6 * dx!, y: y + 3.6 * dy! }));
  return { type: "polyline", closePath: true, points, color: lineColor, lineColor };
}

const RING = { size: 96, outer: 46, inner: 25, text: 35.5 } as const;

/** A turn as six sectors: those seen filled, those never seen empty and dashed. */
function ring({ states }: DrawnRing): string {
  const middle = RING.size / 2;
  const at = (degrees: number, radius: number) => {
    const turn = ((degrees - 90) * Math.PI) / 180;
    return [middle + radius * Math.cos(turn), middle + radius * Math.sin(turn)].map((one) => one.toFixed(1));
  };
  const sectors = states.map(({ state, seen }, i) => {
    const [from, to] = [i * 60 - 29, i * 60 + 29];
    const arc = `M${at(from, RING.outer).join(" ")}A${RING.outer} ${RING.outer} 0 0 1 ${at(to, RING.outer).join(" ")}L${at(to, RING.inner).join(" ")}A${RING.inner} ${RING.inner} 0 0 0 ${at(from, RING.inner).join(" ")}Z`;
    const [x, y] = at(i * 60, RING.text);
    return `<path d="${arc}" fill="${seen ? SOFT : "#FFFFFF"}" stroke="${seen ? GREEN : QUIET}" stroke-width="0.7"${seen ? "" : ` stroke-dasharray="2 2"`}/><text x="${x}" y="${Number(y) + 2.6}" text-anchor="middle" font-size="7.5" font-family="${TEXT}" fill="${seen ? INK : QUIET}">${state}</text>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${RING.size}" height="${RING.size}" viewBox="0 0 ${RING.size} ${RING.size}">${sectors.join("")}</svg>`;
}

function ringWords({ states }: DrawnRing): string {
  const missing = states.filter(({ seen }) => !seen).map(({ state }) => state);
  return missing.length === 0 ? "all six states" : `never seen: ${missing.join(", ")}`;
}

/** What had departed, twice alike: before the last repair and after it. */
function beforeAfter({ beforeAfter: drawn = [] }: Report): Content[] {
  if (drawn.length === 0) return [];
  const beside = (before: Content[], after: Content[]): Content => ({
    columns: [
      { stack: [line("Before", { color: QUIET, fontSize: 8.5 }), ...before] },
      { stack: [line("After", { color: QUIET, fontSize: 8.5 }), ...after] },
    ],
    columnGap: 14,
    margin: [0, 2, 0, 4],
  });
  const shown = (one: BeforeAfter): Content[] => {
    if (one.kind === "strips") return [beside(drawing(one.before), drawing(one.after))];
    if (one.kind === "ring") {
      const drawnRing = (of: DrawnRing): Content[] => [
        { svg: ring(of) },
        line(ringWords(of), { color: QUIET, fontSize: 8.5 }),
      ];
      return [beside(drawnRing(one.before), drawnRing(one.after))];
    }
    return [
      {
        layout: { hLineColor: () => LINE, vLineWidth: () => 0, hLineWidth: () => 0.5 },
        table: {
          headerRows: 1,
          widths: ["*", "auto", "auto"],
          body: [
            ["", "Before", "After"].map((text) => line(text, { color: QUIET, fontSize: 8.5 })),
            ...one.rows.map(([place, before, after]) => [
              line(place),
              line(before),
              line(after, { bold: true }),
            ]),
          ] as TableCell[][],
        },
        margin: [0, 2, 0, 4],
      },
    ];
  };
  return [
    heading("Before and after"),
    ...drawn.map((one): Content => ({
      stack: [line(one.title, { bold: true }), ...shown(one)],
      unbreakable: true,
    })),
  ];
}

/** Each pair's deviation with its interval on the band that is allowed, in the order of the table above. */
function drawing({ limit, bars }: NonNullable<PairTable["strip"]>): Content[] {
  const farthest = Math.max(...bars.map(({ value, expanded }) => Math.abs(value) + expanded), 1.6 * limit);
  const most = Math.min(
    farthest,
    Math.max(STRIP_LIMITS * limit, ...bars.map(({ value }) => 1.2 * Math.abs(value))),
  );
  const x = (share: number) =>
    STRIP.width / 2 + (Math.min(most, Math.max(-most, share)) / most) * (STRIP.width / 2 - STRIP.edge);
  const height = bars.length * STRIP.row;
  const plain = { type: "line", lineWidth: 1 } as const;
  return [
    {
      canvas: [
        { type: "rect", x: x(-limit), y: 0, w: x(limit) - x(-limit), h: height, color: SOFT },
        { ...plain, x1: x(0), y1: 0, x2: x(0), y2: height, lineWidth: 0.5, lineColor: QUIET },
        ...bars.flatMap(({ value, expanded, state }, i) => {
          const [y, colour] = [STRIP.row * (i + 0.5), STRIP_COLOURS[state]];
          const dash = state === "cannotTell" ? { dash: { length: 2 } } : {};
          return [
            {
              ...plain,
              ...dash,
              x1: x(value - expanded),
              y1: y,
              x2: x(value + expanded),
              y2: y,
              lineColor: colour,
            },
            mark(x(value), y, state),
          ];
        }),
      ],
      margin: [0, 2, 0, 0],
    },
    line(
      `${bars.map(({ label }) => label).join(", ")} off the mean, from above; the band is what is allowed, ± ${shareText(limit)}${bars.some(({ state }) => state === "cannotTell") ? "; dashed: cannot be told" : ""}.`,
      { color: QUIET, fontSize: 8 },
    ),
  ];
}

function sitting({ title, rows, summary, strip }: PairTable): Content {
  const cell = (text: string, style: object = {}): TableCell => ({ text: runsOf(text), ...style });
  return {
    stack: [
      line(title, { bold: true }),
      {
        layout: { hLineColor: () => LINE, vLineWidth: () => 0, hLineWidth: () => 0.5 },
        table: {
          widths: ["*", "auto", "auto"],
          body: rows.map(({ pair, wires, value, meaning }) => [
            cell(wires ? `${pair}  ${wires}` : pair),
            cell(value, { bold: true, noWrap: true }),
            cell(meaning, { color: QUIET, alignment: "right", noWrap: true }),
          ]),
        },
        margin: [0, 2, 0, 2],
      },
      line(summary, { color: QUIET, fontSize: 8.5 }),
      ...(strip ? drawing(strip) : []),
    ],
    margin: [0, 0, 12, 0],
  };
}

function halves(lines: Content[]): Content[] {
  const middle = Math.ceil(lines.length / 2);
  return [{ stack: lines.slice(0, middle) }, { stack: lines.slice(middle) }];
}

/** Two side by side, row by row: a third column would be too narrow to read. */
function inTwos(blocks: Content[]): Content[] {
  const rows = Array.from({ length: Math.ceil(blocks.length / 2) }, (_, row) =>
    blocks.slice(2 * row, 2 * row + 2),
  );
  return rows.map((columns): Content => ({ columns, margin: [0, 0, 0, 6] }));
}

const rule = (above: number): Content => ({
  canvas: [{ type: "line", x1: 0, y1: 0, x2: 499, y2: 0, lineWidth: 1, lineColor: INK }],
  margin: [0, above, 0, 8],
});

function head({ letterhead, title, motor, answer, plainWords, complaint }: Report, day: string): Content[] {
  const facts = [["Machine", title] as const, ...motor];
  const half = Math.ceil(facts.length / 2);
  const column = (lines: typeof facts): Content => ({
    stack: lines.map(([name, value]) => ({
      columns: [line(name, { color: QUIET, width: 58 }), line(value, { bold: true })],
    })),
  });
  return [
    {
      columns: [
        {
          stack: [
            line(letterhead?.name ?? "Motor report", { bold: true, fontSize: 13 }),
            ...(letterhead ? [line(letterhead.line, { color: QUIET })] : []),
          ],
        },
        {
          stack: [...(letterhead ? [line("Motor report", { bold: true })] : []), line(day, { color: QUIET })],
          alignment: "right",
          width: 110,
        },
      ],
    },
    rule(6),
    line(answer, { bold: true, fontSize: 20 }),
    line(plainWords, { fontSize: 11.5, margin: [0, 3, 0, 8] }),
    { columns: [column(facts.slice(0, half)), column(facts.slice(half))] },
    { text: [{ text: "You told us: ", color: QUIET }, ...runsOf(complaint)], margin: [0, 8, 0, 4] },
  ];
}

function released({ release, timeZone }: Report): Content[] {
  if (!release) return [];
  return [
    {
      layout: { hLineWidth: () => 0, vLineWidth: () => 0, paddingLeft: () => 10, paddingRight: () => 10 },
      table: {
        widths: ["*", "auto"],
        body: [
          [
            {
              text: [{ text: `${RELEASE_LABELS[release.as]}. `, bold: true }, ...runsOf(release.words)],
              fillColor: SOFT,
              margin: [0, 6, 0, 6],
            },
            {
              text: `signed ${release.by}, ${dayWords(release.at, timeZone)}`,
              color: QUIET,
              fillColor: SOFT,
              margin: [0, 6, 0, 6],
            },
          ],
        ],
      },
      margin: [0, 6, 0, 4],
    },
  ];
}

function bill({ costs }: Report): Content[] {
  if (!costs) return [];
  return [
    heading("What it cost"),
    {
      layout: {
        hLineWidth: (at: number) => (at === costs.lines.length ? 0.8 : 0),
        vLineWidth: () => 0,
        paddingLeft: () => 0,
        paddingRight: () => 0,
      },
      table: {
        widths: ["*", "auto"],
        body: [
          ...costs.lines.map(([what, amount]) => [
            { text: runsOf(what) },
            { text: moneyText(amount, costs.currency), alignment: "right" as const },
          ]),
          [
            { text: "Together", bold: true },
            { text: moneyText(costs.total, costs.currency), bold: true, alignment: "right" as const },
          ],
        ],
      },
    },
    line(costs.aside, { color: QUIET, fontSize: 8.5, margin: [0, 3, 0, 0] }),
  ];
}

function story({ knownBy, decision, repairs }: Report): Content[] {
  return [
    ...(knownBy === undefined ? [] : [heading("How we know"), line(knownBy)]),
    ...(decision
      ? [heading(`Decided: ${decision.what}`), line(`${decision.plain} ${decision.reason} (${decision.by})`)]
      : []),
    ...(repairs.length > 0
      ? [
          heading("What we did"),
          ...repairs.map(({ plan, done, minutes, by }) =>
            line(`${plan}: ${done} ${minutes} minutes (${by}).`),
          ),
        ]
      : []),
  ];
}

function signatures({ signedBy, repairs, release }: Report): Content[] {
  if (!signedBy) return [];
  const did = ["Measured", ...(repairs.length > 0 ? ["repaired"] : []), ...(release ? ["released"] : [])];
  const place = (text: string): Content => ({
    stack: [
      { canvas: [{ type: "line", x1: 0, y1: 0, x2: 230, y2: 0, lineWidth: 0.7, lineColor: LINE }] },
      line(text, { color: QUIET, fontSize: 8.5, margin: [0, 3, 0, 0] }),
    ],
  });
  return [
    {
      stack: [{ columns: [place(`${did.join(", ")}: ${signedBy.join(", ")}`), place("Received")] }],
      margin: [0, 44, 0, 0],
      unbreakable: true,
    },
  ];
}

function annex(report: Report): Content[] {
  const found = report.findings.map((line) => {
    const state = lineState(line);
    return {
      text: [
        { text: `${STATE_WORDS[state]}  `, bold: true, color: STRIP_COLOURS[state] },
        ...runsOf(line.sentence),
      ],
    };
  });
  return [
    line("What was measured", { bold: true, fontSize: 14, pageBreak: "before" }),
    ...(report.proof
      ? [
          heading(PROOF_HEADINGS[report.proof.answer]),
          ...report.proof.lines.map(({ before, after, doubt }) =>
            line(`Before: ${before}. After: ${after ?? "not repeated"}${doubt ? ` (${doubt})` : ""}.`),
          ),
        ]
      : []),
    ...(report.tables.length > 0
      ? [heading("Between the leads"), ...inTwos(report.tables.map(sitting))]
      : []),
    heading(report.proof ? "As found" : "What we found"),
    found.length > 0 ? { columns: halves(found), columnGap: 14 } : line("Nothing was measured yet."),
  ];
}

/** Whose word its closing is, where that is not this shop's. */
function notOurs(elsewhere: ReturnType<typeof elsewhereWords> | null): Content[] {
  if (!elsewhere) return [];
  const { who, said, here } = elsewhere;
  return [
    line(who, { bold: true, color: COPPER, margin: [0, 6, 0, 0] }),
    line(said),
    line(here, { color: QUIET, margin: [0, 0, 0, 6] }),
  ];
}

function definition(
  report: Report,
  day: string,
  elsewhere: ReturnType<typeof elsewhereWords> | null,
): TDocumentDefinitions {
  const left = unprintable(JSON.stringify(report));
  return {
    info: { title: `${report.title}, motor report` },
    pageSize: "A4",
    pageMargins: [48, 44, 48, 54],
    defaultStyle: { font: TEXT, fontSize: 9.5, color: INK, lineHeight: 1.15 },
    footer: (page, pages) => ({
      columns: [
        line(report.foot, { color: QUIET, fontSize: 7.5 }),
        { text: `page ${page} of ${pages}`, color: QUIET, fontSize: 7.5, alignment: "right", width: 60 },
      ],
      margin: [48, 8, 48, 0],
    }),
    content: [
      ...head(report, day),
      ...notOurs(elsewhere),
      ...released(report),
      ...beforeAfter(report),
      {
        columns: [
          { stack: story(report) },
          {
            stack: [
              ...bill(report),
              ...(report.notDone.length > 0
                ? [heading("Not checked"), ...report.notDone.map((text) => line(text))]
                : []),
            ],
          },
        ],
        columnGap: 24,
      },
      ...signatures(report),
      ...annex(report),
      ...(left.length > 0
        ? [
            line(
              `${left.length === 1 ? "One letter" : `${left.length} letters`} of this job cannot be printed in the fonts of this program and ${left.length === 1 ? "stands" : "stand"} as “?” here; the record itself keeps ${left.length === 1 ? "it" : "them"}.`,
              { color: QUIET, fontSize: 8, margin: [0, 8, 0, 0] },
            ),
          ]
        : []),
    ],
  };
}

/**
 * The report on A4, with the application's own fonts.
 * @param day that stands in its head, as 2 March 2026
 * @param elsewhere whose word its closing is, where it was closed by another shop
 */
export async function reportPdf(
  report: Report,
  day: string,
  elsewhere: ReturnType<typeof elsewhereWords> | null = null,
): Promise<Buffer> {
  return printed(definition(report, day, elsewhere));
}
