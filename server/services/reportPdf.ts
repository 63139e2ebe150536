import { createRequire } from "node:module";
import { dirname, join } from "node:path";
import pdfmake from "pdfmake";
import type { Content, TableCell, TDocumentDefinitions } from "pdfmake/interfaces.js";
import type { PairTable, Report } from "#core/report";

const packages = createRequire(import.meta.url);
const fontFile = (name: string, file: string) =>
  join(dirname(packages.resolve(`@fontsource/${name}/package.json`)), "files", file);

const TEXT = "Text";
/** The text font has no Greek letters; this one brings Ω and μ. */
const GREEK = "Greek";
pdfmake.addFonts({
  [TEXT]: {
    normal: fontFile("atkinson-hyperlegible-next", "atkinson-hyperlegible-next-latin-400-normal.woff"),
    bold: fontFile("atkinson-hyperlegible-next", "atkinson-hyperlegible-next-latin-700-normal.woff"),
  },
  [GREEK]: {
    normal: fontFile("noto-sans", "noto-sans-greek-400-normal.woff"),
    bold: fontFile("noto-sans", "noto-sans-greek-700-normal.woff"),
  },
});
// A report is made of its own text and these fonts alone.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => path.includes("@fontsource"));

const INK = "#17231E";
const QUIET = "#56635C";
const LINE = "#D8D1BF";
const COPPER = "#A4521F";
const GREEN = "#1B5E47";

/** Text with its Greek letters in the font that has them. */
function runs(text: string): { text: string; font: string }[] {
  return text
    .split(/([Α-ω]+)/u)
    .filter(Boolean)
    .map((part) => ({ text: part, font: /^[Α-ω]/u.test(part) ? GREEK : TEXT }));
}

const line = (text: string, style?: object): Content => ({ text: runs(text), ...style });
const heading = (text: string): Content => line(text, { bold: true, fontSize: 11, margin: [0, 10, 0, 3] });

function sitting({ title, rows, summary }: PairTable): Content {
  const cell = (text: string, style: object = {}): TableCell => ({ text: runs(text), ...style });
  return {
    stack: [
      line(title, { bold: true }),
      {
        layout: { hLineColor: () => LINE, vLineWidth: () => 0, hLineWidth: () => 0.5 },
        table: {
          widths: ["auto", "*", "auto"],
          body: rows.map(({ pair, wires, value, meaning }) => [
            cell(wires ? `${pair}  ${wires}` : pair),
            cell(value, { bold: true }),
            cell(meaning, { color: QUIET, alignment: "right" }),
          ]),
        },
        margin: [0, 2, 0, 2],
      },
      line(summary, { color: QUIET, fontSize: 8.5 }),
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

function definition(report: Report): TDocumentDefinitions {
  const found = report.findings.map(({ sentence, departs }) => ({
    text: [
      { text: departs ? "departs  " : "agrees  ", bold: true, color: departs ? COPPER : GREEN },
      ...runs(sentence),
    ],
  }));
  const proof = report.proof
    ? [
        heading(
          { proved: "Proved", failed: "Not cured yet", open: "Proof not complete" }[report.proof.answer],
        ),
        ...report.proof.lines.map(({ before, after, doubt }) =>
          line(`Before: ${before}. After: ${after ?? "not repeated"}${doubt ? ` (${doubt})` : ""}.`),
        ),
      ]
    : [];
  return {
    info: { title: `${report.title}, motor report` },
    pageSize: "A4",
    pageMargins: [48, 44, 48, 44],
    defaultStyle: { font: TEXT, fontSize: 9.5, color: INK, lineHeight: 1.15 },
    content: [
      line("Motor report", { color: QUIET }),
      line(report.title, { bold: true, fontSize: 18 }),
      line(report.motor.map(([name, value]) => `${name}: ${value}`).join("   "), {
        color: QUIET,
        margin: [0, 2, 0, 0],
      }),
      heading("What you told us"),
      line(report.complaint),
      heading(report.answer),
      line(report.plainWords, { fontSize: 11 }),
      heading("What we found"),
      found.length > 0 ? { columns: halves(found) } : line("Nothing was measured yet."),
      ...(report.tables.length > 0
        ? [heading("Measured between the leads"), ...inTwos(report.tables.map(sitting))]
        : []),
      ...(report.decision
        ? [
            heading(`Decided: ${report.decision.what}`),
            line(`${report.decision.plain} ${report.decision.reason} (${report.decision.by})`),
          ]
        : []),
      ...(report.repairs.length > 0
        ? [
            heading("What we did"),
            ...report.repairs.map(({ plan, done, minutes, by }) =>
              line(`${plan}: ${done} ${minutes} minutes (${by}).`),
            ),
          ]
        : []),
      ...proof,
      ...(report.notDone.length > 0
        ? [heading("Not checked"), ...report.notDone.map((text) => line(text))]
        : []),
      line(report.foot, { color: QUIET, fontSize: 8, margin: [0, 14, 0, 0] }),
    ],
  };
}

/** The report on A4, with the application's own fonts. */
export async function reportPdf(report: Report): Promise<Buffer> {
  return pdfmake.createPdf(definition(report)).getBuffer();
}
